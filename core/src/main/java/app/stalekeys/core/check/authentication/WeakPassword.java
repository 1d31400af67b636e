package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.PasswordRules;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.Answer;
import java.util.ArrayList;
import java.util.List;

/// An enabled account whose password is used elsewhere, is weak by a word of `names` or a strength below
/// `count`, or is still the default.
public final class WeakPassword implements Check {

  private static final CheckCard CARD =
      CheckCard.of("weak-password", "Weak password")
          .why("A reused, weak or default password is the first that is tried.")
          .severity(Severity.HIGH)
          .tests("enabled accounts of whose password the export tells something")
          .needsAll("accounts", "accounts.status")
          .needs(
              "accounts.password-reused", "accounts.password-strength", "accounts.default-password")
          .references("IA-5(1)")
          .remedy(
              "Have it changed",
              5,
              "Ask for a new password at the next sign-in, checked against known leaks.")
          .list("names", List.of("weak"), "words for a strength that is too low")
          .number("count", 50, "strength in numbers below which it is too low")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination.enabledAccounts().forEach(account -> examine(examination, account));
  }

  private static void examine(Examination examination, Account account) {
    PasswordRules password = account.password();
    if (password.reused() == Answer.UNKNOWN
        && password.strength().isEmpty()
        && password.standard() == Answer.UNKNOWN) {
      return;
    }
    examination.tested();
    List<String> why = new ArrayList<>();
    if (password.reused() == Answer.YES) {
      why.add("used elsewhere");
    }
    if (isWeak(examination, password.strength())) {
      why.add("of strength " + password.strength());
    }
    if (password.standard() == Answer.YES) {
      why.add("the default");
    }
    if (!why.isEmpty()) {
      examination
          .flag(account, Severity.HIGH)
          .fact("strength", password.strength())
          .fact("why", List.copyOf(why))
          .saying(
              "The password of the enabled account %s is %s."
                  .formatted(account.key(), String.join(" and ", why)));
    }
  }

  private static boolean isWeak(Examination examination, String strength) {
    String word = strength.strip();
    if (word.matches("[0-9]{1,9}([.][0-9]+)?")) {
      return Double.parseDouble(word) < examination.number("count");
    }
    return examination.words("names").stream().anyMatch(word::equalsIgnoreCase);
  }
}
