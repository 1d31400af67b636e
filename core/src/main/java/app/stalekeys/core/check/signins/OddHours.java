package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.source.ZoneClock;
import java.time.LocalTime;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;

/// At least `count` successes outside the hours, Monday to Friday, in the audit's zone, and at least `share` percent
/// of the account's successes.
public final class OddHours implements Check {

  private static final CheckCard CARD =
      CheckCard.of("odd-hours", "At odd hours")
          .why("Work at night is unusual for most, and then nobody looks.")
          .severity(Severity.LOW, "medium if privileged")
          .tests("accounts with a success in the log")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy(
              "Ask", 10, "Ask whether the work is done in shifts.", "If not, ask for the reason.")
          .number("count", 5, "successes outside the hours from which it is flagged")
          .number("share", 20, "percent of all successes from which it is flagged")
          .list(
              "hours",
              List.of("07:00", "20:00"),
              "first and last time of a working day, Monday to Friday; the last one excluded")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    List<String> hours = examination.words("hours");
    LocalTime opens = LocalTime.parse(hours.getFirst());
    LocalTime closes = LocalTime.parse(hours.getLast());
    Predicate<Attempt> isOdd = outside(examination.clock(), opens, closes);
    Attempts.byAccount(examination, Outcome.SUCCESS)
        .forEach((account, successes) -> {
          examination.tested();
          List<Attempt> odd = successes.stream().filter(isOdd).toList();
          boolean enough =
              odd.size() >= examination.number("count")
                  && odd.size() * 100L >= (long) examination.number("share") * successes.size();
          if (enough) {
            Examination.Draft draft =
                examination
                    .flag(account, examination.bySeverityOf(account, Severity.LOW, Severity.MEDIUM))
                    .fact("odd", odd.size())
                    .fact("successes", successes.size());
            Attempts.cite(draft, odd);
            draft.saying(
                "The account %s signed in %,d of %,d times outside %s to %s, Monday to Friday."
                    .formatted(account.key(), odd.size(), successes.size(), opens, closes));
          }
        });
  }

  private static Predicate<Attempt> outside(ZoneClock clock, LocalTime opens, LocalTime closes) {
    long from = TimeUnit.NANOSECONDS.toMillis(opens.toNanoOfDay());
    long until = TimeUnit.NANOSECONDS.toMillis(closes.toNanoOfDay());
    return attempt -> {
      long time = clock.millisOfDay(attempt.at());
      return clock.dayOfWeek(attempt.at()) > 5 || time < from || time >= until;
    };
  }
}
