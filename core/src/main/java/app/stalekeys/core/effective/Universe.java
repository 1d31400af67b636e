package app.stalekeys.core.effective;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/// The permissions that an application has: those of its catalogue, and every concrete one that a
/// grant, a use or a recorded task names. Numbered in their order, so that sets of them are bitsets and
/// come out sorted.
final class Universe {

  private final List<Permission> permissions;
  private final Map<String, Map<String, Integer>> byResource = new TreeMap<>();
  private final List<String> levels;
  private final Map<Expansion, BitSet> expanded = new HashMap<>();

  private record Expansion(Permission pattern, boolean upwards) {}

  private Universe(TreeSet<Permission> all, List<String> levels) {
    this.permissions = List.copyOf(all);
    this.levels = levels;
    for (int i = 0; i < permissions.size(); i++) {
      Permission one = permissions.get(i);
      byResource.computeIfAbsent(one.resource(), key -> new LinkedHashMap<>()).put(one.action(), i);
    }
  }

  /// @param levels the application's levels, lowest first
  static Universe of(
      Collection<? extends FactSource> sources, Collection<Grant> grants, List<String> levels) {
    TreeSet<Permission> all = new TreeSet<>();
    for (FactSource source : sources) {
      for (Kind kind : List.of(Kind.PERMISSIONS, Kind.USAGE, Kind.TASK_TRACES)) {
        FactCursor.forEach(
            source,
            kind,
            row -> add(new Permission(row.text("resource"), row.text("action")), all));
      }
    }
    grants.forEach(grant -> add(grant.permission(), all));
    return new Universe(all, levels);
  }

  private static void add(Permission permission, Set<Permission> all) {
    if (permission.isConcrete()) {
      all.add(permission);
    }
  }

  int size() {
    return permissions.size();
  }

  Permission at(int number) {
    return permissions.get(number);
  }

  /// All of them.
  BitSet everything() {
    BitSet all = new BitSet(permissions.size());
    all.set(0, permissions.size());
    return all;
  }

  /// The members that a pattern means. Of levels, an allow or a ceiling covers the lower ones too, a
  /// deny the higher ones. Not to be changed by the caller.
  BitSet expand(Permission pattern, Grant.Effect effect) {
    return expanded.computeIfAbsent(
        new Expansion(pattern, effect == Grant.Effect.DENY), this::expand);
  }

  private BitSet expand(Expansion expansion) {
    BitSet members = new BitSet(permissions.size());
    Permission pattern = expansion.pattern;
    Set<String> actions = actions(pattern.action(), expansion.upwards);
    boolean concrete = !pattern.resource().endsWith("*");
    Collection<String> resources = concrete ? List.of(pattern.resource()) : byResource.keySet();
    for (String resource : resources) {
      if (pattern.meansResource(resource)) {
        byResource
            .getOrDefault(resource, Map.of())
            .forEach((action, number) -> {
              if (pattern.meansEveryAction() || actions.contains(action)) {
                members.set(number);
              }
            });
      }
    }
    return members;
  }

  private Set<String> actions(String action, boolean upwards) {
    int level = levels.indexOf(action);
    if (level < 0) {
      return Set.of(action);
    }
    List<String> covered =
        new ArrayList<>(
            upwards ? levels.subList(level, levels.size()) : levels.subList(0, level + 1));
    return new HashSet<>(covered);
  }
}
