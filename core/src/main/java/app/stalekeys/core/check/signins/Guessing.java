package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Bursts;
import app.stalekeys.core.signin.Outcome;
import java.util.List;

/// `count` failures or more of one account within `minutes`, in sliding windows; touching windows are one
/// burst. One finding an account.
public final class Guessing implements Check {

  private static final CheckCard CARD =
      CheckCard.of("guessing", "Passwords tried in a row")
          .why(
              "Many failures in minutes are somebody trying passwords, or a program with an old one.")
          .severity(Severity.MEDIUM, "high if privileged")
          .tests("accounts with a failure in the log")
          .needsAll("accounts", "sign-ins")
          .references("AC-7", "AU-6")
          .remedy(
              "Find out who tries",
              30,
              "Look where the attempts come from.",
              "Block the address, or mend the program.")
          .number("count", 10, "failures that make a burst")
          .number("minutes", 10, "minutes within which they lie")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    int count = examination.number("count");
    long within = Attempts.minutes(examination.number("minutes"));
    Attempts.byAccount(examination, Outcome.FAILURE)
        .forEach((account, failures) -> {
          examination.tested();
          List<List<Attempt>> bursts = Bursts.of(failures, count, within);
          if (!bursts.isEmpty()) {
            flag(examination, account, bursts);
          }
        });
  }

  private static void flag(Examination examination, Account account, List<List<Attempt>> bursts) {
    int all = bursts.stream().mapToInt(List::size).sum();
    Examination.Draft draft =
        examination
            .flag(account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
            .fact("bursts", bursts.size())
            .fact("failures", all)
            .fact(
                "from",
                bursts.stream()
                    .flatMap(List::stream)
                    .map(Attempt::address)
                    .filter(address -> !address.isEmpty())
                    .distinct()
                    .limit(20)
                    .toList())
            .fact(
                "times",
                bursts.stream().map(burst -> examination.moment(burst.getFirst().at())).toList());
    bursts.forEach(burst -> Attempts.cite(draft, burst));
    draft.saying(
        "The account %s failed %,d times in %d bursts, the first from %s on."
            .formatted(
                account.key(),
                all,
                bursts.size(),
                examination.moment(bursts.getFirst().getFirst().at())));
  }
}
