package app.stalekeys.core.effective;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/// The permissions that an application has: those of its catalogue, and every concrete one that a
/// grant, a use or a recorded task names. Numbered in their order, so that sets of them are bitsets and
/// come out sorted. Safe for use by several threads.
public final class Universe {

  private final List<Permission> permissions;
  private final Map<String, Map<String, Integer>> byResource = new TreeMap<>();
  private final @Nullable PermissionDetail[] details;
  private final String[] words;
  private final Map<Sensitivity, BitSet> atLeast = new EnumMap<>(Sensitivity.class);
  private final List<String> levels;
  private final Map<Expansion, long[]> expanded = new ConcurrentHashMap<>();

  private record Expansion(Permission pattern, boolean upwards) {}

  private Universe(
      Set<Permission> all, Map<Permission, PermissionDetail> details, List<String> levels) {
    this.permissions = all.stream().sorted().toList();
    this.details = permissions.stream().map(details::get).toArray(PermissionDetail[]::new);
    this.words = permissions.stream().map(Permission::words).toArray(String[]::new);
    this.levels = levels;
    for (Sensitivity least : Sensitivity.values()) {
      atLeast.put(least, numbersAtLeast(least));
    }
    for (int i = 0; i < permissions.size(); i++) {
      Permission one = permissions.get(i);
      byResource.computeIfAbsent(one.resource(), key -> new LinkedHashMap<>()).put(one.action(), i);
    }
  }

  /// @param levels the application's levels, lowest first
  static Universe of(
      Collection<? extends FactSource> sources, Collection<Grant> grants, List<String> levels) {
    Set<Permission> all = new HashSet<>();
    Map<Permission, PermissionDetail> details = new HashMap<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source, Kind.PERMISSIONS, row -> details.put(permission(row), detail(row)));
      for (Kind kind : List.of(Kind.PERMISSIONS, Kind.USAGE, Kind.TASK_TRACES)) {
        FactCursor.forEach(source, kind, row -> add(permission(row), all));
      }
    }
    grants.forEach(grant -> add(grant.permission(), all));
    return new Universe(all, details, levels);
  }

  private static Permission permission(FactCursor row) {
    return new Permission(row.text("resource"), row.text("action"));
  }

  private static PermissionDetail detail(FactCursor row) {
    return new PermissionDetail(
        row.text("name"),
        Sensitivity.of(row.text("sensitivity")),
        row.text("category"),
        row.text("licence"),
        row.place());
  }

  private static void add(Permission permission, Set<Permission> all) {
    if (permission.isConcrete()) {
      all.add(permission);
    }
  }

  public int size() {
    return permissions.size();
  }

  public Permission at(int number) {
    return permissions.get(number);
  }

  /// All of them, in their order.
  public List<Permission> permissions() {
    return permissions;
  }

  /// The number of a permission; -1 when the application has none such.
  public int number(Permission permission) {
    return byResource
        .getOrDefault(permission.resource(), Map.of())
        .getOrDefault(permission.action(), -1);
  }

  /// What the catalogue says of a permission; null when it does not list it.
  public @Nullable PermissionDetail detail(int number) {
    return details[number];
  }

  /// UNKNOWN when the catalogue does not say.
  public Sensitivity sensitivity(int number) {
    PermissionDetail detail = detail(number);
    return detail == null ? Sensitivity.UNKNOWN : detail.sensitivity();
  }

  /// `release Payment/Run`: a permission as a sentence says it.
  public String words(int number) {
    return words[number];
  }

  /// The permissions at or above a sensitivity; the caller's to change.
  public BitSet atLeast(Sensitivity least) {
    return (BitSet) Objects.requireNonNull(atLeast.get(least)).clone();
  }

  private BitSet numbersAtLeast(Sensitivity least) {
    BitSet found = new BitSet(permissions.size());
    for (int i = 0; i < permissions.size(); i++) {
      if (sensitivity(i).compareTo(least) >= 0) {
        found.set(i);
      }
    }
    return found;
  }

  /// The numbers of all actions on a resource itself.
  public Collection<Integer> on(String resource) {
    return Collections.unmodifiableCollection(byResource.getOrDefault(resource, Map.of()).values());
  }

  /// All of them, in so many words of bits.
  long[] everything(int words) {
    BitSet all = new BitSet(permissions.size());
    all.set(0, permissions.size());
    return Arrays.copyOf(all.toLongArray(), words);
  }

  /// The members that a pattern names, without regard to levels: what a task or a search means by it.
  public BitSet named(Permission pattern) {
    return members(pattern, Set.of(pattern.action()));
  }

  /// The members that a pattern means, in so many words of bits. Of levels, an allow or a ceiling covers
  /// the lower ones too, a deny the higher ones. Not to be changed by the caller.
  long[] expand(Permission pattern, Grant.Effect effect, int words) {
    return expanded.computeIfAbsent(
        new Expansion(pattern, effect == Grant.Effect.DENY),
        expansion ->
            Arrays.copyOf(
                members(pattern, actions(pattern.action(), expansion.upwards)).toLongArray(),
                words));
  }

  /// Whether a pattern means one permission.
  public boolean covers(Permission pattern, Grant.Effect effect, int permission) {
    int words = (permissions.size() + Long.SIZE - 1) / Long.SIZE;
    long[] members = expand(pattern, effect, words);
    return (members[permission >> 6] & 1L << permission) != 0;
  }

  private BitSet members(Permission pattern, Set<String> actions) {
    BitSet members = new BitSet(permissions.size());
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
