package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.task.Conflict;
import java.util.List;

/// A role that alone gives all tasks of a conflict with overlapping scope. One finding a role and conflict.
public final class RoleConflicted implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-conflicted", "Conflict inside one role")
          .why("Whoever is given this role is given the conflict.")
          .severity(Severity.HIGH)
          .tests("roles, once a conflict")
          .needsAll("roles", "grants")
          .references("AC-5")
          .remedy(
              "Split the role",
              120,
              "Make one role for each task.",
              "Give each holder the one that is needed.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public List<String> missing(Examination examination) {
    return examination.snapshot().tasks().conflicts().isEmpty() ? List.of("tasks") : List.of();
  }

  @Override
  public void examine(Examination examination) {
    Doers doers = new Doers(examination.snapshot());
    for (Conflict conflict : examination.snapshot().tasks().conflicts()) {
      if (!examination
          .snapshot()
          .tasks()
          .applications(conflict)
          .contains(examination.application())) {
        continue;
      }
      for (Role role : examination.access().roles().roles()) {
        examination.tested();
        List<Area> where = doers.together(examination.access(), role.id(), conflict);
        if (!where.isEmpty()) {
          examination
              .flag(Subject.role(role.id()), Severity.HIGH)
              .of(conflict.id())
              .fact("conflict", conflict.id())
              .fact("tasks", conflict.tasks())
              .evidence(role.place())
              .saying(
                  "The role %s alone lets its holder %s."
                      .formatted(role.id(), ConflictSubjects.tasks(examination, conflict)));
        }
      }
    }
  }
}
