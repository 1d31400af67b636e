package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.evidence.Answer;
import java.util.HashSet;
import java.util.Set;

/// A role without a grant row of any effect, itself or by nesting, that does not allow everything either.
public final class RoleEmpty implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-empty", "Role that gives nothing")
          .why("Whoever is given it believes to have access, and asks for more.")
          .severity(Severity.LOW)
          .tests("roles")
          .needsAll("roles", "grants")
          .references("AC-6")
          .remedy("Delete it", 10, "Take it from its holders and delete it.")
          .remedy("Ask for the rest", 15, "If the export left its rights out, ask for them.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    RoleGraph roles = examination.access().roles();
    Set<String> granting = new HashSet<>();
    for (Grant grant : examination.access().effective().grants()) {
      if (grant.account() == null && grant.isCurrent(examination.asOf())) {
        granting.add(grant.role());
      }
    }
    for (Role role : roles.roles()) {
      if (role.everything() == Answer.YES) {
        granting.add(role.id());
      }
    }
    for (Role role : roles.roles()) {
      examination.tested();
      boolean grants =
          roles.reachedFrom(role.id(), Scope.EVERYWHERE).stream()
              .anyMatch(reach -> granting.contains(reach.role()));
      if (!grants) {
        examination
            .flag(Subject.role(role.id()), Severity.LOW)
            .fact("owner", role.owner())
            .evidence(role.place())
            .saying("The role %s grants nothing, itself or by nesting.".formatted(role.id()));
      }
    }
  }
}
