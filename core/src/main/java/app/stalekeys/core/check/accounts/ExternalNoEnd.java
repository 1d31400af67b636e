package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;

/// An enabled account of type external, or of a contractor or external person, without an expiry day.
public final class ExternalNoEnd implements Check {

  private static final CheckCard CARD =
      CheckCard.of("external-no-end", "External, without an end")
          .why("Contracts with outsiders end; an account without an end outlives them.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts of externals and contractors")
          .needsAll("accounts", "accounts.status", "accounts.expires")
          .needs("accounts.type", "people")
          .references("AC-2(2)", "PS-7")
          .remedy(
              "Set an end", 10, "Take the contract's last day.", "Enter it as the day of expiry.")
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
          Person person = examination.person(account);
          boolean byPerson = person != null && person.isExternal();
          if (account.type() != Account.Type.EXTERNAL && !byPerson) {
            return;
          }
          examination.tested();
          if (account.expires() == null) {
            Examination.Draft draft = examination.flag(account, Severity.MEDIUM);
            if (person != null && byPerson) {
              draft.fact("workerType", person.workerType()).evidence(person.place());
            }
            draft
                .fact("type", account.type().word())
                .saying(
                    "The enabled account %s belongs to somebody from outside and has no day of expiry."
                        .formatted(account.key()));
          }
        });
  }
}
