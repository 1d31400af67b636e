package app.stalekeys.core.check.systems;

import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.snapshot.SystemRecord;
import java.time.LocalDate;

/// A system whose certificate ends within `days` after the as-of date, or has ended.
public final class SystemCertificate implements SystemCheck {

  private static final CheckCard CARD =
      CheckCard.of("system-certificate", "Certificate about to end")
          .why("When a certificate ends the work stops, and people learn to click warnings away.")
          .severity(Severity.MEDIUM)
          .tests("systems whose certificate's end is known")
          .needsAll("systems")
          .references("SC-17")
          .remedy(
              "Renew it",
              30,
              "Have a new one issued and put in place.",
              "Set a reminder for the next one.")
          .number("days", 30, "days after the as-of date within which it is flagged")
          .in("Systems");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (SystemRecord system : Systems.of(examination)) {
      LocalDate ends = system.certificateExpires();
      if (ends == null) {
        continue;
      }
      examination.tested();
      long left = -examination.daysSince(ends);
      if (left <= examination.number("days")) {
        examination
            .flag(Subject.system(system.id()), Severity.MEDIUM)
            .fact("name", system.name())
            .fact("expires", ends)
            .fact("days", left)
            .fact("owner", system.owner())
            .evidence(system.place())
            .saying(
                "The certificate of %s %s on %s."
                    .formatted(system.id(), left < 0 ? "ended" : "ends", ends));
      }
    }
  }
}
