package app.stalekeys.core.fix;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
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

  /// One thing to be done.
  ///
  /// @param clears the findings it is needed for
  /// @param place the first row that it takes, or that it is about; null when no row says it
  /// @param through the rows that give what is taken, in words, where the step does not name them
  /// @param loss what the account would lose, by this and what else the plan takes from it; for a disabled account
  ///     all it has
  public record Planned(
      Step step, List<Finding> clears, @Nullable Place place, List<String> through, Loss loss) {
    public Planned {
      clears = List.copyOf(clears);
      through = List.copyOf(through);
    }
  }

  /// What an account could do no more.
  ///
  /// @param permissions how many
  /// @param names some of them, those in use first
  /// @param used those that were used in the last days
  public record Loss(int permissions, List<String> names, List<Used> used) {
    static final Loss NOTHING = new Loss(0, List.of(), List.of());

    public Loss {
      names = List.copyOf(names);
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
  private final Removables removables;
  private final Losses losses;

  /// How each finding can be cleared.
  private final Map<Finding, List<Set<Removable>>> ways = new LinkedHashMap<>();

  /// The same without what is taken anyway, for those findings that this does not clear.
  private final Map<Finding, List<Set<Removable>>> open = new LinkedHashMap<>();

  private boolean exact = true;

  private RemovalPlan(Snapshot snapshot, int days) {
    this.snapshot = snapshot;
    this.removables = new Removables(snapshot);
    this.losses = new Losses(snapshot, days);
  }

  /// @param decided what is done in any case: a finding that it clears asks for nothing more
  /// @param days how far back a use counts as one that would be missed
  public static Plan of(
      Snapshot snapshot, Collection<Finding> findings, Collection<Step> decided, int days) {
    return new RemovalPlan(snapshot, days).plan(findings, decided);
  }

  private Plan plan(Collection<Finding> findings, Collection<Step> decided) {
    Cures cures = new Cures(snapshot, removables, findings);
    Set<Removable> chosen = new LinkedHashSet<>();
    List<Planned> others = new ArrayList<>();
    for (Step step : decided) {
      Removable removable = removables.of(step);
      if (removable == null) {
        others.add(new Planned(step, List.of(), null, List.of(), Loss.NOTHING));
      } else {
        chosen.add(removable);
      }
    }
    for (Finding finding : findings) {
      List<Set<Removable>> found = cures.of(finding);
      if (found.isEmpty()) {
        others.add(other(finding));
      } else {
        ways.put(finding, found);
        List<Set<Removable>> left = found.stream().map(way -> without(way, chosen)).toList();
        if (left.stream().noneMatch(Set::isEmpty)) {
          open.put(finding, left);
        }
      }
    }
    exact = cures.isComplete();
    groups().forEach(group -> chosen.addAll(solve(group)));
    List<Planned> planned = new ArrayList<>(removals(chosen));
    planned.sort(Comparator.comparingInt((Planned one) -> -one.clears.size()));
    planned.addAll(merged(others));
    return new Plan(planned, exact);
  }

  private static Set<Removable> without(Set<Removable> way, Set<Removable> taken) {
    Set<Removable> left = new HashSet<>(way);
    left.removeAll(taken);
    return left;
  }

  private static Planned other(Finding finding) {
    Place place = finding.evidence().isEmpty() ? null : finding.evidence().getFirst();
    return new Planned(Cures.usual(finding), List.of(finding), place, List.of(), Loss.NOTHING);
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
            Place place = first.place == null ? second.place : first.place;
            return new Planned(first.step, clears, place, List.of(), Loss.NOTHING);
          });
    }
    return List.copyOf(byStep.values());
  }

  /// Findings that share something that could be taken away.
  private Collection<List<Finding>> groups() {
    Map<Removable, List<Finding>> groupOf = new HashMap<>();
    Map<Finding, List<Finding>> groups = new LinkedHashMap<>();
    open.forEach((finding, sets) -> {
      List<Finding> group = new ArrayList<>(List.of(finding));
      for (Set<Removable> set : sets) {
        for (Removable unit : set) {
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

  private Set<Removable> solve(List<Finding> group) {
    if (group.stream().allMatch(finding -> waysOf(finding).size() == 1)) {
      // Where there is no choice there is nothing to try.
      Set<Removable> all = new LinkedHashSet<>();
      group.forEach(finding -> all.addAll(waysOf(finding).getFirst()));
      return all;
    }
    List<Removable> units =
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

  private List<Set<Removable>> waysOf(Finding finding) {
    return open.getOrDefault(finding, List.of());
  }

  private boolean clears(Set<Removable> chosen, Finding finding) {
    return waysOf(finding).stream().anyMatch(chosen::containsAll);
  }

  private Set<Removable> smallest(List<Finding> group, List<Removable> units) {
    Set<Removable> best = Set.copyOf(units);
    int bestLost = Integer.MAX_VALUE;
    for (int mask = 1; mask < 1 << units.size(); mask++) {
      if (Integer.bitCount(mask) > best.size()) {
        continue;
      }
      Set<Removable> chosen = new LinkedHashSet<>();
      for (int i = 0; i < units.size(); i++) {
        if ((mask & 1 << i) != 0) {
          chosen.add(units.get(i));
        }
      }
      if (group.stream().allMatch(finding -> clears(chosen, finding))) {
        int lost = losses.count(chosen);
        if (chosen.size() < best.size() || lost < bestLost) {
          best = chosen;
          bestLost = lost;
        }
      }
    }
    return best;
  }

  private Set<Removable> greedy(List<Finding> group) {
    Set<Removable> chosen = new LinkedHashSet<>();
    List<Finding> left = new ArrayList<>(group);
    while (!left.isEmpty()) {
      Set<Removable> best = Set.of();
      double bestWorth = -1;
      for (Finding finding : left) {
        for (Set<Removable> way : waysOf(finding)) {
          Set<Removable> with = new HashSet<>(chosen);
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
    for (Removable unit : List.copyOf(chosen)) {
      chosen.remove(unit);
      if (!group.stream().allMatch(finding -> clears(chosen, finding))) {
        chosen.add(unit);
      }
    }
    return chosen;
  }

  private List<Planned> removals(Set<Removable> chosen) {
    Map<Removable, List<Finding>> clears = new HashMap<>();
    ways.forEach((finding, sets) -> {
      Set<Removable> needed = new HashSet<>();
      sets.stream().filter(chosen::containsAll).forEach(needed::addAll);
      needed.forEach(one -> clears.computeIfAbsent(one, key -> new ArrayList<>(1)).add(finding));
    });
    List<Planned> planned = new ArrayList<>();
    for (List<Removable> own : Removables.byAccount(chosen).values()) {
      Loss loss = losses.of(own);
      for (Removable one : own) {
        planned.add(
            new Planned(
                one.step(), clears.getOrDefault(one, List.of()), one.place(), one.through(), loss));
      }
    }
    return planned;
  }
}
