package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Matching;

/// An enabled service, shared or built-in account whose owner is empty, unknown to the roster, or a leaver. A
/// recorded decision about the owner holds before the file.
public final class Ownerless implements Check {

  private static final CheckCard CARD =
      CheckCard.of("ownerless", "Nobody answers for it")
          .why(
              "Where no person is behind an account, somebody must answer for what it does and say when it can go.")
          .severity(Severity.HIGH)
          .tests("enabled service, shared and built-in accounts")
          .needsAll("people", "accounts", "accounts.status", "accounts.type", "accounts.owner")
          .references("AC-2", "PCI 8.6")
          .remedy(
              "Name an owner",
              20,
              "Ask the application's owner who relies on it.",
              "Enter that person as owner, in the application and here.")
          .remedy(
              "Retire it",
              60,
              "Find out what would stop without it.",
              "Disable it for a week, then remove it.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination
        .enabledAccounts()
        .filter(Matching::needsOwner)
        .forEach(account -> examine(examination, account));
  }

  private static void examine(Examination examination, Account account) {
    examination.tested();
    Matching matching = examination.access().matching();
    String owner = matching.owner(account);
    String fault = matching.faultOfOwner(owner, examination.asOf());
    if (fault != null) {
      Examination.Draft draft = examination.flag(account, Severity.HIGH).fact("owner", owner);
      Person leaver = owner.isEmpty() ? null : matching.person(owner);
      if (leaver != null) {
        draft.fact("ownerLeft", leaver.end()).evidence(leaver.place());
      }
      draft.saying(
          "Nobody answers for the enabled account %s: %s.".formatted(account.key(), fault));
    }
  }
}
