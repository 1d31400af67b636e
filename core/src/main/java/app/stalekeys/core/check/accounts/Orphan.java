package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;

/// An enabled account of type personal or unknown that matches no person of the roster.
public final class Orphan implements Check {

  private static final CheckCard CARD =
      CheckCard.of("orphan", "No person behind it")
          .why("Nobody answers for what such an account does, and nobody will ask for its removal.")
          .severity(Severity.HIGH)
          .tests("enabled accounts of type personal or unknown")
          .needs("people")
          .needs("accounts")
          .needs("accounts.status")
          .needs("accounts.person", "accounts.email")
          .references("AC-2", "A.5.16")
          .remedy(
              "Find its person",
              15,
              "Ask the application's owner who uses it.",
              "Enter the person's id or mail address on the account.",
              "If it is a service or shared account, set its type and an owner.")
          .remedy(
              "Disable it",
              10,
              "If nobody claims it by the day you set, disable it.",
              "Keep it disabled for one period before it is deleted.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination
        .enabledAccounts()
        .filter(account ->
            account.type() == Account.Type.PERSONAL || account.type() == Account.Type.UNKNOWN)
        .forEach(account -> examine(examination, account));
  }

  private void examine(Examination examination, Account account) {
    examination.tested();
    if (examination.person(account) != null) {
      return;
    }
    String tried = tried(account);
    examination
        .flag(account, Severity.HIGH)
        .fact("personField", account.person())
        .fact("email", account.email())
        .fact("created", account.created())
        .saying(
            "The enabled account %s belongs to nobody in the roster: %s."
                .formatted(account.key(), tried));
  }

  private static String tried(Account account) {
    String person =
        account.person().isEmpty()
            ? "it carries no person id"
            : "its person id " + account.person() + " is unknown";
    String email =
        account.email().isEmpty()
            ? "no mail address"
            : "its mail address fits nobody, or more than one";
    return person + " and " + email;
  }
}
