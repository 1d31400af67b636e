package app.stalekeys.core.signin;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Runs of attempts from one address in which at least so many different accounts lie within so long: sliding
/// windows, and those that touch are one run.
public final class Sprays {

  private Sprays() {}

  /// @param attempts of one address, in the order of time
  /// @param count how many accounts make a window; @param within milliseconds from its first to its last
  public static List<List<Attempt>> of(List<Attempt> attempts, int count, long within) {
    List<List<Attempt>> runs = new ArrayList<>();
    Map<String, Integer> names = new HashMap<>();
    int first = 0;
    int from = -1;
    int to = -1;
    for (int last = 0; last < attempts.size(); last++) {
      names.merge(attempts.get(last).accountKey(), 1, Integer::sum);
      while (attempts.get(last).at() - attempts.get(first).at() > within) {
        names.computeIfPresent(attempts.get(first).accountKey(), (key, n) -> n == 1 ? null : n - 1);
        first++;
      }
      if (names.size() < count) {
        continue;
      }
      if (from < 0 || first > to) {
        add(runs, attempts, from, to);
        from = first;
      }
      to = last;
    }
    add(runs, attempts, from, to);
    return runs;
  }

  private static void add(List<List<Attempt>> runs, List<Attempt> attempts, int from, int to) {
    if (from >= 0) {
      runs.add(List.copyOf(attempts.subList(from, to + 1)));
    }
  }
}
