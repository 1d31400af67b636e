package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Bursts;
import app.stalekeys.core.signin.Outcome;
import java.util.List;

/// `count` failures or more of one account in the period that are not a burst already.
public final class RepeatedFailures implements Check {

  private static final CheckCard CARD =
      CheckCard.of("repeated-failures", "Fails again and again")
          .why("Whoever fails every day has forgotten something, or a program has.")
          .severity(Severity.LOW)
          .tests("accounts with a failure in the period")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy("Ask", 10, "Ask the person, or look for a program with an old password.")
          .number("count", 50, "failures in the period from which it is flagged")
          .number("burst", 10, "failures that make a burst, which is another check")
          .number("minutes", 10, "minutes within which they lie")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    long from = examination.periodStart();
    Attempts.byAccount(examination, Outcome.FAILURE)
        .forEach((account, failures) -> {
          List<Attempt> inPeriod = failures.stream().filter(one -> one.at() >= from).toList();
          if (inPeriod.isEmpty()) {
            return;
          }
          examination.tested();
          boolean guessing =
              !Bursts.of(
                      failures,
                      examination.number("burst"),
                      Attempts.minutes(examination.number("minutes")))
                  .isEmpty();
          if (inPeriod.size() >= examination.number("count") && !guessing) {
            Examination.Draft draft =
                examination.flag(account, Severity.LOW).fact("failures", inPeriod.size());
            Attempts.cite(draft, inPeriod);
            draft.saying(
                "The account %s failed %,d times in the period, never many at once."
                    .formatted(account.key(), inPeriod.size()));
          }
        });
  }
}
