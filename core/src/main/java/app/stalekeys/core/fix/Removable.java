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

  /// What gives a permission that is to go in whatever way it is held; none for a step that names it itself.
  List<String> through() {
    if (step.action() != FixAction.WITHDRAW_PERMISSION) {
      return List.of();
    }
    List<String> found = new ArrayList<>();
    assignments.forEach(one -> found.add("the role " + in(one.role(), one.scope())));
    grants.forEach(
        one -> found.add("a grant of its own: " + in(one.permission().words(), one.scope())));
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
