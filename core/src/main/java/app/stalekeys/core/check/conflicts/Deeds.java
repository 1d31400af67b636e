package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.task.Task;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// What each account did in the period, by permission: the log is walked once.
final class Deeds {

  private final Map<Integer, Map<Permission, List<Place>>> byAccount = new HashMap<>();

  static Deeds inPeriod(ApplicationAccess access, Examination examination) {
    Deeds deeds = new Deeds();
    long from = examination.periodStart();
    access
        .records()
        .activity()
        .scan(done -> {
          Account actor = done.actor();
          if (actor != null && done.isUse() && done.at() >= from) {
            deeds
                .byAccount
                .computeIfAbsent(actor.index(), key -> new HashMap<>())
                .computeIfAbsent(
                    new Permission(done.resource(), done.action()), key -> new ArrayList<>())
                .add(done.place());
          }
        });
    return deeds;
  }

  /// Adds the rows in which the account did what is needed.
  ///
  /// @return whether there are any
  boolean add(Account account, Task.Need need, List<Place> rows) {
    Permission pattern = new Permission(need.resource(), need.action());
    int before = rows.size();
    byAccount
        .getOrDefault(account.index(), Map.of())
        .forEach((permission, places) -> {
          if (pattern.means(permission)) {
            rows.addAll(places);
          }
        });
    return rows.size() > before;
  }
}
