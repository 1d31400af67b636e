package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;

/// A pending account created `days` or more before the as-of date.
public final class StaleInvitation implements Check {

  private static final CheckCard CARD =
      CheckCard.of("stale-invitation", "Invitation nobody took up")
          .why("An open invitation is a door for whoever reads old mail.")
          .severity(Severity.LOW)
          .tests("pending accounts whose creation the export tells")
          .needsAll("accounts", "accounts.status", "accounts.created")
          .references("AC-2")
          .remedy(
              "Withdraw it", 5, "Withdraw the invitation.", "Invite again when it is asked for.")
          .number("days", 14, "days since it was created from which it is flagged")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (Account account : examination.access().accounts()) {
      LocalDate created = account.created();
      if (account.status() != Account.Status.PENDING || created == null) {
        continue;
      }
      examination.tested();
      long days = examination.daysSince(created);
      if (days >= examination.number("days")) {
        examination
            .flag(account, Severity.LOW)
            .fact("created", created)
            .fact("days", days)
            .saying(
                "The account %s was invited %,d days ago, on %s, and is still pending."
                    .formatted(account.key(), days, created));
      }
    }
  }
}
