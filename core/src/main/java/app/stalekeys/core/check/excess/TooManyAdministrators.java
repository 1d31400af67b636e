package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import java.util.List;

/// More privileged enabled accounts in an application than the greater of `count` and `share` percent of its
/// enabled accounts. One finding, about the application.
public final class TooManyAdministrators implements Check {

  private static final CheckCard CARD =
      CheckCard.of("too-many-administrators", "Too many administrators")
          .why("Each administrator can undo every other safeguard; few are enough.")
          .severity(Severity.HIGH)
          .tests("applications")
          .needsAll("accounts", "accounts.status")
          .needs("assignments", "grants")
          .needs("roles", "permissions")
          .references("AC-6(5)")
          .remedy(
              "Take the right from those who do not use it",
              30,
              "Sort the list by last administrative activity.",
              "Ask each for a reason to keep it.",
              "Remove the others.")
          .remedy(
              "Split the role", 240, "Find what each really does.", "Make smaller roles for that.")
          .number("count", 3, "administrators that are always allowed")
          .number("share", 5, "percent of enabled accounts that may be administrators")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    examination.tested();
    List<Account> enabled = examination.enabledAccounts().toList();
    List<Account> privileged = enabled.stream().filter(examination.access()::isPrivileged).toList();
    int share = examination.number("share");
    boolean aboveShare = privileged.size() * 100L > (long) share * enabled.size();
    if (privileged.size() > examination.number("count") && aboveShare) {
      Examination.Draft draft =
          examination
              .flag(Subject.application(examination.application()), Severity.HIGH)
              .fact("administrators", privileged.size())
              .fact("enabled", enabled.size())
              .fact("accounts", privileged.stream().map(Account::key).toList());
      for (Account account : privileged) {
        draft.evidence(account.place());
        examination
            .access()
            .privileges(account)
            .forEach(privilege -> draft.evidence(privilege.place()));
      }
      draft.saying(
          "%s has %,d privileged accounts among %,d enabled ones; at most %d, or %d %%, are allowed."
              .formatted(
                  examination.access().application().name(),
                  privileged.size(),
                  enabled.size(),
                  examination.number("count"),
                  share));
    }
  }
}
