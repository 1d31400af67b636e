package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;

/// An enabled account that no evidence says ever signed in, created `days` or more before the as-of date.
/// Failures are no sign-ins. An account without a creation day counts, and the finding says so.
public final class NeverUsed implements Check {

  private static final CheckCard CARD =
      CheckCard.of("never-used", "Never used")
          .why(
              "An account that nobody ever used is not needed, and its first password may still be the one it was sent with.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts")
          .needsAll("accounts", "accounts.status")
          .needs("sign-ins", "accounts.last-sign-in")
          .references("AC-2(3)")
          .remedy(
              "Remove it",
              10,
              "Ask who requested it whether it is still wanted, with a date to answer by.",
              "Disable it, and delete it after one period.")
          .remedy(
              "Hand it over properly",
              15,
              "Let its person sign in once and set a password of their own.",
              "Note when that happened.")
          .number("days", 30, "days since it was created from which it is flagged")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination.enabledAccounts().forEach(account -> examine(examination, account));
  }

  private static void examine(Examination examination, Account account) {
    examination.tested();
    LocalDate created = account.created();
    boolean young = created != null && examination.daysSince(created) < examination.number("days");
    if (young || LastSignIn.of(account, examination) != null) {
      return;
    }
    Examination.Draft draft = examination.flag(account, Severity.MEDIUM).fact("created", created);
    LastSignIn.citeLogs(examination, draft);
    if (created == null) {
      draft
          .fact("createdKnown", "no")
          .saying(
              "The enabled account %s has never signed in; the export does not say when it was created."
                  .formatted(account.key()));
    } else {
      long days = examination.daysSince(created);
      draft
          .fact("days", days)
          .saying(
              "The enabled account %s was created %,d days ago, on %s, and has never signed in."
                  .formatted(account.key(), days, created));
    }
  }
}
