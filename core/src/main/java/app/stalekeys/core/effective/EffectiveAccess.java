package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Issue;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

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
/// Costs one walk a pair of role and scope, and a few bitset operations a pair of scopes and set of
/// holdings: accounts that hold the same roles in the same scopes, and nothing of their own, share one
/// result. Built whole at once; safe for use by several threads.
public final class EffectiveAccess {

  /// One permission of one account.
  ///
  /// @param scopes where it holds, the smallest set, sorted; everywhere is the empty path
  /// @param except what is taken out of those scopes, the smallest set, sorted
  public record Line(Permission permission, List<String> scopes, List<String> except) {
    public Line {
      scopes = List.copyOf(scopes);
      except = List.copyOf(except);
    }
  }

  /// What one set of holdings comes to.
  ///
  /// @param denied kept for the exceptions
  private record Result(ScopedSets left, ScopedSets denied, BitSet permissions) {
    static Result of(Layers layers) {
      ScopedSets left = layers.combined();
      return new Result(left, layers.denied, left.permissions());
    }
  }

  private final RoleGraph roles;
  private final LocalDate asOf;
  private final Universe universe;
  private final List<Grant> grants;
  private final int strangers;
  private final List<Assignment> assignments;
  private final Map<String, List<Grant>> byRole = new HashMap<>();
  private final Map<Integer, List<Grant>> direct = new HashMap<>();

  /// By account; null as long as nobody asked.
  private @Nullable Map<Integer, List<Assignment>> current;

  private final RoleHoldings holdings;
  private final ScopeTable table;
  private final int words;
  private final Map<String, Layers> own = new ConcurrentHashMap<>();
  private final Map<RoleGraph.Reach, Layers> walked = new ConcurrentHashMap<>();
  private final Map<RoleGraph.Reach, List<RoleGraph.Reach>> reached = new ConcurrentHashMap<>();
  private final Map<String, ScopedSets> namedBy = new ConcurrentHashMap<>();
  private final Map<String, Result> ofRoles = new ConcurrentHashMap<>();

  /// By [Account#index()].
  private final Result[] byAccount;

  private EffectiveAccess(
      int accounts, RoleGraph roles, List<Assignment> assignments, Rows rows, LocalDate asOf) {
    this.roles = roles;
    this.asOf = asOf;
    this.universe = rows.universe;
    this.grants = rows.grants;
    this.strangers = rows.strangers;
    this.assignments = assignments;
    for (Grant grant : grants) {
      Account account = grant.account();
      if (grant.isCurrent(asOf)) {
        if (account == null) {
          byRole.computeIfAbsent(grant.role(), key -> new ArrayList<>()).add(grant);
        } else {
          direct.computeIfAbsent(account.index(), key -> new ArrayList<>()).add(grant);
        }
      }
    }
    this.holdings = new RoleHoldings(accounts, assignments, asOf);
    this.table = new ScopeTable(scopes());
    this.words = (universe.size() + Long.SIZE - 1) / Long.SIZE;
    this.byAccount = results(accounts);
  }

  /// Every scope that a path can end in: each row's own, for where two meet is always one of them.
  private Set<Scope> scopes() {
    Set<Scope> scopes = new LinkedHashSet<>(Set.of(Scope.EVERYWHERE));
    grants.forEach(grant -> scopes.add(grant.scope()));
    assignments.forEach(assignment -> scopes.add(assignment.scope()));
    roles
        .roles()
        .forEach(
            role -> roles.childrenOf(role.id()).forEach(nesting -> scopes.add(nesting.scope())));
    return scopes;
  }

  /// The rows that say what roles and accounts may do, and the permissions they speak of.
  ///
  /// @param grants in the order of the files, also those out of their window
  /// @param strangers how many rows of grants name an account that no accounts file defines
  public record Rows(List<Grant> grants, int strangers, Universe universe) {
    public Rows {
      grants = List.copyOf(grants);
    }

    /// @param sources the application's own facts
    /// @param levels the application's levels, lowest first
    /// @param problems receives grants that point at nothing
    public static Rows read(
        AccountBook book,
        RoleGraph roles,
        Collection<? extends FactSource> sources,
        List<String> levels,
        List<Issue> problems) {
      Grants grants = Grants.read(sources, book, roles, problems);
      return new Rows(
          grants.list(), grants.strangers(), Universe.of(sources, grants.list(), levels));
    }
  }

  public static EffectiveAccess of(
      AccountBook book, RoleGraph roles, List<Assignment> assignments, Rows rows, LocalDate asOf) {
    return new EffectiveAccess(book.accounts().size(), roles, assignments, rows, asOf);
  }

  private Result[] results(int accounts) {
    Layers[] reached = holdings.reaches().stream().map(this::walk).toArray(Layers[]::new);
    Map<RoleHoldings.Held, Result> shared = new HashMap<>();
    Result[] results = new Result[accounts];
    for (int i = 0; i < accounts; i++) {
      results[i] =
          direct.containsKey(i)
              ? Result.of(layers(i))
              : shared.computeIfAbsent(holdings.of(i), held -> Result.of(union(held, reached)));
    }
    return results;
  }

  private Layers union(RoleHoldings.Held held, Layers[] reached) {
    Layers layers = new Layers(table, words);
    held.forEach(number -> layers.addAll(reached[number]));
    return layers;
  }

  /// Everything that adds to and removes from what an account can do.
  private Layers layers(int account) {
    Layers layers = new Layers(table, words);
    holdings.reachesOf(account).forEach(reach -> layers.addAll(walk(reach)));
    direct.getOrDefault(account, List.of()).forEach(grant -> add(grant, layers));
    return layers;
  }

  /// The permissions that the application has.
  public Universe universe() {
    return universe;
  }

  /// Every grant row, also those out of their window, in the order of the files.
  public List<Grant> grants() {
    return grants;
  }

  /// How many rows of grants name an account that no accounts file defines: they give nobody anything.
  public int strangers() {
    return strangers;
  }

  /// Calls `receiver` once a permission of the account, by resource and action in code-point order.
  public void forEach(Account account, Consumer<Line> receiver) {
    Result result = byAccount[account.index()];
    for (int number = result.permissions.nextSetBit(0);
        number >= 0;
        number = result.permissions.nextSetBit(number + 1)) {
      receiver.accept(line(result, number));
    }
  }

  /// Where the account holds a permission; null when it does not.
  public @Nullable Line line(Account account, int permission) {
    Result result = byAccount[account.index()];
    return result.permissions.get(permission) ? line(result, permission) : null;
  }

  private Line line(Result result, int number) {
    List<Scope> scopes = result.left.scopes(number);
    return new Line(
        universe.at(number),
        sorted(scopes),
        sorted(exceptions(scopes, result.denied.scopes(number))));
  }

  /// What somebody can do: the numbers of the permissions, and where each is held.
  public static final class Usable {
    private final Result result;

    private Usable(Result result) {
      this.result = result;
    }

    /// Not to be changed by the caller.
    public BitSet permissions() {
      return result.permissions;
    }

    /// No area when the permission is not held.
    public Area area(int permission) {
      return EffectiveAccess.area(result, permission);
    }
  }

  public Usable usable(Account account) {
    return new Usable(byAccount[account.index()]);
  }

  /// What an account would be able to do with just these assignments and grants of its own. Rows out of
  /// their window must not be among them.
  public Usable usableWith(Collection<Assignment> held, Collection<Grant> own) {
    Layers layers = new Layers(table, words);
    held.forEach(one -> layers.addAll(walk(new RoleGraph.Reach(one.role(), one.scope()))));
    own.forEach(grant -> add(grant, layers));
    return new Usable(Result.of(layers));
  }

  /// The account's assignments that are in their window, in the order of the files.
  public List<Assignment> currentAssignments(Account account) {
    return current().getOrDefault(account.index(), List.of());
  }

  /// Put together when first asked for, since the closure does without.
  private synchronized Map<Integer, List<Assignment>> current() {
    Map<Integer, List<Assignment>> found = current;
    if (found == null) {
      found = new HashMap<>();
      for (Assignment one : assignments) {
        if (one.isCurrent(asOf)) {
          found.computeIfAbsent(one.account().index(), key -> new ArrayList<>(4)).add(one);
        }
      }
      current = found;
    }
    return found;
  }

  /// The account's own grants that are in their window, in the order of the files.
  public List<Grant> currentGrants(Account account) {
    return direct.getOrDefault(account.index(), List.of());
  }

  /// The numbers of the permissions that the account holds somewhere. Not to be changed by the caller.
  public BitSet permissions(Account account) {
    return byAccount[account.index()].permissions;
  }

  /// Where the account holds a permission and what is taken out of it; no area when it does not.
  public Area area(Account account, int permission) {
    return area(byAccount[account.index()], permission);
  }

  private static Area area(Result result, int permission) {
    List<Scope> scopes = result.left.scopes(permission);
    return new Area(scopes, exceptions(scopes, result.denied.scopes(permission)));
  }

  /// What an account with this role, without scope and with nothing else, would hold.
  public BitSet ofRole(String role) {
    return resultOf(role).permissions;
  }

  /// Where an account with this role, without scope and with nothing else, would hold a permission.
  public Area areaOfRole(String role, int permission) {
    return area(resultOf(role), permission);
  }

  private Result resultOf(String role) {
    return ofRoles.computeIfAbsent(
        role, key -> Result.of(walk(new RoleGraph.Reach(key, Scope.EVERYWHERE))));
  }

  /// Why the account can, or cannot, do a thing.
  ///
  /// @param within the part of the organisation asked about; null for any
  public Trace trace(Account account, int permission, @Nullable Scope within) {
    return new Tracer(this, account, permission, within).trace();
  }

  /// In which manner an account holds, or does not hold, a permission.
  ///
  /// @param held whether it remains
  /// @param direct allowed by a grant to the account itself
  /// @param byRole allowed by a role it was given
  /// @param nested allowed by a role that one of its roles includes
  /// @param byLevel allowed only by a higher level or a pattern, never by its own name
  /// @param limited a ceiling takes some or all of it
  /// @param denied a deny takes some or all of it
  public record Manner(
      boolean held,
      boolean direct,
      boolean byRole,
      boolean nested,
      boolean byLevel,
      boolean limited,
      boolean denied) {

    static final Manner BLANK = new Manner(false, false, false, false, false, false, false);

    /// Whether anything speaks of the permission at all.
    public boolean isBlank() {
      return !held && !direct && !byRole && !nested && !denied;
    }
  }

  /// The manners of one account, by permission: what they share is computed once, in words of bits.
  public IntFunction<Manner> manners(Account account) {
    Layers layers = layers(account.index());
    ScopedSets limited =
        layers.reachesCeiling ? layers.allowed.limitedTo(layers.ceiling) : layers.allowed;
    Means means = means(account);
    return permission -> manner(account, permission, layers, limited, means);
  }

  /// By which means permissions are allowed: words of bits.
  @SuppressWarnings("ArrayRecordComponent") // never compared as a whole
  private record Means(long[] direct, long[] byRole, long[] nested, long[] named) {
    static boolean has(long[] set, int permission) {
      return (set[permission >> 6] & 1L << permission) != 0;
    }
  }

  private Means means(Account account) {
    Means means = new Means(new long[words], new long[words], new long[words], new long[words]);
    for (Grant grant : direct.getOrDefault(account.index(), List.of())) {
      if (grant.effect() == Grant.Effect.ALLOW) {
        long[] members = universe.expand(grant.permission(), grant.effect(), words);
        for (int i = 0; i < words; i++) {
          means.direct[i] |= members[i];
        }
        name(grant, means.named);
      }
    }
    for (RoleGraph.Reach start : holdings.reachesOf(account.index())) {
      for (RoleGraph.Reach reach : reached.computeIfAbsent(start, this::reachedFrom)) {
        int scope = table.number(reach.scope());
        long[] into = reach.role().equals(start.role()) ? means.byRole : means.nested;
        own(reach.role()).allowed.collectMeeting(scope, into);
        named(reach.role()).collectMeeting(scope, means.named);
      }
    }
    return means;
  }

  private List<RoleGraph.Reach> reachedFrom(RoleGraph.Reach start) {
    return roles.reachedFrom(start.role(), start.scope());
  }

  private void name(Grant grant, long[] into) {
    int number = universe.number(grant.permission());
    if (number >= 0) {
      into[number >> 6] |= 1L << number;
    }
  }

  /// What a role's own rows allow by its very name, not by a level or a pattern.
  private ScopedSets named(String role) {
    return namedBy.computeIfAbsent(
        role,
        id -> {
          ScopedSets sets = new ScopedSets(table, words);
          for (Grant grant : byRole.getOrDefault(id, List.of())) {
            if (grant.effect() == Grant.Effect.ALLOW) {
              long[] one = new long[words];
              name(grant, one);
              sets.add(table.number(grant.scope()), one);
            }
          }
          return sets;
        });
  }

  private Manner manner(
      Account account, int permission, Layers layers, ScopedSets left, Means means) {
    boolean held = byAccount[account.index()].permissions.get(permission);
    List<Scope> allowed = layers.allowed.scopes(permission);
    List<Scope> denied = layers.denied.scopes(permission);
    if (allowed.isEmpty() && denied.isEmpty()) {
      return Manner.BLANK;
    }
    boolean limited =
        layers.reachesCeiling
            && !new HashSet<>(left.scopes(permission)).equals(new HashSet<>(allowed));
    return new Manner(
        held,
        Means.has(means.direct, permission),
        Means.has(means.byRole, permission),
        Means.has(means.nested, permission),
        !allowed.isEmpty() && !Means.has(means.named, permission),
        limited,
        !denied.isEmpty());
  }

  private boolean allowsEverything(String id) {
    Role role = roles.role(id);
    return role != null && role.everything() == Answer.YES;
  }

  /// The ceilings' scopes of a permission; null when the account reaches no ceiling.
  @Nullable List<Scope> ceilings(Account account, int permission) {
    Layers layers = layers(account.index());
    return layers.reachesCeiling ? layers.ceiling.scopes(permission) : null;
  }

  List<Scope> denies(Account account, int permission) {
    return byAccount[account.index()].denied.scopes(permission);
  }

  List<Assignment> assignments() {
    return assignments;
  }

  RoleGraph roles() {
    return roles;
  }

  LocalDate asOf() {
    return asOf;
  }

  private Layers walk(RoleGraph.Reach start) {
    return walked.computeIfAbsent(start, this::walkAnew);
  }

  private Layers walkAnew(RoleGraph.Reach start) {
    Layers layers = new Layers(table, words);
    for (RoleGraph.Reach reach : roles.reachedFrom(start.role(), start.scope())) {
      layers.addWithin(own(reach.role()), table.number(reach.scope()));
    }
    return layers;
  }

  /// What a role's own rows add and remove: each role is resolved once, whatever the scopes it is held in.
  private Layers own(String role) {
    return own.computeIfAbsent(
        role,
        id -> {
          Layers layers = new Layers(table, words);
          if (allowsEverything(id)) {
            layers.allowed.add(table.number(Scope.EVERYWHERE), universe.everything(words));
          }
          byRole.getOrDefault(id, List.of()).forEach(grant -> add(grant, layers));
          return layers;
        });
  }

  private void add(Grant grant, Layers layers) {
    int scope = table.number(grant.scope());
    long[] members = universe.expand(grant.permission(), grant.effect(), words);
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
