package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Objects;

/// An enabled account that holds high or critical permissions of which nothing was used in the last `days`. One
/// finding an account, listing them. Use is of that very permission.
public final class UnusedPermission implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unused-permission", "Sensitive right, not used")
          .why("A right that nobody uses does no good and can do harm.")
          .severity(Severity.LOW, "medium if one of them is critical")
          .tests("enabled accounts that hold a high or critical permission")
          .needsAll("accounts", "accounts.status", "grants", "permissions")
          .needs("usage", "activity")
          .references("AC-6(7)")
          .remedy(
              "Take it away",
              10,
              "Ask the person and the manager, with a date to answer by.",
              "Remove the role or grant that gives it.")
          .number("days", 90, "days without use from which it is flagged")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    EffectiveAccess effective = examination.access().effective();
    BitSet sensitive = effective.universe().atLeast(Sensitivity.HIGH);
    examination
        .enabledAccounts()
        .forEach(account -> {
          BitSet held = (BitSet) sensitive.clone();
          held.and(effective.permissions(account));
          if (!held.isEmpty()) {
            examination.tested();
            examine(examination, account, held);
          }
        });
  }

  private static void examine(Examination examination, Account account, BitSet held) {
    Universe universe = examination.access().effective().universe();
    int days = examination.number("days");
    List<String> unused = new ArrayList<>();
    List<Place> places = new ArrayList<>();
    boolean critical = false;
    for (int number = held.nextSetBit(0); number >= 0; number = held.nextSetBit(number + 1)) {
      Usage.Use use = examination.access().records().usage().last(account, number);
      if (use != null && examination.daysSince(use.day()) < days) {
        continue;
      }
      unused.add(universe.words(number));
      places.add(Objects.requireNonNull(universe.detail(number)).place());
      critical |= universe.sensitivity(number) == Sensitivity.CRITICAL;
    }
    if (!unused.isEmpty()) {
      Examination.Draft draft =
          examination
              .flag(account, critical ? Severity.MEDIUM : Severity.LOW)
              .fact("count", unused.size())
              .fact("permissions", List.copyOf(unused));
      places.forEach(draft::evidence);
      draft.saying(
          "The enabled account %s holds %d sensitive permissions it has not used in %d days: %s."
              .formatted(
                  account.key(),
                  unused.size(),
                  examination.number("days"),
                  Enumeration.of(unused)));
    }
  }
}
