package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Nesting;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.evidence.Answer;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Finds every path from an account to a permission: what allows it, what limits it, what denies it, and
/// what would have allowed it were it not out of its window or in another part of the organisation. A
/// path passes through a role once.
///
/// Walks breadth first over those roles only from which the permission can be reached, so that the
/// shortest come first. Stops counting at [#COUNTED].
final class Tracer {

  /// Paths that are listed.
  static final int LISTED = 50;

  /// Paths at which counting stops: a tangle of nestings may hold more than anybody can wait for.
  static final int COUNTED = 10_000;

  private final EffectiveAccess access;
  private final Account account;
  private final int permission;
  private final @Nullable Scope within;
  private final @Nullable List<Scope> ceilings;
  private final List<Scope> denies;
  private final Map<String, List<Grant>> byRole = new HashMap<>();
  private final List<Grant> direct = new ArrayList<>();
  private final List<Trace.Path> paths = new ArrayList<>();
  private long all;

  /// A path in the making.
  private record Way(
      @Nullable Way before,
      Trace.Step step,
      String role,
      @Nullable Scope scope,
      boolean current,
      int length) {

    boolean passed(String other) {
      for (Way way = this; way != null; way = way.before) {
        if (way.role.equals(other)) {
          return true;
        }
      }
      return false;
    }
  }

  /// @param within the part of the organisation asked about; null for any
  Tracer(EffectiveAccess access, Account account, int permission, @Nullable Scope within) {
    this.access = access;
    this.account = account;
    this.permission = permission;
    this.within = within;
    this.ceilings = access.ceilings(account, permission);
    this.denies = access.denies(account, permission);
    Universe universe = access.universe();
    for (Grant grant : access.grants()) {
      Account holder = grant.account();
      // A ceiling limits whatever it does not cover: each that is reached counts.
      boolean speaks =
          grant.effect() == Grant.Effect.CEILING
              || universe.covers(grant.permission(), grant.effect(), permission);
      if (speaks && holder == null) {
        byRole.computeIfAbsent(grant.role(), key -> new ArrayList<>()).add(grant);
      } else if (speaks && holder != null && holder.index() == account.index()) {
        direct.add(grant);
      }
    }
  }

  Trace trace() {
    direct.forEach(grant -> end(null, grant));
    walk();
    paths.sort((a, b) -> Integer.compare(a.steps().size(), b.steps().size()));
    EffectiveAccess.Line line = access.line(account, permission);
    boolean usable = account.isEnabled(access.asOf());
    return new Trace(
        account,
        access.universe().at(permission),
        line,
        usable,
        paths.subList(0, Math.min(paths.size(), LISTED)),
        all,
        all < COUNTED,
        reason(line, usable));
  }

  private void walk() {
    Set<String> leading = leading();
    Deque<Way> open = new ArrayDeque<>();
    for (Assignment assignment : access.assignments()) {
      if (assignment.account().index() == account.index() && leading.contains(assignment.role())) {
        Trace.Step step =
            new Trace.Step(
                Trace.StepKind.ASSIGNMENT,
                assignment.role(),
                assignment.scope(),
                window(assignment.from(), assignment.until()),
                assignment.place());
        open.add(
            new Way(
                null,
                step,
                assignment.role(),
                assignment.scope(),
                assignment.isCurrent(access.asOf()),
                1));
      }
    }
    while (!open.isEmpty() && all < COUNTED) {
      Way way = open.remove();
      arrive(way);
      for (Nesting nesting : access.roles().childrenOf(way.role)) {
        if (leading.contains(nesting.child()) && !way.passed(nesting.child())) {
          Trace.Step step =
              new Trace.Step(
                  Trace.StepKind.NESTING, nesting.child(), nesting.scope(), "", nesting.place());
          open.add(
              new Way(
                  way,
                  step,
                  nesting.child(),
                  met(way.scope, nesting.scope()),
                  way.current,
                  way.length + 1));
        }
      }
    }
  }

  private static @Nullable Scope met(@Nullable Scope held, Scope scope) {
    return held == null ? null : held.meet(scope).orElse(null);
  }

  /// The roles from which something that speaks of the permission can be reached.
  private Set<String> leading() {
    Set<String> leading = new HashSet<>(byRole.keySet());
    for (Role role : access.roles().roles()) {
      if (role.everything() == Answer.YES) {
        leading.add(role.id());
      }
    }
    Deque<String> open = new ArrayDeque<>(leading);
    while (!open.isEmpty()) {
      for (Nesting nesting : access.roles().parentsOf(open.remove())) {
        if (leading.add(nesting.parent())) {
          open.add(nesting.parent());
        }
      }
    }
    return leading;
  }

  private void arrive(Way way) {
    Role role = access.roles().role(way.role);
    if (role != null && role.everything() == Answer.YES) {
      Trace.Step step =
          new Trace.Step(Trace.StepKind.EVERYTHING, role.id(), Scope.EVERYWHERE, "", role.place());
      add(way, step, Grant.Effect.ALLOW, way.scope, way.current);
    }
    byRole.getOrDefault(way.role, List.of()).forEach(grant -> end(way, grant));
  }

  private void end(@Nullable Way way, Grant grant) {
    Trace.Step step =
        new Trace.Step(
            Trace.StepKind.GRANT,
            grant.permission().action() + " " + grant.permission().resource(),
            grant.scope(),
            window(grant.from(), grant.until()),
            grant.place());
    Scope scope = way == null ? grant.scope() : met(way.scope, grant.scope());
    boolean current = grant.isCurrent(access.asOf()) && (way == null || way.current);
    add(way, step, grant.effect(), scope, current);
  }

  private void add(
      @Nullable Way way,
      Trace.Step last,
      Grant.Effect effect,
      @Nullable Scope scope,
      boolean current) {
    if (within != null && scope != null && scope.meet(within).isEmpty()) {
      return;
    }
    all++;
    if (paths.size() >= COUNTED) {
      return;
    }
    List<Trace.Step> steps = new ArrayList<>();
    steps.add(last);
    for (Way step = way; step != null; step = step.before) {
      steps.add(step.step);
    }
    Collections.reverse(steps);
    paths.add(new Trace.Path(effect, steps, scope, fate(effect, scope, current)));
  }

  private Trace.Fate fate(Grant.Effect effect, @Nullable Scope scope, boolean current) {
    if (!current) {
      return Trace.Fate.LAPSED;
    }
    if (scope == null) {
      return Trace.Fate.APART;
    }
    return switch (effect) {
      case DENY -> Trace.Fate.DENIES;
      case CEILING -> Trace.Fate.LIMITS;
      case ALLOW -> fateOfAllow(scope);
    };
  }

  private Trace.Fate fateOfAllow(Scope scope) {
    List<Scope> reached =
        ceilings == null
            ? List.of(scope)
            : ceilings.stream().flatMap(limit -> scope.meet(limit).stream()).toList();
    if (reached.isEmpty()) {
      return Trace.Fate.ABOVE_CEILING;
    }
    boolean left =
        reached.stream().anyMatch(part -> denies.stream().noneMatch(deny -> deny.covers(part)));
    return left ? Trace.Fate.ALLOWS : Trace.Fate.DENIED;
  }

  private static String window(@Nullable LocalDate from, @Nullable LocalDate until) {
    if (from == null && until == null) {
      return "";
    }
    return (from == null ? "" : "from " + from)
        + (from == null || until == null ? "" : " ")
        + (until == null ? "" : "until " + until);
  }

  private String reason(EffectiveAccess.@Nullable Line line, boolean usable) {
    if (line != null) {
      String where =
          line.scopes().equals(List.of("")) ? "everywhere" : "in " + joined(line.scopes());
      String except = line.except().isEmpty() ? "" : ", except " + joined(line.except());
      return usable
          ? "Can, " + where + except + "."
          : "Holds it "
              + where
              + except
              + ", and cannot use it while the account is "
              + account.status().word()
              + ".";
    }
    if (has(Trace.Fate.DENIED)) {
      return "Cannot: what allows it is denied.";
    }
    if (has(Trace.Fate.ABOVE_CEILING)) {
      return "Cannot: what allows it lies outside every ceiling the account reaches.";
    }
    if (has(Trace.Fate.LAPSED)) {
      return "Cannot: what would allow it is out of its window on " + access.asOf() + ".";
    }
    if (has(Trace.Fate.APART)) {
      return "Cannot: along every path that would allow it the scopes do not meet.";
    }
    return "Cannot: no grant and no role of the account leads to it.";
  }

  private boolean has(Trace.Fate fate) {
    return paths.stream()
        .anyMatch(path -> path.fate() == fate && path.effect() == Grant.Effect.ALLOW);
  }

  private static String joined(List<String> scopes) {
    return String.join(", ", scopes);
  }
}
