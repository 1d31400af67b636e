package app.stalekeys.core.fix;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// The least that has to be taken away so that the most findings are gone, with what else goes with it.
///
/// Findings that could be cleared by taking away the same thing belong together; everything else is independent, so
/// that each such group is solved by itself: a group of up to 14 things exactly, by trying every set of them from the
/// smallest on; a larger one by taking what clears the most for the fewest things, again and again, and leaving out
/// in the end what turned out not to be needed. Of sets of one size the one with which the least access is lost.
public final class RemovalPlan {

  private static final int MOST_TRIED = 14;
  private static final int NAMED = 6;

  /// One thing to be done.
  ///
  /// @param clears the findings it is needed for
  /// @param lost how many permissions the account would lose, by this and what else the plan takes from it; for a
  ///     disabled account all it has
  /// @param lostNames some of them, those in use first
  /// @param used those of the lost permissions that were used in the last days
  public record Planned(
      Step step,
      List<Finding> clears,
      @Nullable Place place,
      int lost,
      List<String> lostNames,
      List<Used> used) {
    public Planned {
      clears = List.copyOf(clears);
      lostNames = List.copyOf(lostNames);
      used = List.copyOf(used);
    }
  }

  /// Something that the account did not long ago and could do no more.
  public record Used(String permission, LocalDate day, Place place) {}

  /// @param planned removals first, those that clear the most first; then what no removal clears
  /// @param isExact whether no smaller set of removals clears as much
  public record Plan(List<Planned> planned, boolean isExact) {
    public Plan {
      planned = List.copyOf(planned);
    }
  }

  private final Snapshot snapshot;
  private final int days;
  private final Map<Finding, List<Set<Cures.Unit>>> ways = new LinkedHashMap<>();
  private boolean exact = true;

  private RemovalPlan(Snapshot snapshot, int days) {
    this.snapshot = snapshot;
    this.days = days;
  }

  /// @param days how far back a use counts as one that would be missed
  public static Plan of(Snapshot snapshot, Collection<Finding> findings, int days) {
    return new RemovalPlan(snapshot, days).plan(findings);
  }

  private Plan plan(Collection<Finding> findings) {
    Cures cures = new Cures(snapshot, findings);
    List<Planned> others = new ArrayList<>();
    for (Finding finding : findings) {
      List<Set<Cures.Unit>> found = cures.of(finding);
      if (found.isEmpty()) {
        others.add(other(finding));
      } else {
        ways.put(finding, found);
      }
    }
    Set<Cures.Unit> chosen = new LinkedHashSet<>();
    groups().forEach(group -> chosen.addAll(solve(group)));
    List<Planned> planned = new ArrayList<>(removals(chosen));
    planned.sort(Comparator.comparingInt((Planned one) -> -one.clears.size()));
    planned.addAll(merged(others));
    return new Plan(planned, exact);
  }

  private static Planned other(Finding finding) {
    Place place = finding.evidence().isEmpty() ? null : finding.evidence().getFirst();
    return new Planned(Cures.usual(finding), List.of(finding), place, 0, List.of(), List.of());
  }

  /// One step for findings that ask for the same.
  private static List<Planned> merged(List<Planned> others) {
    Map<Step, Planned> byStep = new LinkedHashMap<>();
    for (Planned one : others) {
      byStep.merge(
          one.step,
          one,
          (first, second) -> {
            List<Finding> clears = new ArrayList<>(first.clears);
            clears.addAll(second.clears);
            return new Planned(first.step, clears, first.place, 0, List.of(), List.of());
          });
    }
    return List.copyOf(byStep.values());
  }

  /// Findings that share something that could be taken away.
  private Collection<List<Finding>> groups() {
    Map<Cures.Unit, List<Finding>> groupOf = new HashMap<>();
    Map<Finding, List<Finding>> groups = new LinkedHashMap<>();
    ways.forEach((finding, sets) -> {
      List<Finding> group = new ArrayList<>(List.of(finding));
      for (Set<Cures.Unit> set : sets) {
        for (Cures.Unit unit : set) {
          List<Finding> known = groupOf.get(unit);
          if (known != null && known != group) {
            group.addAll(known);
            List<Finding> joined = group;
            groupOf.replaceAll((key, one) -> one == known ? joined : one);
          }
          groupOf.put(unit, group);
        }
      }
      for (Finding one : group) {
        groups.put(one, group);
      }
    });
    Set<List<Finding>> different =
        java.util.Collections.newSetFromMap(new java.util.IdentityHashMap<>());
    List<List<Finding>> inOrder = new ArrayList<>();
    groups
        .values()
        .forEach(group -> {
          if (different.add(group)) {
            inOrder.add(group);
          }
        });
    return inOrder;
  }

  private Set<Cures.Unit> solve(List<Finding> group) {
    if (group.stream().allMatch(finding -> waysOf(finding).size() == 1)) {
      // Where there is no choice there is nothing to try.
      Set<Cures.Unit> all = new LinkedHashSet<>();
      group.forEach(finding -> all.addAll(waysOf(finding).getFirst()));
      return all;
    }
    List<Cures.Unit> units =
        group.stream()
            .flatMap(finding -> waysOf(finding).stream())
            .flatMap(Set::stream)
            .distinct()
            .sorted(Comparator.comparing(unit -> unit.step().words()))
            .toList();
    if (units.size() <= MOST_TRIED) {
      return smallest(group, units);
    }
    exact = false;
    return greedy(group);
  }

  private List<Set<Cures.Unit>> waysOf(Finding finding) {
    return ways.getOrDefault(finding, List.of());
  }

  private boolean clears(Set<Cures.Unit> chosen, Finding finding) {
    return waysOf(finding).stream().anyMatch(chosen::containsAll);
  }

  private Set<Cures.Unit> smallest(List<Finding> group, List<Cures.Unit> units) {
    Set<Cures.Unit> best = Set.copyOf(units);
    int bestLost = Integer.MAX_VALUE;
    for (int mask = 1; mask < 1 << units.size(); mask++) {
      if (Integer.bitCount(mask) > best.size()) {
        continue;
      }
      Set<Cures.Unit> chosen = new LinkedHashSet<>();
      for (int i = 0; i < units.size(); i++) {
        if ((mask & 1 << i) != 0) {
          chosen.add(units.get(i));
        }
      }
      if (group.stream().allMatch(finding -> clears(chosen, finding))) {
        int lost = lost(chosen);
        if (chosen.size() < best.size() || lost < bestLost) {
          best = chosen;
          bestLost = lost;
        }
      }
    }
    return best;
  }

  private Set<Cures.Unit> greedy(List<Finding> group) {
    Set<Cures.Unit> chosen = new LinkedHashSet<>();
    List<Finding> left = new ArrayList<>(group);
    while (!left.isEmpty()) {
      Set<Cures.Unit> best = Set.of();
      double bestWorth = -1;
      for (Finding finding : left) {
        for (Set<Cures.Unit> way : waysOf(finding)) {
          Set<Cures.Unit> with = new HashSet<>(chosen);
          with.addAll(way);
          long cleared = left.stream().filter(one -> clears(with, one)).count();
          double worth = (double) cleared / (with.size() - chosen.size());
          if (worth > bestWorth) {
            bestWorth = worth;
            best = way;
          }
        }
      }
      chosen.addAll(best);
      left.removeIf(finding -> clears(chosen, finding));
    }
    for (Cures.Unit unit : List.copyOf(chosen)) {
      chosen.remove(unit);
      if (!group.stream().allMatch(finding -> clears(chosen, finding))) {
        chosen.add(unit);
      }
    }
    return chosen;
  }

  private int lost(Set<Cures.Unit> chosen) {
    return byAccount(chosen).values().stream().mapToInt(own -> lostBy(own).cardinality()).sum();
  }

  private static Map<String, List<Cures.Unit>> byAccount(Collection<Cures.Unit> chosen) {
    Map<String, List<Cures.Unit>> found = new LinkedHashMap<>();
    for (Cures.Unit unit : chosen) {
      String key = unit.access().application().id() + "\n" + unit.account().index();
      found.computeIfAbsent(key, k -> new ArrayList<>(1)).add(unit);
    }
    return found;
  }

  /// What one account loses by everything that is taken from it.
  private static BitSet lostBy(List<Cures.Unit> own) {
    Cures.Unit any = own.getFirst();
    EffectiveAccess effective = any.access().effective();
    BitSet lost = (BitSet) effective.permissions(any.account()).clone();
    if (own.stream().noneMatch(unit -> unit.step().action() == FixAction.DISABLE)) {
      lost.andNot(
          effective
              .usableWith(
                  effective.currentAssignments(any.account()).stream()
                      .filter(one -> own.stream().noneMatch(unit -> one.equals(unit.assignment())))
                      .toList(),
                  effective.currentGrants(any.account()).stream()
                      .filter(one -> own.stream().noneMatch(unit -> one.equals(unit.grant())))
                      .toList())
              .permissions());
    }
    return lost;
  }

  private List<Planned> removals(Set<Cures.Unit> chosen) {
    List<Planned> planned = new ArrayList<>();
    byAccount(chosen)
        .values()
        .forEach(own -> {
          BitSet lost = lostBy(own);
          List<Used> used = used(own.getFirst(), lost);
          List<String> names = names(own.getFirst(), lost, used);
          for (Cures.Unit unit : own) {
            List<Finding> clears =
                ways.entrySet().stream()
                    .filter(entry ->
                        entry.getValue().stream()
                            .anyMatch(way -> way.contains(unit) && chosen.containsAll(way)))
                    .map(Map.Entry::getKey)
                    .toList();
            planned.add(
                new Planned(unit.step(), clears, unit.place(), lost.cardinality(), names, used));
          }
        });
    return planned;
  }

  private List<Used> used(Cures.Unit unit, BitSet lost) {
    List<Used> used = new ArrayList<>();
    lost.stream()
        .forEach(number -> {
          Usage.Use use = unit.access().records().usage().last(unit.account(), number);
          if (use != null && use.day().isAfter(snapshot.asOf().minusDays(days))) {
            used.add(
                new Used(
                    unit.access().effective().universe().words(number), use.day(), use.place()));
          }
        });
    used.sort(Comparator.comparing(Used::day).reversed());
    return used;
  }

  private static List<String> names(Cures.Unit unit, BitSet lost, List<Used> used) {
    Set<String> names = new LinkedHashSet<>();
    used.forEach(one -> names.add(one.permission));
    lost.stream()
        .limit(NAMED + used.size())
        .forEach(number -> names.add(unit.access().effective().universe().words(number)));
    return names.stream().limit(NAMED).toList();
  }
}
