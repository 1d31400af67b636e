package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.ArrayList;
import java.util.List;
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
          List<Attempt> flagged = new ArrayList<>();
          int first = 0;
          for (int last = 0; last < successes.size(); last++) {
            Attempt now = successes.get(last);
            while (now.at() - successes.get(first).at() > within) {
              first++;
            }
            for (Attempt before : successes.subList(first, last)) {
              if (!country(before).equalsIgnoreCase(country(now))) {
                add(flagged, before);
                add(flagged, now);
              }
            }
          }
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

  private static void add(List<Attempt> flagged, Attempt attempt) {
    if (!flagged.contains(attempt)) {
      flagged.add(attempt);
    }
  }

  /// The last segment of the location, else the location.
  private static String country(Attempt attempt) {
    String location = attempt.location();
    int last = Math.max(location.lastIndexOf('/'), location.lastIndexOf(','));
    return location.substring(last + 1).strip();
  }
}
