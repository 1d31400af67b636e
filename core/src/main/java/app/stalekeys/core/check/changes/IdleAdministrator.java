package app.stalekeys.core.check.changes;

import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;

/// A privileged account without one administrative activity in the last `days`.
public final class IdleAdministrator implements Check {

  private static final CheckCard CARD =
      CheckCard.of("idle-administrator", "Administrator who administers nothing")
          .why("A right to change everything that is not used is only a risk.")
          .severity(Severity.LOW)
          .tests("enabled privileged accounts")
          .needsAll("accounts", "accounts.status", "activity")
          .needs("roles", "permissions")
          .needs("assignments", "grants")
          .references("AC-6(7)")
          .remedy("Take it away", 15, "Ask for a reason to keep it.", "Remove the role.")
          .number("days", 90, "days without administrative activity from which it is flagged")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Integer, LocalDate> last = new HashMap<>();
    for (Activity done : Deeds.of(examination, Activity::isAdministrative)) {
      if (done.actor() != null) {
        last.put(Objects.requireNonNull(done.actor()).index(), examination.day(done.at()));
      }
    }
    examination
        .enabledAccounts()
        .filter(examination.access()::isPrivileged)
        .forEach(account -> {
          examination.tested();
          LocalDate day = last.get(account.index());
          if (day == null || examination.daysSince(day) >= examination.number("days")) {
            Examination.Draft draft =
                examination.flag(account, Severity.LOW).fact("lastChange", day);
            examination
                .access()
                .records()
                .activity()
                .files()
                .forEach(file -> draft.evidence(Place.ofFile(file)));
            draft.saying(
                "The privileged account %s %s."
                    .formatted(
                        account.key(),
                        day == null
                            ? "has administered nothing on record"
                            : "last administered anything on " + day));
          }
        });
  }
}
