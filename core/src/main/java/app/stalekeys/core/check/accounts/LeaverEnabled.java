package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/// An enabled account of a person who left on or before the as-of date, or whom the roster calls left
/// without giving a day.
public final class LeaverEnabled implements Check {

  private static final CheckCard CARD =
      CheckCard.of("leaver-enabled", "Leaver, still enabled")
          .why(
              "Who has left has no business in the application, and an account without its person is"
                  + " free for whoever finds the password.")
          .severity(Severity.HIGH, "critical if privileged")
          .tests("enabled accounts that belong to a person")
          .needs("people")
          .needs("accounts")
          .needs("accounts.status")
          .needs("accounts.person", "accounts.email")
          .references("AC-2", "PS-4", "PCI 8.2.5")
          .remedy(
              "Disable it today",
              5,
              "Disable the account and end its open sessions.",
              "Hand what it owns to the manager.",
              "Look at what it did since the last day.")
          .remedy(
              "Tie leaving to disabling",
              240,
              "Let the personnel system's leaving date reach the application or its directory.",
              "Disable on the last day by rule, and check it with the next roster.")
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
    Person person = examination.person(account);
    if (person == null) {
      return;
    }
    examination.tested();
    if (!person.hasLeft(examination.asOf())) {
      return;
    }
    LocalDate end = person.end();
    Examination.Draft draft =
        examination
            .flag(account, examination.bySeverityOf(account, Severity.HIGH, Severity.CRITICAL))
            .fact("left", end)
            .evidence(person.place());
    if (end == null) {
      draft.saying(
          "The account %s is enabled, and %s has left; the roster gives no day."
              .formatted(account.key(), person.name()));
    } else {
      long days = ChronoUnit.DAYS.between(end, examination.asOf());
      draft
          .fact("days", days)
          .saying(
              "The account %s is enabled, and %s left on %s, %,d days ago."
                  .formatted(account.key(), person.name(), end, days));
    }
  }
}
