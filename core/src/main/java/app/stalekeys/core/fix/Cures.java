package app.stalekeys.core.fix;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.conflict.Removals;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.task.Conflict;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// What clears a finding: the ways of taking access away that do, and where there are none the usual step.
///
/// Which rows a finding rests on says what to take: those of its evidence that give the account a role or a
/// permission. A conflict is cleared by any removal that takes nothing needlessly. Whatever only enabled accounts are flagged for is
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

  private final Snapshot snapshot;
  private final Removables removables;
  private final Set<String> toDisable = new HashSet<>();
  private @Nullable Map<String, Doers.Doer> doers;
  private final Doers everybody;
  private boolean complete = true;

  /// @param findings all that are to be cleared together
  Cures(Snapshot snapshot, Removables removables, Collection<Finding> findings) {
    this.snapshot = snapshot;
    this.removables = removables;
    this.everybody = new Doers(snapshot);
    findings.stream()
        .filter(finding -> DISABLED.contains(finding.check()))
        .filter(finding -> finding.subject().type().equals("account"))
        .forEach(finding -> toDisable.add(finding.application() + "\n" + finding.subject().key()));
  }

  /// Each set that clears the finding when all of it is taken away; empty when taking away does not.
  List<Set<Removable>> of(Finding finding) {
    List<Set<Removable>> ways = new ArrayList<>();
    if (CONFLICTS.contains(finding.check())) {
      for (Set<Removable> takes : removals(finding)) {
        add(ways, takes);
        add(ways, disabling(takes));
      }
    } else if (BY_ROWS.contains(finding.check())) {
      Set<Removable> rows = new HashSet<>();
      for (Place place : finding.evidence()) {
        rows.addAll(removables.at(finding.application(), place));
      }
      add(ways, rows);
    }
    Removable whole = disable(finding);
    if (whole != null
        && (DISABLED.contains(finding.check()) || !OUTLIVE_DISABLING.contains(finding.check()))) {
      ways.add(Set.of(whole));
    }
    return ways;
  }

  private static void add(List<Set<Removable>> ways, Set<Removable> way) {
    if (!way.isEmpty() && !ways.contains(way)) {
      ways.add(way);
    }
  }

  private @Nullable Removable disable(Finding finding) {
    boolean asked = toDisable.contains(finding.application() + "\n" + finding.subject().key());
    return asked && finding.subject().type().equals("account")
        ? removables.of(Step.disable(finding.application(), finding.subject().key()))
        : null;
  }

  /// The same removal with accounts disabled where that is asked for anyway.
  private Set<Removable> disabling(Set<Removable> takes) {
    Set<Removable> changed = new HashSet<>();
    for (Removable one : takes) {
      String application = one.access().application().id();
      String account = one.account().key();
      Removable whole =
          toDisable.contains(application + "\n" + account)
              ? removables.of(Step.disable(application, account))
              : null;
      changed.add(whole == null ? one : whole);
    }
    return changed;
  }

  /// Whether every way of clearing what was asked for so far was found.
  boolean isComplete() {
    return complete;
  }

  /// The removals that end the conflict.
  private List<Set<Removable>> removals(Finding finding) {
    Doers.Doer doer = doer(finding);
    Conflict conflict =
        snapshot.tasks().conflicts().stream()
            .filter(one -> one.id().equals(Objects.toString(finding.facts().get("conflict"), "")))
            .findFirst()
            .orElse(null);
    if (doer == null || conflict == null) {
      return List.of();
    }
    Removals.Ways ways = Removals.ways(everybody, doer, conflict);
    complete &= ways.isComplete();
    return ways.takes().stream()
        .map(takes ->
            takes.stream()
                .flatMap(take -> removables.of(take).stream())
                .collect(Collectors.toSet()))
        .toList();
  }

  private Doers.@Nullable Doer doer(Finding finding) {
    if (doers == null) {
      Map<String, Doers.Doer> found = new HashMap<>();
      for (Doers.Doer one : everybody.in(applications())) {
        found.put(one.key(), one);
      }
      doers = found;
    }
    return doers.get(finding.subject().key());
  }

  private Set<String> applications() {
    return snapshot.applications().stream()
        .map(one -> one.application().id())
        .collect(Collectors.toSet());
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
