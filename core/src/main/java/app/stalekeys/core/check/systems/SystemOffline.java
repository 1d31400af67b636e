package app.stalekeys.core.check.systems;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.snapshot.SystemRecord;

/// A system that the export says is not online.
public final class SystemOffline implements SystemCheck {

  private static final CheckCard CARD =
      CheckCard.of("system-offline", "Not online")
          .why("What is not reached is not patched, not watched, and not missed.")
          .severity(Severity.LOW)
          .tests("systems of which the export tells whether they are online")
          .needsAll("systems")
          .references()
          .remedy(
              "Find out",
              30,
              "Ask its owner whether it still runs.",
              "Take it off the list or bring it back.")
          .in("Systems");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (SystemRecord system : Systems.of(examination)) {
      if (system.online() == Answer.UNKNOWN) {
        continue;
      }
      examination.tested();
      if (system.online() == Answer.NO) {
        examination
            .flag(Subject.system(system.id()), Severity.LOW)
            .fact("name", system.name())
            .fact("owner", system.owner())
            .evidence(system.place())
            .saying("%s is not online.".formatted(system.id()));
      }
    }
  }
}
