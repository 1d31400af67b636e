package app.stalekeys.core.check;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/// What the accounts of one application hold: assignments and grants of their own, and the roles these
/// reach.
public final class Holdings {

  private final ApplicationAccess access;
  private final Map<Integer, List<Assignment>> assignments = new HashMap<>();
  private final Map<Integer, List<Grant>> grants = new HashMap<>();

  private Holdings(ApplicationAccess access, Predicate<Assignment> held, Predicate<Grant> granted) {
    this.access = access;
    for (Assignment assignment : access.assignments()) {
      if (held.test(assignment)) {
        assignments
            .computeIfAbsent(assignment.account().index(), key -> new ArrayList<>(2))
            .add(assignment);
      }
    }
    for (Grant grant : access.effective().grants()) {
      Account account = grant.account();
      if (account != null && granted.test(grant)) {
        grants.computeIfAbsent(account.index(), key -> new ArrayList<>(2)).add(grant);
      }
    }
  }

  /// What is held on the as-of date.
  public static Holdings current(Examination examination) {
    return new Holdings(
        examination.access(),
        assignment -> assignment.isCurrent(examination.asOf()),
        grant -> grant.isCurrent(examination.asOf()));
  }

  /// Every row, in or out of its window.
  public static Holdings all(Examination examination) {
    return new Holdings(examination.access(), assignment -> true, grant -> true);
  }

  /// The account's own assignments, in the order of the files.
  public List<Assignment> assignments(Account account) {
    return assignments.getOrDefault(account.index(), List.of());
  }

  /// Grants to the account itself, in the order of the files.
  public List<Grant> grants(Account account) {
    return grants.getOrDefault(account.index(), List.of());
  }

  /// The ids of the roles the account holds itself.
  public Set<String> roles(Account account) {
    Set<String> roles = new LinkedHashSet<>();
    assignments(account).forEach(assignment -> roles.add(assignment.role()));
    return roles;
  }

  /// The ids of the roles the account reaches, itself or by nesting, along paths whose scopes meet.
  public Set<String> reached(Account account) {
    Set<String> reached = new LinkedHashSet<>();
    for (Assignment assignment : assignments(account)) {
      for (RoleGraph.Reach reach :
          access.roles().reachedFrom(assignment.role(), assignment.scope())) {
        reached.add(reach.role());
      }
    }
    return reached;
  }
}
