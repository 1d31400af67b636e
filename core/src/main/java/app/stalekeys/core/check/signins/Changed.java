package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.check.Examination;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// When administrative changes were made to accounts.
final class Changed {

  private Changed() {}

  static Map<Account, List<Long>> byTarget(Examination examination) {
    AccountBook book = examination.access().book();
    Map<Account, List<Long>> changes = new HashMap<>();
    examination
        .access()
        .records()
        .activity()
        .scan(done -> {
          Account target =
              done.isAdministrative() && !done.target().isEmpty()
                  ? book.find("", done.target())
                  : null;
          if (target != null) {
            changes.computeIfAbsent(target, key -> new ArrayList<>()).add(done.at());
          }
        });
    return changes;
  }
}
