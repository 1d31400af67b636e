package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Bursts;
import app.stalekeys.core.signin.Outcome;
import java.util.List;

/// A success of an account within `minutes` after the last failure of a burst, as the check for guessing counts
/// bursts.
public final class Guessed implements Check {

  private static final CheckCard CARD =
      CheckCard.of("guessed", "Came in after many failures")
          .why("The guess worked.")
          .severity(Severity.CRITICAL)
          .tests("accounts with a burst of failures")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy(
              "Treat it as broken into",
              120,
              "Disable the account and end its sessions.",
              "Look at what was done since.",
              "Set a new password with its person.")
          .number("count", 10, "failures that make a burst")
          .number("window", 10, "minutes within which they lie")
          .number("minutes", 30, "minutes after the last failure within which a success is flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    int count = examination.number("count");
    long within = Attempts.minutes(examination.number("window"));
    long after = Attempts.minutes(examination.number("minutes"));
    Attempts.byAccount(examination, Outcome.FAILURE, Outcome.SUCCESS)
        .forEach((account, attempts) -> {
          List<Attempt> failures =
              attempts.stream().filter(one -> one.outcome() == Outcome.FAILURE).toList();
          List<List<Attempt>> bursts = Bursts.of(failures, count, within);
          if (bursts.isEmpty()) {
            return;
          }
          examination.tested();
          List<Attempt> successes =
              attempts.stream()
                  .filter(one -> one.outcome() == Outcome.SUCCESS)
                  .filter(one ->
                      bursts.stream().anyMatch(burst -> follows(one, burst.getLast(), after)))
                  .toList();
          if (!successes.isEmpty()) {
            Attempt first = successes.getFirst();
            Examination.Draft draft =
                examination
                    .flag(account, Severity.CRITICAL)
                    .fact("at", examination.moment(first.at()))
                    .fact("address", first.address())
                    .fact("failures", bursts.stream().mapToInt(List::size).sum());
            Attempts.cite(draft, successes);
            bursts.forEach(burst -> Attempts.cite(draft, burst));
            draft.saying(
                "After a burst of failures somebody signed in as %s on %s."
                    .formatted(account.key(), examination.moment(first.at())));
          }
        });
  }

  private static boolean follows(Attempt success, Attempt last, long within) {
    return success.at() >= last.at() && success.at() - last.at() <= within;
  }
}
