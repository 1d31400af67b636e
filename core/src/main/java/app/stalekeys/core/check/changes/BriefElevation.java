package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A privileged role that was given to an account and taken from it again within `hours`.
public final class BriefElevation implements Check {

  private static final CheckCard CARD =
      CheckCard.of("brief-elevation", "Administrator for a few hours")
          .why("A right that was there for one night leaves no mark in any list of rights.")
          .severity(Severity.MEDIUM)
          .tests("privileged roles given")
          .needsAll("accounts", "roles", "activity")
          .references("AC-6(9)")
          .remedy(
              "Look at those hours",
              60,
              "List what the account did meanwhile.",
              "Ask who gave it, and why at that hour.")
          .number("hours", 48, "hours within which it was taken again")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<String, List<Activity>> taken = new HashMap<>();
    Deeds.of(examination, done -> !done.denied() && done.action().equals("take-role"))
        .forEach(done -> {
          Account target = Deeds.target(examination, done);
          if (target != null) {
            taken.computeIfAbsent(key(target, done.before()), k -> new ArrayList<>(1)).add(done);
          }
        });
    Map<Account, List<Activity>> flagged = new LinkedHashMap<>();
    for (Activity given :
        Deeds.of(examination, done -> !done.denied() && done.action().equals("give-role"))) {
      Account target = Deeds.target(examination, given);
      if (target == null || !examination.access().isPrivilegedRole(given.after())) {
        continue;
      }
      examination.tested();
      taken.getOrDefault(key(target, given.after()), List.of()).stream()
          .filter(done -> done.at() >= given.at())
          .filter(done -> done.at() - given.at() <= examination.number("hours") * 3_600_000L)
          .findFirst()
          .ifPresent(done -> {
            List<Activity> rows = flagged.computeIfAbsent(target, key -> new ArrayList<>());
            rows.add(given);
            rows.add(done);
          });
    }
    flagged.forEach((account, rows) -> {
      Examination.Draft draft =
          examination
              .flag(account, Severity.MEDIUM)
              .fact("role", rows.getFirst().after())
              .fact("given", examination.moment(rows.getFirst().at()))
              .fact("taken", examination.moment(rows.get(1).at()))
              .fact("by", rows.getFirst().actorName());
      rows.forEach(done -> draft.evidence(done.place()));
      draft.saying(
          "%s held the privileged role %s from %s to %s."
              .formatted(
                  account.key(),
                  rows.getFirst().after(),
                  examination.moment(rows.getFirst().at()),
                  examination.moment(rows.get(1).at())));
    });
  }

  private static String key(Account account, String role) {
    return account.index() + "\n" + role;
  }
}
