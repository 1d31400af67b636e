package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;

/// An enabled account, not of a service, that the export says has no second factor. An account for
/// which the export says nothing is neither flagged nor counted as tested.
public final class NoSecondFactor implements Check {

  private static final CheckCard CARD =
      CheckCard.of("no-second-factor", "No second factor")
          .why("A password alone can be guessed, read over a shoulder, or bought.")
          .severity(Severity.MEDIUM, "high if privileged")
          .tests("enabled accounts, not of a service, whose second factor the export tells")
          .needs("accounts")
          .needs("accounts.status")
          .needs("accounts.mfa")
          .references("IA-2(1)", "IA-2(2)", "PCI 8.4")
          .remedy(
              "Enrol the person",
              15,
              "Ask the person to register a second factor, with a date.",
              "Bar sign-in without one from that date.")
          .remedy(
              "Ask for it by policy",
              120,
              "Require a second factor for the role or the whole application.",
              "List the accounts that are left out, each with an owner.")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
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
