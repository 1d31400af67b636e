package app.stalekeys.core.check.accounts;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.ArrayList;
import java.util.List;

/// An enabled account without name, mail address or department; of the three only those count that the export
/// has a column for.
public final class IncompleteRecord implements Check {

  private static final CheckCard CARD =
      CheckCard.of("incomplete-record", "Record incomplete")
          .why("An account that does not say whose it is takes longer to judge, every time.")
          .severity(Severity.LOW)
          .tests("enabled accounts")
          .needsAll("accounts", "accounts.status")
          .needs("accounts.name", "accounts.email", "accounts.department")
          .references("AC-2")
          .remedy(
              "Fill it in",
              5,
              "Take name, address and department from the roster.",
              "Enter them in the application.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination
        .enabledAccounts()
        .forEach(account -> {
          examination.tested();
          List<String> empty = new ArrayList<>();
          add(examination, "name", account.name(), empty);
          add(examination, "email", account.email(), empty);
          add(examination, "department", account.department(), empty);
          if (!empty.isEmpty()) {
            examination
                .flag(account, Severity.LOW)
                .fact("empty", List.copyOf(empty))
                .saying(
                    "The record of the enabled account %s has no %s."
                        .formatted(account.key(), String.join(" and no ", empty)));
          }
        });
  }

  private static void add(Examination examination, String field, String value, List<String> empty) {
    if (value.isEmpty() && examination.coverage().has("accounts." + field)) {
      empty.add(field);
    }
  }
}
