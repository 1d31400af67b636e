package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.List;
import java.util.Map;

/// A success in the period after `days` or more without one, and no administrative change to the account in
/// between. The first success of the log is not judged.
public final class Awakened implements Check {

  private static final CheckCard CARD =
      CheckCard.of("awakened", "Awake after a long sleep")
          .why("An account that sleeps for months and then wakes has often changed hands.")
          .severity(Severity.MEDIUM, "high if privileged")
          .tests("accounts with two successes or more in the log")
          .needsAll("accounts", "sign-ins", "activity")
          .references("AU-6")
          .remedy(
              "Ask",
              15,
              "Ask the person whether it was they.",
              "Look at what was done in that session.")
          .number("days", 90, "days without a success from which the next one is flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Account, List<Long>> changes = Changed.byTarget(examination);
    long from = examination.periodStart();
    Attempts.byAccount(examination, Outcome.SUCCESS)
        .forEach((account, successes) -> {
          if (successes.size() < 2) {
            return;
          }
          examination.tested();
          for (int i = successes.size() - 1; i > 0; i--) {
            Attempt before = successes.get(i - 1);
            Attempt now = successes.get(i);
            long days =
                examination.clock().epochDay(now.at()) - examination.clock().epochDay(before.at());
            if (now.at() >= from
                && days >= examination.number("days")
                && changes.getOrDefault(account, List.of()).stream()
                    .noneMatch(at -> at >= before.at() && at <= now.at())) {
              examination
                  .flag(account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
                  .fact("slept", days)
                  .fact("at", examination.moment(now.at()))
                  .fact("address", now.address())
                  .evidence(now.place())
                  .evidence(before.place())
                  .saying(
                      "The account %s was signed in to on %s, after %,d days without."
                          .formatted(account.key(), examination.moment(now.at()), days));
              return;
            }
          }
        });
  }
}
