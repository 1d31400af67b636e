package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;

/// An enabled account, not of a service, whose password is set never to expire.
public final class PasswordNeverExpires implements Check {

  private static final CheckCard CARD =
      CheckCard.of("password-never-expires", "Password never expires")
          .why("The rule that everybody else's password follows does not reach this one.")
          .severity(Severity.LOW, "medium if privileged")
          .tests("enabled accounts, not of a service, of which the export tells it")
          .needsAll("accounts", "accounts.status", "accounts.password-never-expires")
          .references("IA-5")
          .remedy("Take the exemption off", 5, "Clear the mark on the account.")
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
        .filter(account -> account.password().neverExpires() != Answer.UNKNOWN)
        .forEach(account -> {
          examination.tested();
          if (account.password().neverExpires() == Answer.YES) {
            examination
                .flag(account, examination.bySeverityOf(account, Severity.LOW, Severity.MEDIUM))
                .saying(
                    "The password of the enabled account %s is set never to expire."
                        .formatted(account.key()));
          }
        });
  }
}
