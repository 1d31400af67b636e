package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// An account that holds a privileged or sensitive role everywhere, while at least `share` percent of the role's
/// holders have it in a scope. Holders are those of direct, current assignments.
public final class Unscoped implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unscoped", "Held everywhere, others in part")
          .why("A right that nearly everybody has for one part only was meant for one part.")
          .severity(Severity.MEDIUM)
          .tests("holders of privileged or sensitive roles that some hold in a scope")
          .needsAll("accounts", "assignments")
          .references("AC-6")
          .remedy(
              "Limit it",
              15,
              "Ask which part the person works for.",
              "Replace the assignment by one in that scope.")
          .number("share", 80, "percent of holders with a scope from which the others are flagged")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<String, List<Assignment>> byRole = new LinkedHashMap<>();
    for (Assignment assignment : examination.access().assignments()) {
      if (assignment.isCurrent(examination.asOf())) {
        byRole.computeIfAbsent(assignment.role(), key -> new ArrayList<>()).add(assignment);
      }
    }
    Map<Account, List<Assignment>> flagged = new LinkedHashMap<>();
    Set<Account> tested = new HashSet<>();
    byRole.forEach((role, held) -> {
      if (isSensitive(examination.access(), role)) {
        Set<Account> everywhere = new LinkedHashSet<>();
        Set<Account> holders = new LinkedHashSet<>();
        for (Assignment assignment : held) {
          holders.add(assignment.account());
          if (assignment.scope().equals(Scope.EVERYWHERE)) {
            everywhere.add(assignment.account());
          }
        }
        int scoped = holders.size() - everywhere.size();
        tested.addAll(holders);
        if (scoped > 0 && scoped * 100L >= (long) examination.number("share") * holders.size()) {
          for (Assignment assignment : held) {
            if (assignment.scope().equals(Scope.EVERYWHERE)) {
              flagged
                  .computeIfAbsent(assignment.account(), key -> new ArrayList<>())
                  .add(assignment);
            }
          }
        }
      }
    });
    tested.forEach(account -> examination.tested());
    flagged.forEach((account, held) -> flag(examination, account, held));
  }

  private static boolean isSensitive(ApplicationAccess access, String id) {
    BitSet sensitive = access.effective().universe().atLeast(Sensitivity.HIGH);
    return access.isPrivilegedRole(id) || sensitive.intersects(access.effective().ofRole(id));
  }

  private static void flag(Examination examination, Account account, List<Assignment> held) {
    List<String> roles = held.stream().map(Assignment::role).distinct().toList();
    Examination.Draft draft = examination.flag(account, Severity.MEDIUM).fact("roles", roles);
    held.forEach(assignment -> draft.evidence(assignment.place()));
    draft.saying(
        "The account %s holds %s everywhere; at least %d %% of the holders have it in one part only."
            .formatted(account.key(), Enumeration.of(roles), examination.number("share")));
  }
}
