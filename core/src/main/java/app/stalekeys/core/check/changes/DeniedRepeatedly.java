package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// `count` denied activities or more of one account on one day.
public final class DeniedRepeatedly implements Check {

  private static final CheckCard CARD =
      CheckCard.of("denied-repeatedly", "Refused again and again")
          .why(
              "Whoever is refused ten times in a day is looking for a way, or lacks what the work needs.")
          .severity(Severity.LOW)
          .tests("accounts with a denied activity")
          .needsAll("accounts", "activity")
          .references("AU-6")
          .remedy(
              "Ask", 10, "Ask what the person wanted to do.", "Give it by a role, or talk to them.")
          .number("count", 10, "denied activities in one day from which it is flagged")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Account, Map<LocalDate, List<Activity>>> byDay = new LinkedHashMap<>();
    for (Activity done : Deeds.of(examination, Activity::denied)) {
      if (done.actor() != null) {
        byDay
            .computeIfAbsent(Objects.requireNonNull(done.actor()), key -> new LinkedHashMap<>())
            .computeIfAbsent(examination.day(done.at()), key -> new ArrayList<>())
            .add(done);
      }
    }
    byDay.forEach((account, days) -> {
      examination.tested();
      List<LocalDate> flagged =
          days.keySet().stream()
              .filter(
                  day -> days.getOrDefault(day, List.of()).size() >= examination.number("count"))
              .toList();
      if (!flagged.isEmpty()) {
        LocalDate first = flagged.getFirst();
        int refused = days.getOrDefault(first, List.of()).size();
        Examination.Draft draft =
            examination
                .flag(account, Severity.LOW)
                .fact("onDays", flagged.stream().map(LocalDate::toString).toList())
                .fact("denied", refused);
        flagged.forEach(day ->
            days.getOrDefault(day, List.of()).stream()
                .limit(200)
                .forEach(done -> draft.evidence(done.place())));
        draft.saying(
            "The account %s was refused %,d times on %s.".formatted(account.key(), refused, first));
      }
    });
  }
}
