package app.stalekeys.core.fix;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.List;

/// Something that can be taken away from an account: a step, and the rows that are no more when it is done. Equal by
/// its step.
///
/// @param assignments what is held no more, also rows out of their window
/// @param grants the account's own grants that are no more, also those out of their window
/// @param gives what the account is given in their place
record Removable(
    Step step,
    ApplicationAccess access,
    Account account,
    List<Assignment> assignments,
    List<Grant> grants,
    List<Assignment> gives) {

  private static final int MOST_NAMED = 20;

  Removable {
    assignments = List.copyOf(assignments);
    grants = List.copyOf(grants);
    gives = List.copyOf(gives);
  }

  /// The first row that it takes, else the account's.
  Place place() {
    if (!assignments.isEmpty()) {
      return assignments.getFirst().place();
    }
    return grants.isEmpty() ? account.place() : grants.getFirst().place();
  }

  /// What gives the access that is to go, the first twenty rows one by one; none for a step that names it itself.
  List<String> through() {
    boolean named = step.action() != FixAction.WITHDRAW_PERMISSION && !step.what().isEmpty();
    if (named || step.action() == FixAction.DISABLE) {
      return List.of();
    }
    List<String> found = new ArrayList<>();
    assignments.forEach(one -> found.add("the role " + in(one.role(), one.scope())));
    grants.forEach(
        one -> found.add("a grant of its own: " + in(one.permission().words(), one.scope())));
    int more = found.size() - MOST_NAMED;
    if (more > 0) {
      found.subList(MOST_NAMED, found.size()).clear();
      found.add("%,d more".formatted(more));
    }
    return found;
  }

  private static String in(String what, Scope scope) {
    return scope.equals(Scope.EVERYWHERE) ? what : what + " in " + scope;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Removable removable && step.equals(removable.step);
  }

  @Override
  public int hashCode() {
    return step.hashCode();
  }
}
