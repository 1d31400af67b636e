package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.effective.EffectiveAccess;
import java.util.BitSet;
import java.util.List;
import java.util.Set;

/// A role whose effective permissions are a proper subset of another's, by coverage of scope and exceptions, while
/// at least `share` percent of its direct holders hold that one too.
public final class RoleContained implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-contained", "Role inside another")
          .why(
              "Who already holds the larger role gains nothing by the smaller one, and keeps it when the larger one goes.")
          .severity(Severity.LOW)
          .tests("roles that give something and have a direct holder")
          .needsAll("roles", "grants", "assignments")
          .references("AC-6")
          .remedy(
              "Take the smaller one away",
              30,
              "Remove it from those who hold the larger one.",
              "Delete it when nobody is left.")
          .number("share", 80, "percent of its holders that hold the larger one")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    EffectiveAccess effective = examination.access().effective();
    RoleHolders holders = new RoleHolders(examination);
    List<Role> roles =
        examination.access().roles().roles().stream()
            .filter(role -> !effective.ofRole(role.id()).isEmpty())
            .toList();
    for (Role role : roles) {
      Set<Account> held = holders.direct(role.id());
      if (held.isEmpty()) {
        continue;
      }
      examination.tested();
      List<Role> larger =
          roles.stream()
              .filter(other -> other != role)
              .filter(other -> givesNoMore(effective, role.id(), other.id()))
              .filter(
                  other -> isShared(held, holders.direct(other.id()), examination.number("share")))
              .filter(other -> isInside(effective, role.id(), other.id()))
              .filter(other -> !isInside(effective, other.id(), role.id()))
              .toList();
      if (!larger.isEmpty()) {
        List<String> ids = larger.stream().map(Role::id).toList();
        Examination.Draft draft =
            examination
                .flag(Subject.role(role.id()), Severity.LOW)
                .fact("within", ids)
                .fact("holders", held.size())
                .evidence(role.place());
        larger.forEach(other -> draft.evidence(other.place()));
        draft.saying(
            "All that the role %s gives is in %s, which at least %d %% of its %d holders hold too."
                .formatted(
                    role.id(), Enumeration.of(ids), examination.number("share"), held.size()));
      }
    }
  }

  private static boolean isShared(Set<Account> held, Set<Account> others, int share) {
    long both = held.stream().filter(others::contains).count();
    return both * 100 >= (long) share * held.size();
  }

  /// Whether the other has every permission of the role, wherever. Asked first, for it costs least.
  private static boolean givesNoMore(EffectiveAccess effective, String role, String other) {
    BitSet missing = (BitSet) effective.ofRole(role).clone();
    missing.andNot(effective.ofRole(other));
    return missing.isEmpty();
  }

  private static boolean isInside(EffectiveAccess effective, String role, String other) {
    return givesNoMore(effective, role, other)
        && effective.ofRole(role).stream()
            .allMatch(number ->
                effective.areaOfRole(role, number).isWithin(effective.areaOfRole(other, number)));
  }
}
