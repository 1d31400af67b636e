package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;

/// A role that no account holds, directly or by nesting, whatever the account's status.
public final class RoleUnassigned implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-unassigned", "Role nobody holds")
          .why("A role that waits for nobody is one more to mistake for the right one.")
          .severity(Severity.LOW)
          .tests("roles")
          .needsAll("roles", "assignments")
          .references("AC-2")
          .remedy(
              "Delete it", 10, "Ask its owner what it was for.", "Delete it, or say why it stays.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    RoleHolders holders = new RoleHolders(examination);
    for (Role role : examination.access().roles().roles()) {
      examination.tested();
      if (holders.reaching(role.id()).isEmpty()) {
        examination
            .flag(Subject.role(role.id()), Severity.LOW)
            .fact("owner", role.owner())
            .evidence(role.place())
            .saying("No account holds the role %s, directly or by nesting.".formatted(role.id()));
      }
    }
  }
}
