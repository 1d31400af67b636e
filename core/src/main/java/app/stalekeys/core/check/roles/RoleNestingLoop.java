package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Nesting;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.source.CodePoints;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// Roles that include each other in a circle. One finding a circle of roles that all reach each other.
public final class RoleNestingLoop implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-nesting-loop", "Roles in a circle")
          .why("In a circle every role gives what any of them gives, which nobody meant.")
          .severity(Severity.LOW)
          .tests("roles that include others")
          .needsAll("nesting")
          .references()
          .remedy("Open the circle", 30, "Find which inclusion was meant.", "Remove the other.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    RoleGraph roles = examination.access().roles();
    Map<String, Set<String>> reached = new LinkedHashMap<>();
    for (Role role : roles.roles()) {
      if (!roles.childrenOf(role.id()).isEmpty()) {
        examination.tested();
        reached.put(role.id(), below(roles, role.id()));
      }
    }
    Set<String> done = new LinkedHashSet<>();
    reached.forEach((role, below) -> {
      if (below.contains(role) && done.add(role)) {
        List<String> circle =
            below.stream()
                .filter(other -> reached.getOrDefault(other, Set.of()).contains(role))
                .sorted(CodePoints.ORDER)
                .toList();
        done.addAll(circle);
        flag(examination, roles, circle);
      }
    });
  }

  /// The roles that one includes, directly or through others, in any scope.
  private static Set<String> below(RoleGraph roles, String role) {
    Set<String> below = new LinkedHashSet<>();
    Deque<String> open = new ArrayDeque<>(List.of(role));
    while (!open.isEmpty()) {
      for (Nesting nesting : roles.childrenOf(open.remove())) {
        if (below.add(nesting.child())) {
          open.add(nesting.child());
        }
      }
    }
    return below;
  }

  private static void flag(Examination examination, RoleGraph roles, List<String> circle) {
    Examination.Draft draft =
        examination.flag(Subject.roles(circle), Severity.LOW).fact("roles", circle);
    for (String role : circle) {
      roles.childrenOf(role).stream()
          .filter(nesting -> circle.contains(nesting.child()))
          .forEach(nesting -> draft.evidence(nesting.place()));
    }
    draft.saying(
        circle.size() == 1
            ? "The role %s includes itself.".formatted(circle.getFirst())
            : "The roles %s include each other in a circle.".formatted(String.join(", ", circle)));
  }
}
