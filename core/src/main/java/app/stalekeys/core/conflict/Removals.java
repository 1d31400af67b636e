package app.stalekeys.core.conflict;

import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Task;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// Finds the cheapest removals that clear a conflict of one person: the least number of assignments and own
/// grants; of several such sets the one with which the least other access is lost.
///
/// Sets of up to four of up to sixteen candidates are all tried, 2,516 at most; beyond that one is taken at a
/// time. What a set leaves is computed by the whole rule, so that a removal which lays open something that a
/// deny had covered is not taken for a cure.
public final class Removals {

  private static final int MOST_CANDIDATES = 16;
  private static final int MOST_AT_ONCE = 4;

  /// Things of which every set is tried where all ways are asked for.
  private static final int MOST_THINGS = 8;

  private final Doers doers;
  private final Doers.Doer doer;
  private final Conflict conflict;
  private final List<Unit> candidates;

  /// A row that could be taken away.
  private sealed interface Unit {
    Doers.Held held();
  }

  private record Given(Doers.Held held, Assignment assignment) implements Unit {}

  private record Granted(Doers.Held held, Grant grant) implements Unit {}

  private Removals(Doers doers, Doers.Doer doer, Conflict conflict) {
    this.doers = doers;
    this.doer = doer;
    this.conflict = conflict;
    this.candidates = candidates();
  }

  /// Empty when the doer does not hold the conflict, or no removal of rows clears it.
  public static Optional<Removal> cheapest(Doers doers, Doers.Doer doer, Conflict conflict) {
    if (doers.together(doer, conflict).isEmpty()) {
      return Optional.empty();
    }
    Removals removals = new Removals(doers, doer, conflict);
    Optional<Removal> exact =
        removals.candidates.size() <= MOST_CANDIDATES ? removals.fewest() : Optional.empty();
    return exact.isPresent() ? exact : removals.oneAtATime();
  }

  /// The ways of clearing a conflict.
  ///
  /// @param takes each of which clears it and needs all that it takes
  /// @param isComplete whether these are all there are
  public record Ways(List<List<Removal.Take>> takes, boolean isComplete) {
    public Ways {
      takes = List.copyOf(takes);
    }
  }

  /// Every removal that clears it and takes nothing needlessly: whoever has other conflicts to clear too may be better
  /// off with one that is not the cheapest here. Rows that say the same are taken together. Where there are more than
  /// eight things to take, those of the fewest rows alone. Empty as [#cheapest].
  public static Ways ways(Doers doers, Doers.Doer doer, Conflict conflict) {
    if (doers.together(doer, conflict).isEmpty()) {
      return new Ways(List.of(), true);
    }
    Removals removals = new Removals(doers, doer, conflict);
    List<List<Unit>> things = removals.things();
    return things.size() <= MOST_THINGS
        ? new Ways(removals.needingAll(things), true)
        : new Ways(removals.allOfTheFewest(), false);
  }

  /// The candidates, rows that say the same of an account together.
  private List<List<Unit>> things() {
    Map<List<Object>, List<Unit>> together = new LinkedHashMap<>();
    for (Unit unit : candidates) {
      List<Object> thing =
          switch (unit) {
            case Given(Doers.Held held, Assignment one) -> List.of(held, one.role(), one.scope());
            case Granted(Doers.Held held, Grant one) ->
                List.of(held, one.permission(), one.scope());
          };
      together.computeIfAbsent(thing, key -> new ArrayList<>(1)).add(unit);
    }
    return List.copyOf(together.values());
  }

  private List<List<Removal.Take>> needingAll(List<List<Unit>> things) {
    List<Integer> sets =
        IntStream.range(1, 1 << things.size()).boxed().collect(Collectors.toList());
    sets.sort(Comparator.comparingInt(Integer::bitCount));
    List<Integer> clearing = new ArrayList<>();
    List<List<Removal.Take>> found = new ArrayList<>();
    for (int set : sets) {
      if (clearing.stream().noneMatch(smaller -> (set & smaller) == smaller)) {
        List<Unit> units =
            IntStream.range(0, things.size())
                .filter(i -> (set & 1 << i) != 0)
                .boxed()
                .flatMap(i -> things.get(i).stream())
                .toList();
        if (clears(units)) {
          clearing.add(set);
          found.add(takes(units));
        }
      }
    }
    return found;
  }

  private List<List<Removal.Take>> allOfTheFewest() {
    if (candidates.size() <= MOST_CANDIDATES) {
      for (int size = 1; size <= MOST_AT_ONCE; size++) {
        List<List<Removal.Take>> found = new ArrayList<>();
        combine(
            size,
            0,
            new ArrayList<>(),
            chosen -> {
              if (clears(chosen)) {
                found.add(takes(chosen));
              }
            });
        if (!found.isEmpty()) {
          return found;
        }
      }
    }
    return oneAtATime().map(Removal::takes).stream().toList();
  }

  /// The rows that give one of the conflict's permissions by themselves.
  private List<Unit> candidates() {
    List<Unit> units = new ArrayList<>();
    for (Doers.Held held : doer.accounts()) {
      EffectiveAccess effective = held.access().effective();
      BitSet named = named(held);
      for (Assignment one : effective.currentAssignments(held.account())) {
        if (effective.usableWith(List.of(one), List.of()).permissions().intersects(named)) {
          units.add(new Given(held, one));
        }
      }
      for (Grant one : effective.currentGrants(held.account())) {
        if (effective.usableWith(List.of(), List.of(one)).permissions().intersects(named)) {
          units.add(new Granted(held, one));
        }
      }
    }
    return units;
  }

  /// The permissions of the account's application that a task of the conflict names.
  private BitSet named(Doers.Held held) {
    BitSet named = new BitSet();
    for (String id : conflict.tasks()) {
      for (Task.Need need : doers.tasks().task(id).permissions()) {
        if (need.application().equals(held.access().application().id())) {
          named.or(
              held.access()
                  .effective()
                  .universe()
                  .named(new Permission(need.resource(), need.action())));
        }
      }
    }
    return named;
  }

  private Optional<Removal> fewest() {
    for (int size = 1; size <= Math.min(MOST_AT_ONCE, candidates.size()); size++) {
      Best best = new Best();
      combine(
          size,
          0,
          new ArrayList<>(),
          chosen -> {
            int lost = lost(chosen);
            if (lost < best.lost && clears(chosen)) {
              best.units = List.copyOf(chosen);
              best.lost = lost;
            }
          });
      if (best.units != null) {
        return Optional.of(removal(best.units, best.lost, true));
      }
    }
    return Optional.empty();
  }

  private static final class Best {
    private @Nullable List<Unit> units;
    private int lost = Integer.MAX_VALUE;
  }

  private void combine(int size, int from, List<Unit> chosen, Consumer<List<Unit>> receiver) {
    if (chosen.size() == size) {
      receiver.accept(chosen);
      return;
    }
    for (int i = from; i < candidates.size(); i++) {
      chosen.add(candidates.get(i));
      combine(size, i + 1, chosen, receiver);
      chosen.removeLast();
    }
  }

  /// Takes what leaves the fewest areas, again and again.
  private Optional<Removal> oneAtATime() {
    List<Unit> taken = new ArrayList<>();
    List<Unit> left = new ArrayList<>(candidates);
    while (!left.isEmpty()) {
      Unit next =
          left.stream()
              .min(
                  Comparator.<Unit>comparingInt(unit -> together(with(taken, unit)).size())
                      .thenComparingInt(unit -> lost(with(taken, unit))))
              .orElseThrow();
      taken.add(next);
      left.remove(next);
      if (clears(taken)) {
        return Optional.of(removal(taken, lost(taken), false));
      }
    }
    return Optional.empty();
  }

  private static List<Unit> with(List<Unit> taken, Unit unit) {
    List<Unit> all = new ArrayList<>(taken);
    all.add(unit);
    return all;
  }

  private boolean clears(List<Unit> taken) {
    return together(taken).isEmpty();
  }

  private List<Area> together(List<Unit> taken) {
    Map<Doers.Held, EffectiveAccess.Usable> left = new HashMap<>();
    return doers.together(
        doer, conflict, held -> left.computeIfAbsent(held, one -> without(one, taken)));
  }

  private int lost(List<Unit> taken) {
    int lost = 0;
    for (Doers.Held held : doer.accounts()) {
      if (taken.stream().anyMatch(unit -> unit.held().equals(held))) {
        BitSet before = (BitSet) held.usable().permissions().clone();
        before.andNot(without(held, taken).permissions());
        before.andNot(named(held));
        lost += before.cardinality();
      }
    }
    return lost;
  }

  private static EffectiveAccess.Usable without(Doers.Held held, List<Unit> taken) {
    EffectiveAccess effective = held.access().effective();
    List<Assignment> assignments = new ArrayList<>(effective.currentAssignments(held.account()));
    List<Grant> grants = new ArrayList<>(effective.currentGrants(held.account()));
    for (Unit unit : taken) {
      switch (unit) {
        case Given given -> assignments.remove(given.assignment);
        case Granted granted -> grants.remove(granted.grant);
      }
    }
    return effective.usableWith(assignments, grants);
  }

  private static Removal removal(List<Unit> units, int lost, boolean isExact) {
    return new Removal(takes(units), lost, isExact);
  }

  private static List<Removal.Take> takes(List<Unit> units) {
    return units.stream().map(Removals::take).toList();
  }

  private static Removal.Take take(Unit unit) {
    String application = unit.held().access().application().id();
    String account = unit.held().account().key();
    return switch (unit) {
      case Given(Doers.Held _, Assignment one) ->
          new Removal.Take(
              application, account, one.role(), "", one.scope().toString(), one.place());
      case Granted(Doers.Held _, Grant one) ->
          new Removal.Take(
              application,
              account,
              "",
              one.permission().action() + " " + one.permission().resource(),
              one.scope().toString(),
              one.place());
    };
  }
}
