package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.Grant;
import java.util.List;

/// An account whose status is anything but enabled and that still holds an assignment or a grant of its own
/// on the as-of date.
public final class HeldWhileDisabled implements Check {

  private static final CheckCard CARD =
      CheckCard.of("held-while-disabled", "Disabled, still holds access")
          .why("Whoever enables the account again gives back everything at once, unseen.")
          .severity(Severity.LOW, "medium if privileged")
          .tests("accounts that are not enabled")
          .needsAll("accounts", "accounts.status")
          .needs("assignments", "grants")
          .references("AC-2(3)")
          .remedy(
              "Take the access away",
              10,
              "Remove its roles and grants.",
              "Keep a list, in case the person returns.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Holdings holdings = Holdings.current(examination);
    for (Account account : examination.access().accounts()) {
      if (account.status() == Account.Status.ENABLED
          || account.status() == Account.Status.UNKNOWN) {
        continue;
      }
      examination.tested();
      List<Assignment> roles = holdings.assignments(account);
      List<Grant> grants = holdings.grants(account);
      if (roles.isEmpty() && grants.isEmpty()) {
        continue;
      }
      Examination.Draft draft =
          examination
              .flag(account, examination.bySeverityOf(account, Severity.LOW, Severity.MEDIUM))
              .fact("status", account.status().word())
              .fact("roles", roles.stream().map(Assignment::role).distinct().toList())
              .fact("grants", grants.size());
      roles.forEach(role -> draft.evidence(role.place()));
      grants.forEach(grant -> draft.evidence(grant.place()));
      draft.saying(
          "The account %s is %s and still holds %d assignments and %d grants."
              .formatted(account.key(), account.status().word(), roles.size(), grants.size()));
    }
  }
}
