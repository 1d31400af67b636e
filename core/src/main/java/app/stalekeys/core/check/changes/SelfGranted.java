package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A change that gives access whose actor and target are the same account, or accounts of the same person. One
/// finding an account that was given something.
public final class SelfGranted implements Check {

  private static final CheckCard CARD =
      CheckCard.of("self-granted", "Gave it to oneself")
          .why("Who can help himself to access needs nobody's approval for anything.")
          .severity(Severity.CRITICAL)
          .tests("changes that give access")
          .needsAll("accounts", "activity")
          .references("AC-5", "AC-6(9)")
          .remedy(
              "Take it back and look",
              60,
              "Remove what was given.",
              "Look at what was done with it.",
              "Let somebody else hold the right to give.")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Account, List<Activity>> flagged = new LinkedHashMap<>();
    for (Activity done : Deeds.of(examination, Activity::givesAccess)) {
      examination.tested();
      Account target = Deeds.target(examination, done);
      Account actor = done.actor();
      if (target == null || actor == null) {
        continue;
      }
      Person giver = Deeds.person(examination, actor);
      Person receiver = Deeds.person(examination, target);
      boolean samePerson = giver != null && receiver != null && giver.id().equals(receiver.id());
      if (actor.index() == target.index() || samePerson) {
        flagged.computeIfAbsent(target, key -> new ArrayList<>()).add(done);
      }
    }
    flagged.forEach((account, changes) -> {
      Activity first = changes.getFirst();
      Examination.Draft draft =
          examination
              .flag(account, Severity.CRITICAL)
              .fact("changes", changes.size())
              .fact("given", changes.stream().map(Activity::after).distinct().toList())
              .fact("at", examination.moment(first.at()));
      changes.forEach(done -> draft.evidence(done.place()));
      draft.saying(
          "%s gave %s to itself on %s."
              .formatted(
                  first.actorName(),
                  first.after().isEmpty() ? "access" : first.after(),
                  examination.moment(first.at())));
    });
  }
}
