package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;

/// A role whose owner is empty, unknown to the roster, or a leaver.
public final class RoleOwnerless implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-ownerless", "Role without an owner")
          .why("Without an owner nobody says who may have a role, or what it may give.")
          .severity(Severity.LOW)
          .tests("roles")
          .needsAll("people", "roles", "roles.owner")
          .references("AC-2")
          .remedy(
              "Name an owner",
              20,
              "Ask the application's owner who decides on it.",
              "Enter that person.")
          .in("Roles");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    for (Role role : examination.access().roles().roles()) {
      examination.tested();
      String fault = examination.access().matching().faultOfOwner(role.owner(), examination.asOf());
      if (fault != null) {
        examination
            .flag(Subject.role(role.id()), Severity.LOW)
            .fact("owner", role.owner())
            .evidence(role.place())
            .saying("Nobody answers for the role %s: %s.".formatted(role.id(), fault));
      }
    }
  }
}
