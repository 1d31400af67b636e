package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.task.Mitigation;
import java.util.List;

/// A conflict that somebody still holds although its last mitigation ended before the as-of date.
public final class MitigationLapsed implements ConflictCheck {

  private static final CheckCard CARD =
      CheckCard.of("mitigation-lapsed", "Control has ended")
          .why("The conflict was tolerable because of a control that is no longer there.")
          .severity(Severity.HIGH)
          .tests("people who hold a conflict with a recorded control")
          .references("AC-5")
          .remedy(
              "Renew the control",
              30,
              "Ask its owner whether it is still done.",
              "Enter a new end date.")
          .remedy("Take one of the tasks away", 30, "Remove the role or grant that gives it.")
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
      if (mitigation != null && !mitigation.holdsOn(examination.asOf())) {
        ConflictSubjects.flag(examination, held, Severity.HIGH)
            .fact("control", mitigation.control())
            .fact("ended", mitigation.until())
            .fact("owner", mitigation.owner())
            .saying(
                "%s can %s, and the control that made it tolerable ended on %s."
                    .formatted(
                        held.doer().name(),
                        ConflictSubjects.tasks(examination, held.conflict()),
                        mitigation.until()));
      }
    }
  }
}
