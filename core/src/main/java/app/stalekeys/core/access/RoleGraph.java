package app.stalekeys.core.access;

import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/// The roles of one application and how they include each other. A role that only other files name
/// works as if defined, without flags. Loops are legal. Not for use by several threads: it remembers
/// what it walked.
public final class RoleGraph {

  private final Map<String, Role> roles = new LinkedHashMap<>();
  private final Map<String, List<Nesting>> children = new HashMap<>();
  private final Map<String, List<Nesting>> parents = new HashMap<>();
  private final Map<Step, List<Role>> flaggedFrom = new ConcurrentHashMap<>();

  private record Step(String role, Scope scope) {}

  /// Reads roles and nesting. Assignments are added by [#name] as they are read.
  public static RoleGraph read(Collection<? extends FactSource> sources) {
    RoleGraph graph = new RoleGraph();
    for (FactSource source : sources) {
      FactCursor.forEach(source, Kind.ROLES, row -> graph.define(role(row)));
    }
    for (FactSource source : sources) {
      FactCursor.forEach(source, Kind.NESTING, graph::nest);
    }
    return graph;
  }

  private static Role role(FactCursor row) {
    String id = row.text("role");
    String name = row.text("name");
    return new Role(
        id,
        row.text("kind"),
        name.isEmpty() ? id : name,
        row.text("description"),
        row.text("owner"),
        row.answer("privileged"),
        row.answer("everything"),
        row.text("licence"),
        row.place());
  }

  private void define(Role role) {
    roles.put(role.id(), role);
  }

  private void nest(FactCursor row) {
    Nesting nesting =
        new Nesting(
            row.text("parent"), row.text("child"), Scope.of(row.text("scope")), row.place());
    name(nesting.parent(), nesting.place());
    name(nesting.child(), nesting.place());
    children.computeIfAbsent(nesting.parent(), key -> new ArrayList<>()).add(nesting);
    parents.computeIfAbsent(nesting.child(), key -> new ArrayList<>()).add(nesting);
  }

  /// The rows by which a role includes others, in the order of the files.
  public List<Nesting> childrenOf(String role) {
    return children.getOrDefault(role, List.of());
  }

  /// The rows by which others include a role, in the order of the files.
  public List<Nesting> parentsOf(String role) {
    return parents.getOrDefault(role, List.of());
  }

  /// The role of that id, made up without flags when no file defines it.
  public Role name(String id, Place namedAt) {
    return roles.computeIfAbsent(
        id, key -> new Role(id, "", id, "", "", Answer.UNKNOWN, Answer.UNKNOWN, "", namedAt));
  }

  public Collection<Role> roles() {
    return roles.values();
  }

  public @Nullable Role role(String id) {
    return roles.get(id);
  }

  /// The roles flagged privileged or everything that one reaches from a role held in a scope: itself
  /// and by nesting, along paths whose scopes meet. Each pair of role and scope is walked once.
  public List<Role> flaggedFrom(String role, Scope scope) {
    return flaggedFrom.computeIfAbsent(new Step(role, scope), this::walk);
  }

  private List<Role> walk(Step start) {
    List<Role> flagged = new ArrayList<>();
    for (Reach reach : reachedFrom(start.role, start.scope)) {
      Role role = roles.get(reach.role());
      if (role != null && role.isFlagged() && !flagged.contains(role)) {
        flagged.add(role);
      }
    }
    return List.copyOf(flagged);
  }

  /// A role and the scope in which it is reached.
  public record Reach(String role, Scope scope) {}

  /// Every role that one reaches from a role held in a scope, itself first, along paths whose scopes
  /// meet; a role may be reached in several scopes. Nearest first. Loops end where they began.
  public List<Reach> reachedFrom(String role, Scope scope) {
    Reach start = new Reach(role, scope);
    Set<Reach> seen = new LinkedHashSet<>(Set.of(start));
    Deque<Reach> open = new ArrayDeque<>(Set.of(start));
    while (!open.isEmpty()) {
      Reach reach = open.remove();
      for (Nesting nesting : childrenOf(reach.role)) {
        reach
            .scope
            .meet(nesting.scope())
            .map(met -> new Reach(nesting.child(), met))
            .filter(seen::add)
            .ifPresent(open::add);
      }
    }
    return List.copyOf(seen);
  }
}
