package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;

/// An account whose status is enabled although it expired on a day before the as-of date.
public final class ExpiredEnabled implements Check {

  private static final CheckCard CARD =
      CheckCard.of("expired-enabled", "Expired, still enabled")
          .why(
              "The end that was agreed has passed, and only the date stands between the account and its use.")
          .severity(Severity.MEDIUM)
          .tests("accounts with the status enabled and an expiry day")
          .needsAll("accounts", "accounts.status", "accounts.expires")
          .references("AC-2(2)")
          .remedy("Disable it", 5, "Set its status to disabled.")
          .remedy(
              "Prolong it", 15, "Ask its manager for a new end and a reason.", "Enter the new day.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (Account account : examination.access().accounts()) {
      LocalDate expires = account.expires();
      if (account.status() != Account.Status.ENABLED || expires == null) {
        continue;
      }
      examination.tested();
      if (expires.isBefore(examination.asOf())) {
        long days = examination.daysSince(expires);
        examination
            .flag(account, Severity.MEDIUM)
            .fact("expired", expires)
            .fact("days", days)
            .saying(
                "The account %s expired on %s, %,d days ago, and its status is enabled."
                    .formatted(account.key(), expires, days));
      }
    }
  }
}
