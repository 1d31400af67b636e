package app.stalekeys.core.fix;

import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.snapshot.Snapshot;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// What accounts lose by what is taken from them, and which of it they used not long ago.
final class Losses {

  private static final int NAMED = 6;

  private final LocalDate since;

  /// @param days how far back a use counts as one that would be missed
  Losses(Snapshot snapshot, int days) {
    this.since = snapshot.asOf().minusDays(days);
  }

  /// How many permissions go, of all accounts together.
  int count(Collection<Removable> chosen) {
    return Removables.byAccount(chosen).values().stream()
        .mapToInt(own -> numbers(own).cardinality())
        .sum();
  }

  /// @param own everything that is taken from one account; not empty
  RemovalPlan.Loss of(List<Removable> own) {
    Removable any = own.getFirst();
    BitSet lost = numbers(own);
    List<RemovalPlan.Used> used = used(any, lost);
    Set<String> names = new LinkedHashSet<>();
    used.forEach(one -> names.add(one.permission()));
    lost.stream()
        .limit(NAMED + used.size())
        .forEach(number -> names.add(any.access().effective().universe().words(number)));
    return new RemovalPlan.Loss(lost.cardinality(), names.stream().limit(NAMED).toList(), used);
  }

  /// The permissions that the account can do no more, by their numbers.
  private static BitSet numbers(List<Removable> own) {
    Removable any = own.getFirst();
    EffectiveAccess effective = any.access().effective();
    BitSet lost = (BitSet) effective.permissions(any.account()).clone();
    if (own.stream().noneMatch(one -> one.step().action() == FixAction.DISABLE)) {
      lost.andNot(
          effective
              .usableWith(
                  Stream.concat(
                          without(
                              effective.currentAssignments(any.account()),
                              own.stream().flatMap(one -> one.assignments().stream())),
                          own.stream().flatMap(one -> one.gives().stream()))
                      .toList(),
                  without(
                          effective.currentGrants(any.account()),
                          own.stream().flatMap(one -> one.grants().stream()))
                      .toList())
              .permissions());
    }
    return lost;
  }

  private static <T> Stream<T> without(List<T> held, Stream<T> taken) {
    Set<T> gone = taken.collect(Collectors.toCollection(HashSet::new));
    return held.stream().filter(one -> !gone.contains(one));
  }

  private List<RemovalPlan.Used> used(Removable any, BitSet lost) {
    List<RemovalPlan.Used> used = new ArrayList<>();
    lost.stream()
        .forEach(number -> {
          Usage.Use use = any.access().records().usage().last(any.account(), number);
          if (use != null && use.day().isAfter(since)) {
            used.add(
                new RemovalPlan.Used(
                    any.access().effective().universe().words(number), use.day(), use.place()));
          }
        });
    used.sort(Comparator.comparing(RemovalPlan.Used::day).reversed());
    return used;
  }
}
