package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.source.CodePoints;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Roles that would give an account without scope exactly the same, permission by permission and scope by scope.
/// One finding a group; roles that give nothing are left out.
public final class RoleSameAs implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-same-as", "Roles that give the same")
          .why("Two roles for one thing are changed one at a time, and then differ by accident.")
          .severity(Severity.LOW)
          .tests("roles that give something")
          .needsAll("roles", "grants")
          .references("AC-6")
          .remedy(
              "Keep one",
              60,
              "Choose the one with the clearer name.",
              "Move the holders of the others and delete those.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    EffectiveAccess effective = examination.access().effective();
    Map<Map<Integer, Area>, List<Role>> groups = new LinkedHashMap<>();
    for (Role role : examination.access().roles().roles()) {
      BitSet held = effective.ofRole(role.id());
      if (!held.isEmpty()) {
        examination.tested();
        Map<Integer, Area> areas = new LinkedHashMap<>();
        held.stream().forEach(n -> areas.put(n, effective.areaOfRole(role.id(), n).sorted()));
        groups.computeIfAbsent(areas, key -> new ArrayList<>()).add(role);
      }
    }
    groups.forEach((areas, roles) -> {
      if (roles.size() > 1) {
        List<String> ids = roles.stream().map(Role::id).sorted(CodePoints.ORDER).toList();
        Examination.Draft draft =
            examination
                .flag(Subject.roles(ids), Severity.LOW)
                .fact("roles", ids)
                .fact("permissions", areas.size());
        roles.forEach(role -> draft.evidence(role.place()));
        draft.saying(
            "The roles %s give the same %d permissions."
                .formatted(String.join(", ", ids), areas.size()));
      }
    });
  }
}
