package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Remedy;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;
import java.util.List;

/// An enabled account, not of a service, that the export says has no second factor. An account for
/// which the export says nothing is neither flagged nor counted as tested.
public final class NoSecondFactor implements Check {

  @Override
  public String id() {
    return "no-second-factor";
  }

  @Override
  public String title() {
    return "No second factor";
  }

  @Override
  public String why() {
    return "A password alone can be guessed, read over a shoulder, or bought.";
  }

  @Override
  public String severityRule() {
    return "medium; high if privileged";
  }

  @Override
  public Severity severity() {
    return Severity.MEDIUM;
  }

  @Override
  public String population() {
    return "enabled accounts, not of a service, whose second factor the export tells";
  }

  @Override
  public List<List<String>> needs() {
    return List.of(List.of("accounts"), List.of("accounts.status"), List.of("accounts.mfa"));
  }

  @Override
  public List<String> references() {
    return List.of("IA-2(1)", "IA-2(2)", "PCI 8.4");
  }

  @Override
  public List<Remedy> remedies() {
    return List.of(
        Remedy.of(
            "Enrol the person",
            15,
            "Ask the person to register a second factor, with a date.",
            "Bar sign-in without one from that date."),
        Remedy.of(
            "Ask for it by policy",
            120,
            "Require a second factor for the role or the whole application.",
            "List the accounts that are left out, each with an owner."));
  }

  @Override
  public void examine(Examination examination) {
    examination
        .enabledAccounts()
        .filter(account -> account.type() != Account.Type.SERVICE)
        .filter(account -> account.mfa() != Answer.UNKNOWN)
        .forEach(account -> examine(examination, account));
  }

  private void examine(Examination examination, Account account) {
    examination.tested();
    if (account.mfa() == Answer.NO) {
      examination
          .flag(account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
          .fact("lastSignIn", account.lastSignIn())
          .saying(
              "The enabled account %s signs in without a second factor.".formatted(account.key()));
    }
  }
}
