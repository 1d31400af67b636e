package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/// An enabled account with a second factor of which every method is one of `names`.
public final class WeakSecondFactor implements Check {

  private static final CheckCard CARD =
      CheckCard.of("weak-second-factor", "Second factor easily taken over")
          .why(
              "Codes sent by text message, call or mail reach whoever takes over the number or the mailbox.")
          .severity(Severity.LOW, "medium if privileged")
          .tests("enabled accounts with a second factor whose method the export tells")
          .needsAll("accounts", "accounts.status", "accounts.mfa", "accounts.mfa-method")
          .references("IA-2")
          .remedy(
              "Move to an app or a key",
              20,
              "Enrol an authenticator app or a hardware key.",
              "Remove the old method.")
          .list("names", List.of("sms", "voice", "email"), "methods that are too weak")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Set<String> weak = new HashSet<>();
    examination.words("names").forEach(word -> weak.add(word.toLowerCase(Locale.ROOT)));
    examination
        .enabledAccounts()
        .filter(account -> account.mfa() == Answer.YES)
        .forEach(account -> {
          List<String> methods = methods(account);
          if (methods.isEmpty()) {
            return;
          }
          examination.tested();
          if (weak.containsAll(methods)) {
            examination
                .flag(account, examination.bySeverityOf(account, Severity.LOW, Severity.MEDIUM))
                .fact("methods", methods)
                .saying(
                    "The second factor of the enabled account %s is %s alone."
                        .formatted(account.key(), String.join(" and ", methods)));
          }
        });
  }

  private static List<String> methods(Account account) {
    return Arrays.stream(account.mfaMethod().split("[;,|/]"))
        .map(method -> method.strip().toLowerCase(Locale.ROOT))
        .filter(method -> !method.isEmpty())
        .toList();
  }
}
