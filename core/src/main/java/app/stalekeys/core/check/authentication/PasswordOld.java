package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;
import java.time.LocalDate;

/// An enabled account without a second factor whose password was set `days` or more before the as-of date.
public final class PasswordOld implements Check {

  private static final CheckCard CARD =
      CheckCard.of("password-old", "Old password, nothing beside it")
          .why("A password that has stood alone for long has had long to leak.")
          .severity(Severity.LOW)
          .tests("enabled accounts without a second factor whose password's day the export tells")
          .needsAll("accounts", "accounts.status", "accounts.password-set", "accounts.mfa")
          .references("PCI 8.3.9")
          .remedy("Add a second factor", 15, "Enrol one; the password may then stay.")
          .remedy("Change the password", 5, "Ask for a new one at the next sign-in.")
          .number("days", 365, "days since it was set from which it is flagged")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination
        .enabledAccounts()
        .filter(account -> account.mfa() == Answer.NO)
        .forEach(account -> {
          LocalDate set = account.password().set();
          if (set == null) {
            return;
          }
          examination.tested();
          long days = examination.daysSince(set);
          if (days >= examination.number("days")) {
            examination
                .flag(account, Severity.LOW)
                .fact("passwordSet", set)
                .fact("days", days)
                .saying(
                    "The password of the enabled account %s was set %,d days ago, on %s, and it has no second factor."
                        .formatted(account.key(), days, set));
          }
        });
  }
}
