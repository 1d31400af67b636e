package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.task.Mitigation;
import java.util.List;

/// A person, or an account without one, who can do all tasks of a conflict with overlapping scope through
/// usable permissions. While a mitigation holds the severity is low and the mitigation is shown.
public final class ConflictHeld implements ConflictCheck {

  private static final CheckCard CARD =
      CheckCard.of("conflict", "Two tasks, one person")
          .why("Who can do both can hide the one with the other.")
          .severity(Severity.HIGH, "the conflict's own; low while a mitigation holds")
          .tests("people and accounts without a person, once a conflict")
          .references("AC-5", "A.5.3")
          .remedy(
              "Take one of the two away",
              30,
              "Choose the task the person does least.",
              "Remove the role or grant that gives it.")
          .remedy(
              "Record a control",
              60,
              "Let a second person check what the first did.",
              "Enter the control with an end date.")
          .in("Conflicts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public List<String> missing(Examination examination) {
    return ConflictSubjects.missing(examination, "accounts", "accounts.status", "grants");
  }

  @Override
  public void examine(Examination examination) {
    for (ConflictSubjects.Held held : ConflictSubjects.held(examination)) {
      Mitigation mitigation = ConflictSubjects.mitigation(examination, held);
      boolean mitigated = mitigation != null && mitigation.holdsOn(examination.asOf());
      Severity own = Severity.of(held.conflict().severity()).orElse(Severity.HIGH);
      Examination.Draft draft =
          ConflictSubjects.flag(examination, held, mitigated ? Severity.LOW : own);
      if (mitigation != null && mitigated) {
        draft.fact("mitigatedBy", mitigation.control()).fact("mitigatedUntil", mitigation.until());
      }
      draft.saying(
          "%s can %s, %s%s."
              .formatted(
                  held.doer().name(),
                  ConflictSubjects.tasks(examination, held.conflict()),
                  "in " + Enumeration.of(ConflictSubjects.where(held.where())),
                  mitigated ? "; a control is recorded" : ""));
    }
  }
}
