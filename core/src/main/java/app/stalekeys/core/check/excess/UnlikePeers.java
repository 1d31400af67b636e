package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Sensitivity;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/// An enabled account that holds roles, or high or critical permissions, that at most `share` percent of its
/// peers hold: the other enabled accounts of the same department and title, in a group of `count` or more.
public final class UnlikePeers implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unlike-peers", "Unlike colleagues")
          .why("What colleagues in the same post do not need is often left over from another one.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts in a large enough group of the same department and title")
          .needsAll("accounts", "accounts.status")
          .needs("accounts.department", "people")
          .needs("accounts.title", "people")
          .needs("assignments", "grants")
          .references("AC-6(7)", "A.5.18")
          .remedy(
              "Take it away",
              15,
              "Ask the manager whether the post needs it.",
              "Remove what it does not need.")
          .remedy(
              "Make it a rule", 30, "If the post needs it, give it to the whole group by its role.")
          .number("share", 10, "percent of peers up to which something is unusual")
          .number("count", 5, "accounts that make a group")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Holdings holdings = Holdings.current(examination);
    Peers peers = new Peers(examination, holdings);
    BitSet sensitive = examination.access().effective().universe().atLeast(Sensitivity.HIGH);
    examination
        .enabledAccounts()
        .forEach(account -> {
          Peers.Group group = peers.of(account);
          if (group.size() >= examination.number("count")) {
            examination.tested();
            examine(examination, account, holdings, peers, sensitive);
          }
        });
  }

  private static void examine(
      Examination examination, Account account, Holdings holdings, Peers peers, BitSet sensitive) {
    Peers.Group group = peers.of(account);
    int share = examination.number("share");
    EffectiveAccess effective = examination.access().effective();
    List<String> roles =
        holdings.roles(account).stream().filter(role -> group.isRareRole(role, share)).toList();
    BitSet held = (BitSet) sensitive.clone();
    held.and(effective.permissions(account));
    List<String> permissions =
        held.stream()
            .filter(number -> group.isRarePermission(number, share))
            .mapToObj(number -> effective.universe().words(number))
            .toList();
    if (roles.isEmpty() && permissions.isEmpty()) {
      return;
    }
    Examination.Draft draft =
        examination
            .flag(account, Severity.MEDIUM)
            .fact("peers", group.size() - 1)
            .fact("group", peers.words(account))
            .fact("roles", roles)
            .fact("permissions", permissions);
    for (Assignment assignment : holdings.assignments(account)) {
      if (roles.contains(assignment.role())) {
        draft.evidence(assignment.place());
      }
    }
    List<String> all = new ArrayList<>(roles);
    all.addAll(permissions);
    draft.saying(
        "The account %s holds what at most %d %% of its %d peers (%s) hold: %s."
            .formatted(
                account.key(), share, group.size() - 1, peers.words(account), Enumeration.of(all)));
  }
}
