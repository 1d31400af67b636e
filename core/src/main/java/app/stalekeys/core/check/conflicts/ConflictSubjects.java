package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import app.stalekeys.core.task.TaskList;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// What the checks of conflicts share: which conflicts an examination is about, what these need, and who
/// holds one.
final class ConflictSubjects {

  /// Somebody who can do all tasks of a conflict.
  record Held(Conflict conflict, Doers.Doer doer, List<Area> where) {}

  private ConflictSubjects() {}

  /// The conflicts of one application alone, or over all of them those that reach across.
  static List<Conflict> conflicts(Examination examination) {
    TaskList tasks = examination.snapshot().tasks();
    return tasks.conflicts().stream()
        .filter(conflict -> {
          Set<String> in = tasks.applications(conflict);
          return examination.isAcross()
              ? in.size() > 1
              : in.equals(Set.of(examination.application()));
        })
        .toList();
  }

  /// With no task at all every application is not tested; else those that no conflict is about are not
  /// spoken of.
  static boolean concerns(Examination examination) {
    return examination.snapshot().tasks().conflicts().isEmpty()
        ? !examination.isAcross()
        : !conflicts(examination).isEmpty();
  }

  /// @param kinds what each application that a conflict is about must have
  static List<String> missing(Examination examination, String... kinds) {
    TaskList tasks = examination.snapshot().tasks();
    if (tasks.conflicts().isEmpty()) {
      return List.of("tasks");
    }
    List<String> missing = new ArrayList<>();
    for (Conflict conflict : conflicts(examination)) {
      for (var access : examination.snapshot().applications()) {
        if (tasks.applications(conflict).contains(access.application().id())) {
          for (String kind : kinds) {
            if (!access.coverage().has(kind) && !missing.contains(kind)) {
              missing.add(kind);
            }
          }
        }
      }
    }
    return missing;
  }

  /// Everybody who holds one of the examination's conflicts; each who was looked at counts as tested.
  static List<Held> held(Examination examination) {
    TaskList tasks = examination.snapshot().tasks();
    Doers doers = new Doers(examination.snapshot());
    List<Held> held = new ArrayList<>();
    for (Conflict conflict : conflicts(examination)) {
      for (Doers.Doer doer : doers.in(tasks.applications(conflict))) {
        examination.tested();
        List<Area> where = doers.together(doer, conflict);
        if (!where.isEmpty()) {
          held.add(new Held(conflict, doer, where));
        }
      }
    }
    return held;
  }

  /// The mitigation that holds longest; null when there is none.
  static @Nullable Mitigation mitigation(Examination examination, Held held) {
    String id = held.doer().key();
    return examination.snapshot().tasks().mitigations().stream()
        .filter(one -> one.conflict().equals(held.conflict().id()) && one.person().equals(id))
        .max(
            Comparator.comparing(
                (Mitigation one) -> one.until() == null ? java.time.LocalDate.MAX : one.until()))
        .orElse(null);
  }

  private static Subject subject(Doers.Doer doer) {
    return doer.person() == null ? Subject.account(doer.key()) : Subject.person(doer.key());
  }

  static Examination.Draft flag(Examination examination, Held held, Severity severity) {
    Person person = held.doer().person();
    Examination.Draft draft =
        examination
            .flag(subject(held.doer()), severity)
            .of(held.conflict().id())
            .fact("conflict", held.conflict().id())
            .fact("tasks", held.conflict().tasks())
            .fact("person", person == null ? null : person.id())
            .fact("personName", person == null ? null : person.name())
            .fact("department", person == null ? null : person.department())
            .fact("reason", held.conflict().reason())
            .fact(
                "accounts",
                held.doer().accounts().stream().map(one -> one.account().key()).toList())
            .fact("where", where(held.where()));
    if (person != null) {
      draft.evidence(person.place());
    }
    held.doer().accounts().forEach(one -> draft.evidence(one.account().place()));
    return draft;
  }

  /// The names of a conflict's tasks, as a sentence joins them.
  static String tasks(Examination examination, Conflict conflict) {
    TaskList tasks = examination.snapshot().tasks();
    return String.join(
        " and ", conflict.tasks().stream().map(id -> tasks.task(id).name()).toList());
  }

  static List<String> where(List<Area> areas) {
    return areas.stream()
        .flatMap(area -> area.scopes().stream())
        .map(scope -> scope.segments().isEmpty() ? "everywhere" : scope.toString())
        .distinct()
        .sorted()
        .toList();
  }
}
