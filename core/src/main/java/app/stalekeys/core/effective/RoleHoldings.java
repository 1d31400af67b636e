package app.stalekeys.core.effective;

import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.RoleGraph;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntConsumer;

/// Which roles each account holds in which scopes on a date. A pair of role and scope is a number, so that a
/// million assignments are compared and looked up as numbers. Not changed once built.
final class RoleHoldings {

  /// The pairs that one account holds. Equal when the pairs are.
  static final class Held {
    private static final Held NOTHING = new Held(new int[0], 0);

    /// Ascending, each once.
    private final int[] numbers;

    private Held(int[] numbers, int size) {
      int[] sorted = Arrays.copyOf(numbers, size);
      Arrays.sort(sorted);
      int kept = 0;
      for (int i = 0; i < size; i++) {
        if (i == 0 || sorted[i] != sorted[i - 1]) {
          sorted[kept++] = sorted[i];
        }
      }
      this.numbers = kept == size ? sorted : Arrays.copyOf(sorted, kept);
    }

    void forEach(IntConsumer receiver) {
      for (int number : numbers) {
        receiver.accept(number);
      }
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Held held && Arrays.equals(numbers, held.numbers);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(numbers);
    }
  }

  private final List<RoleGraph.Reach> reaches = new ArrayList<>();

  /// By account.
  private final Held[] held;

  RoleHoldings(int accounts, List<Assignment> assignments, LocalDate asOf) {
    Map<RoleGraph.Reach, Integer> numbers = new HashMap<>();
    int[][] found = new int[accounts][];
    int[] sizes = new int[accounts];
    for (Assignment one : assignments) {
      if (one.isCurrent(asOf)) {
        RoleGraph.Reach reach = new RoleGraph.Reach(one.role(), one.scope());
        Integer number = numbers.putIfAbsent(reach, reaches.size());
        if (number == null) {
          number = reaches.size();
          reaches.add(reach);
        }
        int account = one.account().index();
        int size = sizes[account]++;
        int[] own = found[account];
        if (own == null || size == own.length) {
          own = own == null ? new int[4] : Arrays.copyOf(own, size * 2);
          found[account] = own;
        }
        own[size] = number;
      }
    }
    held = new Held[accounts];
    for (int i = 0; i < accounts; i++) {
      held[i] = sizes[i] == 0 ? Held.NOTHING : new Held(found[i], sizes[i]);
    }
  }

  /// Every pair that somebody holds, by its number.
  List<RoleGraph.Reach> reaches() {
    return reaches;
  }

  Held of(int account) {
    return held[account];
  }

  /// What an account holds, in the order in which the files first name the pairs.
  List<RoleGraph.Reach> reachesOf(int account) {
    List<RoleGraph.Reach> found = new ArrayList<>();
    held[account].forEach(number -> found.add(reaches.get(number)));
    return found;
  }
}
