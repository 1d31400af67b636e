package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// Which accounts of an application are privileged, and why. Which ones they are is known at once; the
/// grounds of one are put together when they are asked for, because who can do everything has thousands.
final class Privileges {

  /// Critical permissions that are named one by one; the rest is counted.
  static final int MOST_NAMED = 20;

  private final EffectiveAccess effective;
  private final BitSet critical;
  private final Map<Integer, List<ApplicationAccess.Privilege>> byRole = new HashMap<>();
  private final BitSet privileged = new BitSet();

  Privileges(
      AccountBook book,
      RoleGraph roles,
      List<Assignment> assignments,
      EffectiveAccess effective,
      LocalDate asOf) {
    this.effective = effective;
    this.critical = effective.universe().atLeast(Sensitivity.CRITICAL);
    for (Assignment assignment : assignments) {
      if (assignment.isCurrent(asOf)) {
        for (Role role : roles.flaggedFrom(assignment.role(), assignment.scope())) {
          byRole
              .computeIfAbsent(assignment.account().index(), key -> new ArrayList<>(1))
              .add(new ApplicationAccess.Privilege(role.id(), assignment.place()));
        }
      }
    }
    byRole.keySet().forEach(privileged::set);
    for (Account account : book.accounts()) {
      if (effective.permissions(account).intersects(critical)) {
        privileged.set(account.index());
      }
    }
  }

  boolean has(Account account) {
    return privileged.get(account.index());
  }

  /// Flagged roles first, then critical permissions in their order; empty for an ordinary account.
  List<ApplicationAccess.Privilege> of(Account account) {
    List<ApplicationAccess.Privilege> grounds =
        new ArrayList<>(byRole.getOrDefault(account.index(), List.of()));
    BitSet held = (BitSet) critical.clone();
    held.and(effective.permissions(account));
    held.stream().limit(MOST_NAMED).mapToObj(this::privilege).forEach(grounds::add);
    int more = held.cardinality() - MOST_NAMED;
    if (more > 0) {
      String file = grounds.getLast().place().file();
      grounds.add(
          new ApplicationAccess.Privilege(
              "%,d more critical permissions".formatted(more), Place.ofFile(file)));
    }
    return grounds;
  }

  private ApplicationAccess.Privilege privilege(int number) {
    Universe universe = effective.universe();
    PermissionDetail detail = Objects.requireNonNull(universe.detail(number));
    return new ApplicationAccess.Privilege(universe.words(number), detail.place());
  }
}
