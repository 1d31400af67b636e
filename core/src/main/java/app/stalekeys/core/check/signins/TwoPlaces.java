package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/// Successes of one account from two different countries within `minutes`. The country is the last segment of the
/// location.
public final class TwoPlaces implements Check {

  private static final CheckCard CARD =
      CheckCard.of("two-places", "In two countries within an hour")
          .why("Nobody travels that fast.")
          .severity(Severity.HIGH)
          .tests("accounts with successes from known places")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy(
              "Ask",
              20,
              "Ask the person where they were.",
              "End the sessions and set a new password if they cannot explain it.")
          .number("minutes", 60, "minutes within which two countries are flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    long within = Attempts.minutes(examination.number("minutes"));
    Attempts.byAccount(examination, Set.of(Outcome.SUCCESS), attempt -> !country(attempt).isEmpty())
        .forEach((account, successes) -> {
          examination.tested();
          List<Attempt> flagged = apart(successes, within);
          if (!flagged.isEmpty()) {
            List<String> countries = flagged.stream().map(TwoPlaces::country).distinct().toList();
            Examination.Draft draft =
                examination
                    .flag(account, Severity.HIGH)
                    .fact("countries", countries)
                    .fact("first", examination.moment(flagged.getFirst().at()));
            Attempts.cite(draft, flagged);
            draft.saying(
                "The account %s signed in from %s within %d minutes, on %s."
                    .formatted(
                        account.key(),
                        String.join(" and ", countries),
                        examination.number("minutes"),
                        examination.moment(flagged.getFirst().at())));
          }
        });
  }

  /// Those that have another one from another country near them. Any two in one window are near each other, so that
  /// all of it are meant as soon as there are two countries in it. One walk, however many come in a window.
  private static List<Attempt> apart(List<Attempt> successes, long within) {
    List<Attempt> flagged = new ArrayList<>();
    Map<String, Integer> countries = new HashMap<>();
    int first = 0;
    int taken = 0;
    for (int last = 0; last < successes.size(); last++) {
      Attempt now = successes.get(last);
      countries.merge(folded(now), 1, Integer::sum);
      while (now.at() - successes.get(first).at() > within) {
        countries.computeIfPresent(
            folded(successes.get(first++)), (key, n) -> n == 1 ? null : n - 1);
      }
      if (countries.size() > 1) {
        for (taken = Math.max(taken, first); taken <= last; taken++) {
          flagged.add(successes.get(taken));
        }
      }
    }
    return flagged;
  }

  private static String folded(Attempt attempt) {
    return country(attempt).toLowerCase(Locale.ROOT);
  }

  /// The last segment of the location, else the location.
  private static String country(Attempt attempt) {
    String location = attempt.location();
    int last = Math.max(location.lastIndexOf('/'), location.lastIndexOf(','));
    return location.substring(last + 1).strip();
  }
}
