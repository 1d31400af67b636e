package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/// An enabled account whose last sign-in lies `days` or more before the as-of date. An account that
/// never signed in is not dormant but never used, which is another check.
public final class Dormant implements Check {

  private static final CheckCard CARD =
      CheckCard.of("dormant", "Dormant")
          .why("Nobody misses an unused account when somebody else starts to use it.")
          .severity(Severity.MEDIUM, "high if privileged")
          .tests("enabled accounts that have signed in at least once")
          .needs("accounts")
          .needs("accounts.status")
          .needs("sign-ins", "accounts.last-sign-in")
          .references("AC-2(3)", "PCI 8.2.6", "A.5.18")
          .remedy(
              "Disable it and keep its history",
              5,
              "Ask the owner or manager whether it is still needed, with a date to answer by.",
              "Disable the account; do not delete it while the audit runs.",
              "Note the request number, so that the next export proves it.")
          .remedy(
              "Let unused accounts lapse by rule",
              60,
              "Agree a limit with the application's owner.",
              "Set the application or the directory to disable accounts that pass it.",
              "List accounts that are left out of the rule and why.")
          .number("days", 90, "days without a sign-in from which it is flagged")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination.enabledAccounts().forEach(account -> examine(examination, account));
  }

  private void examine(Examination examination, Account account) {
    LastSignIn last = LastSignIn.of(account, examination);
    if (last == null) {
      return;
    }
    examination.tested();
    LocalDate day = last.day();
    long days = ChronoUnit.DAYS.between(day, examination.asOf());
    int limit = examination.number("days");
    if (days < limit) {
      return;
    }
    Examination.Draft draft =
        examination
            .flag(account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
            .fact("lastSignIn", day)
            .fact("lastSignInFrom", last.origin())
            .fact("days", days)
            .fact("limit", (long) limit)
            .fact("created", account.created());
    last.cite(draft);
    draft.saying(
        "The account %s last signed in %,d days ago, on %s; the limit is %d."
            .formatted(account.key(), days, day, limit));
  }
}
