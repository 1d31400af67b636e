package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.List;

/// An enabled account of type shared, or one whose key or name has a word of `patterns` in it while its type
/// is personal or unknown.
public final class SharedAccount implements Check {

  private static final CheckCard CARD =
      CheckCard.of("shared-account", "Used by several people")
          .why("Of what is done with a shared account nobody can say who did it.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts")
          .needsAll("accounts", "accounts.status")
          .references("IA-2", "PCI 8.2.2")
          .remedy(
              "Give everybody an account of their own",
              60,
              "List who uses it.",
              "Create personal accounts with the rights they need.",
              "Disable the shared one.")
          .remedy(
              "Keep it and record its use",
              30,
              "Name an owner.",
              "Let the owner keep a list of who used it when.")
          .list(
              "patterns",
              List.of("shared", "team", "kiosk", "till", "counter", "reception"),
              "words in key or name that tell a shared account")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Words words = Words.of(examination.words("patterns"));
    examination
        .enabledAccounts()
        .forEach(account -> {
          examination.tested();
          boolean byType = account.type() == Account.Type.SHARED;
          boolean undecided =
              account.type() == Account.Type.PERSONAL || account.type() == Account.Type.UNKNOWN;
          String word = undecided ? words.foundIn(account) : null;
          if (byType || word != null) {
            examination
                .flag(account, Severity.MEDIUM)
                .fact("type", account.type().word())
                .fact("word", word)
                .saying(
                    byType
                        ? "The enabled account %s is a shared one.".formatted(account.key())
                        : "The enabled account %s has the word \"%s\" in its key or name and looks like a shared one."
                            .formatted(account.key(), word));
          }
        });
  }
}
