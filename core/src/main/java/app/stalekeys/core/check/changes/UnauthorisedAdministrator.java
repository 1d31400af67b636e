package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// Administrative activity by an account that was not privileged at that time, by the windows of its assignments and
/// by recorded changes; without either, as on the as-of date.
public final class UnauthorisedAdministrator implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unauthorised-administrator", "Administered without the right")
          .why("Somebody who should not be able to change access did.")
          .severity(Severity.HIGH)
          .tests("accounts with administrative activity")
          .needsAll("accounts", "activity")
          .needs("roles", "permissions")
          .needs("assignments", "grants")
          .references("AC-6(9)")
          .remedy(
              "Find out how",
              120,
              "Look which right let it.",
              "Take that right away, or declare it privileged.",
              "Look at what was changed.")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Account, List<Activity>> byActor = new LinkedHashMap<>();
    for (Activity done : Deeds.of(examination, Activity::isAdministrative)) {
      if (done.actor() != null) {
        byActor
            .computeIfAbsent(Objects.requireNonNull(done.actor()), key -> new ArrayList<>())
            .add(done);
      }
    }
    PrivilegeInTime privileges = new PrivilegeInTime(examination);
    byActor.forEach((account, deeds) -> {
      examination.tested();
      List<Activity> without =
          deeds.stream().filter(done -> !privileges.held(account, done.at())).toList();
      if (!without.isEmpty()) {
        Examination.Draft draft =
            examination
                .flag(account, Severity.HIGH)
                .fact("changes", without.size())
                .fact("actions", without.stream().map(Activity::action).distinct().toList())
                .fact("first", examination.moment(without.getFirst().at()));
        without.stream().limit(200).forEach(done -> draft.evidence(done.place()));
        draft.saying(
            "%s administered access %,d times without being privileged, first on %s."
                .formatted(
                    account.key(), without.size(), examination.moment(without.getFirst().at())));
      }
    });
  }
}
