package app.stalekeys.core.signin;

import java.util.ArrayList;
import java.util.List;

/// Runs of attempts in which at least so many lie within so long: sliding windows, and those that touch
/// are one run.
public final class Bursts {

  private Bursts() {}

  /// @param attempts in the order of time
  /// @param count how many make a window; @param within milliseconds from its first to its last
  public static List<List<Attempt>> of(List<Attempt> attempts, int count, long within) {
    List<List<Attempt>> bursts = new ArrayList<>();
    int from = -1;
    int to = -1;
    for (int last = count - 1; last < attempts.size(); last++) {
      int first = last - count + 1;
      if (attempts.get(last).at() - attempts.get(first).at() > within) {
        continue;
      }
      if (from >= 0 && first <= to) {
        to = last;
      } else {
        if (from >= 0) {
          bursts.add(List.copyOf(attempts.subList(from, to + 1)));
        }
        from = first;
        to = last;
      }
    }
    if (from >= 0) {
      bursts.add(List.copyOf(attempts.subList(from, to + 1)));
    }
    return bursts;
  }
}
