package app.stalekeys.core.check.systems;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.snapshot.SystemRecord;

/// A system whose version lies below the required one, compared by dotted parts: 4.9 is below 4.10.
public final class SystemOutdated implements SystemCheck {

  private static final CheckCard CARD =
      CheckCard.of("system-outdated", "Version too old")
          .why("What is known to be broken in an old version is known to everybody.")
          .severity(Severity.MEDIUM)
          .tests("systems whose version and required version are known")
          .needsAll("systems")
          .references("SI-2")
          .remedy(
              "Bring it up to date",
              240,
              "Plan the update with its owner.",
              "Try it on a copy first.")
          .in("Systems");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (SystemRecord system : Systems.of(examination)) {
      if (system.version().isEmpty() || system.requiredVersion().isEmpty()) {
        continue;
      }
      examination.tested();
      if (Versions.compare(system.version(), system.requiredVersion()) < 0) {
        examination
            .flag(Subject.system(system.id()), Severity.MEDIUM)
            .fact("name", system.name())
            .fact("version", system.version())
            .fact("required", system.requiredVersion())
            .fact("owner", system.owner())
            .evidence(system.place())
            .saying(
                "%s runs version %s; %s is required."
                    .formatted(system.id(), system.version(), system.requiredVersion()));
      }
    }
  }
}
