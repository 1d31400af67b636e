package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Remedy;
import app.stalekeys.core.check.Severity;
import java.util.List;

/// An enabled account of type personal or unknown that matches no person of the roster.
public final class Orphan implements Check {

  @Override
  public String id() {
    return "orphan";
  }

  @Override
  public String title() {
    return "No person behind it";
  }

  @Override
  public String why() {
    return "Nobody answers for what such an account does, and nobody will ask for its removal.";
  }

  @Override
  public String severityRule() {
    return "high";
  }

  @Override
  public Severity severity() {
    return Severity.HIGH;
  }

  @Override
  public String population() {
    return "enabled accounts of type personal or unknown";
  }

  @Override
  public List<List<String>> needs() {
    return List.of(
        List.of("people"),
        List.of("accounts"),
        List.of("accounts.status"),
        List.of("accounts.person", "accounts.email"));
  }

  @Override
  public List<String> references() {
    return List.of("AC-2", "A.5.16");
  }

  @Override
  public List<Remedy> remedies() {
    return List.of(
        Remedy.of(
            "Find its person",
            15,
            "Ask the application's owner who uses it.",
            "Enter the person's id or mail address on the account.",
            "If it is a service or shared account, set its type and an owner."),
        Remedy.of(
            "Disable it",
            10,
            "If nobody claims it by the day you set, disable it.",
            "Keep it disabled for one period before it is deleted."));
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
