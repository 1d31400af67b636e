package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Whether an account was privileged at a moment: by the windows of its assignments, and by the recorded
/// changes of privileged roles; where neither says anything, as on the as-of date.
final class PrivilegeInTime {

  private final Examination examination;
  private final ApplicationAccess access;
  private final Holdings rows;
  private final Map<Account, List<Activity>> changes = new HashMap<>();
  private final Map<String, Boolean> privileged = new HashMap<>();

  PrivilegeInTime(Examination examination) {
    this.examination = examination;
    this.access = examination.access();
    this.rows = Holdings.all(examination);
    for (Activity done :
        Deeds.of(
            examination,
            one ->
                !one.denied()
                    && (one.action().equals("give-role") || one.action().equals("take-role")))) {
      Account target = Deeds.target(examination, done);
      if (target != null) {
        changes.computeIfAbsent(target, key -> new ArrayList<>()).add(done);
      }
    }
  }

  boolean held(Account account, long at) {
    LocalDate day = examination.day(at);
    boolean said = false;
    for (Assignment assignment : rows.assignments(account)) {
      if (isPrivileged(assignment.role())) {
        boolean hasWindow = assignment.from() != null || assignment.until() != null;
        said |= hasWindow;
        if (assignment.isCurrent(day) && (hasWindow || !isGivenLater(account, assignment, at))) {
          return true;
        }
      }
    }
    Map<String, Boolean> held = new HashMap<>();
    for (Activity done : changes.getOrDefault(account, List.of())) {
      String role = done.action().equals("give-role") ? done.after() : done.before();
      if (!isPrivileged(role)) {
        continue;
      }
      said = true;
      if (done.at() <= at) {
        held.put(role, done.action().equals("give-role"));
      } else if (done.action().equals("take-role")) {
        held.putIfAbsent(role, true); // what was taken later was held until then
      } else {
        held.putIfAbsent(role, false);
      }
    }
    return said ? held.containsValue(true) : access.isPrivileged(account);
  }

  /// Whether a change says that an assignment without a window began only later.
  private boolean isGivenLater(Account account, Assignment assignment, long at) {
    List<Activity> own =
        changes.getOrDefault(account, List.of()).stream()
            .filter(done -> done.after().equals(assignment.role()))
            .toList();
    return !own.isEmpty() && own.getFirst().at() > at;
  }

  private boolean isPrivileged(String role) {
    return privileged.computeIfAbsent(role, access::isPrivilegedRole);
  }
}
