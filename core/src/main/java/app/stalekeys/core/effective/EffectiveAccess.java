package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Issue;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/// The effective permissions of one application on one date.
///
/// # How they come about
///
/// Every grant is expanded over the [Universe] and read once. For each pair of a role and the scope in
/// which it is held, the roles reached from it are walked once; along a path scopes intersect, the deeper
/// one holding. What is allowed, denied and set as a ceiling is then one [ScopedSets] each. An account's
/// sets are the unions over its assignments and its own grants:
///
/// 1. when it reaches any ceiling at all, what is allowed is limited to what the ceilings cover;
/// 2. what a deny covers is taken away; a deny that lies strictly inside a scope stays as an exception;
/// 3. what another of its scopes covers is left out.
///
/// Costs one walk a pair of role and scope, and a few bitset operations a pair of scopes and account.
/// Not for use by several threads: it remembers what it walked.
public final class EffectiveAccess {

  /// One permission of one account.
  ///
  /// @param scopes where it holds, the smallest set, sorted; everywhere is the empty path
  /// @param except what is taken out of those scopes, the smallest set, sorted
  public record Line(
      Account account, Permission permission, List<String> scopes, List<String> except) {
    public Line {
      scopes = List.copyOf(scopes);
      except = List.copyOf(except);
    }
  }

  /// What a role held in a scope, or an account itself, adds and removes.
  private static final class Layers {
    private final ScopedSets allowed = new ScopedSets();
    private final ScopedSets denied = new ScopedSets();
    private final ScopedSets ceiling = new ScopedSets();
    private boolean reachesCeiling;

    void addAll(Layers other) {
      allowed.addAll(other.allowed);
      denied.addAll(other.denied);
      ceiling.addAll(other.ceiling);
      reachesCeiling |= other.reachesCeiling;
    }
  }

  private final ApplicationAccess access;
  private final LocalDate asOf;
  private final Universe universe;
  private final Map<String, List<Grant>> byRole = new HashMap<>();
  private final Map<Integer, List<Grant>> byAccount = new HashMap<>();
  private final Map<Integer, List<Assignment>> assignments = new HashMap<>();
  private final Map<RoleGraph.Reach, Layers> walked = new HashMap<>();

  private EffectiveAccess(
      ApplicationAccess access, LocalDate asOf, List<Grant> grants, Universe universe) {
    this.access = access;
    this.asOf = asOf;
    this.universe = universe;
    for (Grant grant : grants) {
      Account account = grant.account();
      if (!grant.isCurrent(asOf)) {
        continue;
      }
      if (account == null) {
        byRole.computeIfAbsent(grant.role(), key -> new ArrayList<>()).add(grant);
      } else {
        byAccount.computeIfAbsent(account.index(), key -> new ArrayList<>()).add(grant);
      }
    }
    for (Assignment assignment : access.assignments()) {
      if (assignment.isCurrent(asOf)) {
        assignments
            .computeIfAbsent(assignment.account().index(), key -> new ArrayList<>())
            .add(assignment);
      }
    }
  }

  /// @param sources the application's own facts
  /// @param problems receives grants that point at nothing
  public static EffectiveAccess of(
      ApplicationAccess access,
      Collection<? extends FactSource> sources,
      LocalDate asOf,
      List<Issue> problems) {
    List<Grant> grants = Grants.read(sources, access.book(), access.roles(), problems);
    Universe universe = Universe.of(sources, grants, access.application().levels());
    return new EffectiveAccess(access, asOf, grants, universe);
  }

  /// Calls `receiver` once a permission of the account, by resource and action in code-point order.
  public void forEach(Account account, Consumer<Line> receiver) {
    Layers layers = layers(account);
    ScopedSets limited =
        layers.reachesCeiling ? layers.allowed.limitedTo(layers.ceiling) : layers.allowed;
    ScopedSets left = limited.without(layers.denied).smallest();
    BitSet permissions = left.permissions();
    for (int number = permissions.nextSetBit(0);
        number >= 0;
        number = permissions.nextSetBit(number + 1)) {
      List<Scope> scopes = left.scopes(number);
      receiver.accept(
          new Line(
              account,
              universe.at(number),
              sorted(scopes),
              sorted(exceptions(scopes, layers.denied.scopes(number)))));
    }
  }

  private Layers layers(Account account) {
    Layers layers = new Layers();
    for (Assignment assignment : assignments.getOrDefault(account.index(), List.of())) {
      layers.addAll(
          walked.computeIfAbsent(
              new RoleGraph.Reach(assignment.role(), assignment.scope()), this::walk));
    }
    byAccount
        .getOrDefault(account.index(), List.of())
        .forEach(grant -> add(grant, Scope.EVERYWHERE, layers));
    return layers;
  }

  private Layers walk(RoleGraph.Reach start) {
    Layers layers = new Layers();
    for (RoleGraph.Reach reach : access.roles().reachedFrom(start.role(), start.scope())) {
      Role role = access.roles().role(reach.role());
      if (role != null && role.everything() == Answer.YES) {
        layers.allowed.add(reach.scope(), universe.everything());
      }
      byRole
          .getOrDefault(reach.role(), List.of())
          .forEach(grant -> add(grant, reach.scope(), layers));
    }
    return layers;
  }

  private void add(Grant grant, Scope held, Layers layers) {
    Scope scope = held.meet(grant.scope()).orElse(null);
    if (scope == null) {
      return;
    }
    BitSet members = universe.expand(grant.permission(), grant.effect());
    switch (grant.effect()) {
      case ALLOW -> layers.allowed.add(scope, members);
      case DENY -> layers.denied.add(scope, members);
      case CEILING -> {
        layers.reachesCeiling = true;
        layers.ceiling.add(scope, members);
      }
    }
  }

  /// The denied scopes strictly inside one that remains, without those that another of them covers.
  private static List<Scope> exceptions(List<Scope> scopes, List<Scope> denied) {
    List<Scope> inside =
        denied.stream()
            .filter(
                one -> scopes.stream().anyMatch(scope -> !scope.equals(one) && scope.covers(one)))
            .toList();
    return inside.stream()
        .filter(one -> inside.stream().noneMatch(other -> !other.equals(one) && other.covers(one)))
        .toList();
  }

  private static List<String> sorted(List<Scope> scopes) {
    return scopes.stream().map(Scope::toString).sorted(CodePoints.ORDER).toList();
  }
}
