package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.change.Approvals;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A change in the period that gives access, with no approved request for that person and role dated from `days` days
/// before to `after` days after it. One finding an account, its changes listed.
public final class UnapprovedChange implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unapproved-change", "Given without approval")
          .why("Access that nobody asked for was given by somebody for a reason nobody knows.")
          .severity(Severity.HIGH)
          .tests("changes in the period that give access")
          .needsAll("accounts", "activity", "requests")
          .references("AC-2", "CM-3")
          .remedy(
              "Ask for the approval",
              15,
              "Ask who gave it on whose word.",
              "Have the request made and approved, or take it away.")
          .number("days", 30, "days before the change in which the request may lie")
          .number("after", 3, "days after the change in which the request may lie")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Approvals approvals =
        new Approvals(
            examination.access(),
            examination.snapshot().zone(),
            examination.number("days"),
            examination.number("after"));
    Map<Account, List<Activity>> flagged = new LinkedHashMap<>();
    for (Activity done : Deeds.of(examination, Activity::givesAccess)) {
      Account target = Deeds.target(examination, done);
      if (target == null || done.at() < examination.periodStart()) {
        continue;
      }
      examination.tested();
      if (approvals.behind(done, target) == null) {
        flagged.computeIfAbsent(target, key -> new ArrayList<>()).add(done);
      }
    }
    flagged.forEach((account, changes) -> {
      Examination.Draft draft =
          examination
              .flag(account, Severity.HIGH)
              .fact("changes", changes.size())
              .fact("given", changes.stream().map(Activity::after).distinct().toList())
              .fact("by", changes.stream().map(Activity::actorName).distinct().toList())
              .fact("first", examination.moment(changes.getFirst().at()));
      changes.forEach(done -> draft.evidence(done.place()));
      draft.saying(
          "%s was given %s by %s on %s, and no approved request fits."
              .formatted(
                  account.key(),
                  Enumeration.of(changes.stream().map(Activity::after).distinct().toList()),
                  changes.getFirst().actorName(),
                  examination.moment(changes.getFirst().at())));
    });
  }
}
