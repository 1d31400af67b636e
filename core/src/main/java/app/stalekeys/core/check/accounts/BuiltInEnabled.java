package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;
import java.util.List;

/// An enabled built-in account, by its type or because its key or name is one of `names`.
public final class BuiltInEnabled implements Check {

  private static final CheckCard CARD =
      CheckCard.of("built-in-enabled", "Built-in account in use")
          .why(
              "Everybody knows the names of accounts that come with a product, and often their passwords.")
          .severity(Severity.HIGH, "critical with a default password")
          .tests("enabled accounts")
          .needsAll("accounts", "accounts.status")
          .references("CM-7", "PCI 2.2.2")
          .remedy(
              "Disable it",
              30,
              "Create a personal administrator account first.",
              "Disable the built-in one.")
          .remedy(
              "Lock it away",
              45,
              "Set a long password and keep it sealed.",
              "Raise an alarm when it is used.")
          .list(
              "names",
              List.of("admin", "administrator", "root", "guest", "system", "default"),
              "keys or names that tell a built-in account")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Words names = Words.of(examination.words("names"));
    examination
        .enabledAccounts()
        .forEach(account -> {
          examination.tested();
          boolean byType = account.type() == Account.Type.BUILT_IN;
          if (byType || names.isOne(account)) {
            boolean standard = account.password().standard() == Answer.YES;
            examination
                .flag(account, standard ? Severity.CRITICAL : Severity.HIGH)
                .fact("type", account.type().word())
                .fact("defaultPassword", standard ? "yes" : null)
                .saying(
                    "The built-in account %s is enabled%s."
                        .formatted(account.key(), standard ? " and has its default password" : ""));
          }
        });
  }
}
