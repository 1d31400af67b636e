package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.task.Task;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// A conflict that somebody holds and whose tasks the activity of the period shows all done by that person.
public final class ConflictExercised implements ConflictCheck {

  /// Rows of activity cited in one finding.
  private static final int MOST_CITED = 200;

  private static final CheckCard CARD =
      CheckCard.of("conflict-exercised", "Both tasks done")
          .why("It is no longer a matter of what could be done: one person did both.")
          .severity(Severity.CRITICAL)
          .tests("people and accounts without a person, once a conflict")
          .references("AC-5")
          .remedy(
              "Look at what was done",
              120,
              "List the cases in which both were done.",
              "Have a second person check each.",
              "Take one of the tasks away.")
          .in("Conflicts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public List<String> missing(Examination examination) {
    return ConflictSubjects.missing(
        examination, "accounts", "accounts.status", "grants", "activity");
  }

  @Override
  public void examine(Examination examination) {
    Map<String, Deeds> deeds = new HashMap<>();
    for (ConflictSubjects.Held held : ConflictSubjects.held(examination)) {
      List<Place> rows = new ArrayList<>();
      boolean both =
          held.conflict().tasks().stream()
              .allMatch(task ->
                  isDone(
                      examination, examination.snapshot().tasks().task(task), held, deeds, rows));
      if (both) {
        Examination.Draft draft =
            ConflictSubjects.flag(examination, held, Severity.CRITICAL).fact("deeds", rows.size());
        rows.stream().limit(MOST_CITED).forEach(draft::evidence);
        draft.saying(
            "%s did %s in the period."
                .formatted(
                    held.doer().name(), ConflictSubjects.tasks(examination, held.conflict())));
      }
    }
  }

  private static boolean isDone(
      Examination examination,
      Task task,
      ConflictSubjects.Held held,
      Map<String, Deeds> deeds,
      List<Place> rows) {
    int done = 0;
    for (Task.Need need : task.permissions()) {
      boolean found = false;
      for (Doers.Held one : held.doer().accounts()) {
        if (one.access().application().id().equals(need.application())) {
          Deeds known =
              deeds.computeIfAbsent(
                  need.application(), id -> Deeds.inPeriod(one.access(), examination));
          found |= known.add(one.account(), need, rows);
        }
      }
      done += found ? 1 : 0;
    }
    return task.all() ? done == task.permissions().size() : done > 0;
  }
}
