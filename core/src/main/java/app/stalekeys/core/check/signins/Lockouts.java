package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Outcome;
import java.util.Set;

/// `count` lock-outs or more of one account in the period.
public final class Lockouts implements Check {

  private static final CheckCard CARD =
      CheckCard.of("lockouts", "Locked out again and again")
          .why("Locks that repeat are attempts that repeat.")
          .severity(Severity.LOW)
          .tests("accounts with a lock-out in the period")
          .needsAll("accounts", "sign-ins")
          .references("AC-7")
          .remedy("Ask", 10, "Ask the person, and look where the attempts come from.")
          .number("count", 3, "lock-outs in the period from which it is flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    long from = examination.periodStart();
    Attempts.byAccount(examination, Set.of(Outcome.LOCKOUT), attempt -> attempt.at() >= from)
        .forEach((account, locks) -> {
          examination.tested();
          if (locks.size() >= examination.number("count")) {
            Examination.Draft draft =
                examination.flag(account, Severity.LOW).fact("lockouts", locks.size());
            Attempts.cite(draft, locks);
            draft.saying(
                "The account %s was locked %,d times in the period."
                    .formatted(account.key(), locks.size()));
          }
        });
  }
}
