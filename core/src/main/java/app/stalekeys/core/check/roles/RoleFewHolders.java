package app.stalekeys.core.check.roles;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import java.util.List;
import java.util.Set;

/// A role that at least one and at most `count` accounts hold, directly or by nesting.
public final class RoleFewHolders implements Check {

  private static final CheckCard CARD =
      CheckCard.of("role-few-holders", "Role for one or two")
          .why("A role for one or two people is a grant to them in disguise.")
          .severity(Severity.LOW)
          .tests("roles")
          .needsAll("roles", "assignments")
          .references("AC-6")
          .remedy(
              "Merge it",
              30,
              "Find a role that its holders share with others.",
              "Move them over and delete it.")
          .number("count", 2, "holders up to which a role is flagged")
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
      Set<Account> held = holders.reaching(role.id());
      if (!held.isEmpty() && held.size() <= examination.number("count")) {
        List<String> keys = held.stream().map(Account::key).toList();
        Examination.Draft draft =
            examination
                .flag(Subject.role(role.id()), Severity.LOW)
                .fact("holders", keys)
                .fact("count", held.size())
                .fact("owner", role.owner())
                .evidence(role.place());
        held.forEach(account -> draft.evidence(account.place()));
        draft.saying(
            "Only %s %s the role %s."
                .formatted(
                    String.join(" and ", keys), keys.size() == 1 ? "holds" : "hold", role.id()));
      }
    }
  }
}
