package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.check.Examination;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/// Who holds each role on the as-of date, accounts of any status: directly, and by nesting too.
final class RoleHolders {

  private final Map<String, Set<Account>> direct = new HashMap<>();
  private final Map<String, Set<Account>> reaching = new HashMap<>();

  RoleHolders(Examination examination) {
    RoleGraph roles = examination.access().roles();
    for (Assignment assignment : examination.access().assignments()) {
      if (assignment.isCurrent(examination.asOf())) {
        direct
            .computeIfAbsent(assignment.role(), key -> new LinkedHashSet<>())
            .add(assignment.account());
        for (RoleGraph.Reach reach : roles.reachedFrom(assignment.role(), assignment.scope())) {
          reaching
              .computeIfAbsent(reach.role(), key -> new LinkedHashSet<>())
              .add(assignment.account());
        }
      }
    }
  }

  Set<Account> direct(String role) {
    return direct.getOrDefault(role, Set.of());
  }

  Set<Account> reaching(String role) {
    return reaching.getOrDefault(role, Set.of());
  }
}
