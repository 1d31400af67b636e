package app.stalekeys.core.fix;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.conflict.Removal;
import app.stalekeys.core.conflict.Removals;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.task.Conflict;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// What clears a finding: the ways of taking access away that do, and where there are none the usual step.
///
/// Which rows a finding rests on says what to take: those of its evidence that give the account a role or a
/// permission. A conflict is cleared by its cheapest removal. Whatever only enabled accounts are flagged for is
/// cleared by disabling the account too; that is offered where another finding already asks for it, for nobody
/// disables an account in use to tidy up a grant.
final class Cures {

  private static final Set<String> DISABLED =
      Set.of(
          "dormant",
          "never-used",
          "leaver-enabled",
          "leaver-signed-in",
          "orphan",
          "expired-enabled",
          "disabled-signed-in",
          "stale-invitation");

  private static final Set<String> BY_ROWS =
      Set.of(
          "unlike-peers",
          "mover-kept-access",
          "expired-assignment",
          "held-while-disabled",
          "direct-grant");

  private static final Set<String> CONFLICTS =
      Set.of("conflict", "conflict-exercised", "mitigation-lapsed");

  /// Flagged whatever the account's state.
  private static final Set<String> OUTLIVE_DISABLING =
      Set.of("held-while-disabled", "expired-assignment", "leaver-signed-in", "disabled-signed-in");

  private static final Map<String, FixAction> USUAL =
      Map.ofEntries(
          Map.entry("ownerless", FixAction.SET_OWNER),
          Map.entry("role-ownerless", FixAction.SET_OWNER),
          Map.entry("no-second-factor", FixAction.REQUIRE_SECOND_FACTOR),
          Map.entry("weak-second-factor", FixAction.REQUIRE_SECOND_FACTOR),
          Map.entry("no-lockout", FixAction.SET_POLICY),
          Map.entry("no-password-history", FixAction.SET_POLICY),
          Map.entry("password-never-expires", FixAction.SET_POLICY),
          Map.entry("password-old", FixAction.ROTATE_CREDENTIAL),
          Map.entry("weak-password", FixAction.ROTATE_CREDENTIAL),
          Map.entry("key-not-rotated", FixAction.ROTATE_CREDENTIAL),
          Map.entry("long-lived-secret", FixAction.ROTATE_CREDENTIAL),
          Map.entry("credential-expiring", FixAction.ROTATE_CREDENTIAL),
          Map.entry("key-unused", FixAction.REVOKE_CREDENTIAL),
          Map.entry("many-secrets", FixAction.REVOKE_CREDENTIAL),
          Map.entry("unscoped", FixAction.REDUCE_SCOPE),
          Map.entry("guessed", FixAction.ROTATE_CREDENTIAL));

  /// Something that can be taken away. Equal by its step.
  ///
  /// @param assignment null unless it is one
  /// @param grant null unless it is one
  record Unit(
      Step step,
      ApplicationAccess access,
      Account account,
      @Nullable Assignment assignment,
      @Nullable Grant grant) {

    Place place() {
      return assignment != null
          ? assignment.place()
          : grant != null ? grant.place() : account.place();
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Unit unit && step.equals(unit.step);
    }

    @Override
    public int hashCode() {
      return step.hashCode();
    }
  }

  private final Snapshot snapshot;
  private final Map<String, ApplicationAccess> applications = new LinkedHashMap<>();
  private final Map<Place, Unit> byPlace = new HashMap<>();
  private final Set<String> toDisable = new HashSet<>();
  private @Nullable Map<String, Doers.Doer> doers;
  private final Doers everybody;

  /// @param findings all that are to be cleared together
  Cures(Snapshot snapshot, Collection<Finding> findings) {
    this.snapshot = snapshot;
    this.everybody = new Doers(snapshot);
    for (ApplicationAccess access : snapshot.applications()) {
      applications.put(access.application().id(), access);
    }
    Set<String> concerned = new HashSet<>();
    findings.forEach(finding -> concerned.add(finding.application()));
    concerned.forEach(this::index);
    findings.stream()
        .filter(finding -> DISABLED.contains(finding.check()))
        .filter(finding -> finding.subject().type().equals("account"))
        .forEach(finding -> toDisable.add(finding.application() + "\n" + finding.subject().key()));
  }

  private void index(String application) {
    ApplicationAccess access = applications.get(application);
    if (access == null) {
      return;
    }
    for (Assignment one : access.assignments()) {
      byPlace.put(one.place(), assignment(access, one));
    }
    for (Grant one : access.effective().grants()) {
      Account account = one.account();
      if (account != null && one.effect() == Grant.Effect.ALLOW) {
        byPlace.put(one.place(), grant(access, account, one));
      }
    }
  }

  private static Unit assignment(ApplicationAccess access, Assignment one) {
    return new Unit(
        new Step(
            FixAction.REMOVE_ASSIGNMENT,
            access.application().id(),
            Subject.account(one.account().key()),
            one.role(),
            one.scope().toString(),
            ""),
        access,
        one.account(),
        one,
        null);
  }

  private static Unit grant(ApplicationAccess access, Account account, Grant one) {
    return new Unit(
        new Step(
            FixAction.REMOVE_GRANT,
            access.application().id(),
            Subject.account(account.key()),
            one.permission().resource() + ":" + one.permission().action(),
            one.scope().toString(),
            ""),
        access,
        account,
        null,
        one);
  }

  /// Each set of units that clears the finding when all of it is taken away; empty when taking away does not.
  List<Set<Unit>> of(Finding finding) {
    List<Set<Unit>> ways = new ArrayList<>();
    if (CONFLICTS.contains(finding.check())) {
      for (Set<Unit> takes : removals(finding)) {
        add(ways, takes);
        add(ways, disabling(takes));
      }
    } else if (BY_ROWS.contains(finding.check())) {
      Set<Unit> rows = new HashSet<>();
      for (Place place : finding.evidence()) {
        Unit unit = byPlace.get(place);
        if (unit != null) {
          rows.add(unit);
        }
      }
      add(ways, rows);
    }
    Unit whole = disable(finding);
    if (whole != null
        && (DISABLED.contains(finding.check()) || !OUTLIVE_DISABLING.contains(finding.check()))) {
      ways.add(Set.of(whole));
    }
    return ways;
  }

  private static void add(List<Set<Unit>> ways, Set<Unit> way) {
    if (!way.isEmpty() && !ways.contains(way)) {
      ways.add(way);
    }
  }

  private @Nullable Unit disable(Finding finding) {
    boolean asked = toDisable.contains(finding.application() + "\n" + finding.subject().key());
    ApplicationAccess access = applications.get(finding.application());
    if (!asked || access == null || !finding.subject().type().equals("account")) {
      return null;
    }
    Account account = access.book().find("", finding.subject().key());
    return account == null ? null : disable(access, account);
  }

  private static Unit disable(ApplicationAccess access, Account account) {
    return new Unit(
        Step.disable(access.application().id(), account.key()), access, account, null, null);
  }

  /// The same removal with accounts disabled where that is asked for anyway.
  private Set<Unit> disabling(Set<Unit> takes) {
    Set<Unit> changed = new HashSet<>();
    for (Unit unit : takes) {
      String id = unit.access.application().id() + "\n" + unit.account.key();
      changed.add(toDisable.contains(id) ? disable(unit.access, unit.account) : unit);
    }
    return changed;
  }

  /// The removals of the fewest rows that end the conflict.
  private List<Set<Unit>> removals(Finding finding) {
    Doers.Doer doer = doer(finding);
    Conflict conflict =
        snapshot.tasks().conflicts().stream()
            .filter(one -> one.id().equals(Objects.toString(finding.facts().get("conflict"), "")))
            .findFirst()
            .orElse(null);
    return doer == null || conflict == null
        ? List.of()
        : Removals.fewest(everybody, doer, conflict).stream().map(this::units).toList();
  }

  private Set<Unit> units(Removal removal) {
    Set<Unit> units = new HashSet<>();
    for (Removal.Take take : removal.takes()) {
      Unit unit = byPlace.computeIfAbsent(take.place(), place -> elsewhere(take));
      if (unit != null) {
        units.add(unit);
      }
    }
    return units;
  }

  /// A row of an application that no finding is of.
  private @Nullable Unit elsewhere(Removal.Take take) {
    ApplicationAccess access = applications.get(take.application());
    if (access == null) {
      return null;
    }
    for (Assignment one : access.assignments()) {
      if (one.place().equals(take.place()) && one.role().equals(take.role())) {
        return assignment(access, one);
      }
    }
    for (Grant one : access.effective().grants()) {
      Account account = one.account();
      if (account != null && one.place().equals(take.place())) {
        return grant(access, account, one);
      }
    }
    return null;
  }

  private Doers.@Nullable Doer doer(Finding finding) {
    if (doers == null) {
      Map<String, Doers.Doer> found = new HashMap<>();
      for (Doers.Doer one : everybody.in(applications.keySet())) {
        found.put(one.key(), one);
      }
      doers = found;
    }
    return doers.get(finding.subject().key());
  }

  /// What is usually done about a finding that no taking away clears.
  static Step usual(Finding finding) {
    FixAction action =
        DISABLED.contains(finding.check()) && finding.subject().type().equals("account")
            ? FixAction.DISABLE
            : USUAL.getOrDefault(finding.check(), FixAction.OTHER);
    boolean names = action == FixAction.DISABLE || action == FixAction.SET_OWNER;
    return new Step(
        action,
        finding.application(),
        finding.subject(),
        names ? "" : finding.check(),
        finding.scope(),
        "");
  }
}
