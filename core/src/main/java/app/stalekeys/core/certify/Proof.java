package app.stalekeys.core.certify;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// That the items of one application are what the snapshot holds under the filter:
/// `held = unknown + out of window + repeats + each reason of being left out + items`.
///
/// @param counted what `held` counts, in words
/// @param held rows of the evidence, or permissions for a round of permissions
/// @param unknown rows for accounts that no accounts file defines
/// @param outOfWindow rows not yet or no longer in force on the as-of date
/// @param repeats rows that say what another says, or are one item with it
/// @param leftOut by condition of the filter, in its order, how many it kept out
public record Proof(
    String application,
    String counted,
    int held,
    int unknown,
    int outOfWindow,
    int repeats,
    Map<String, Integer> leftOut,
    int items) {

  public Proof {
    leftOut = Collections.unmodifiableMap(new LinkedHashMap<>(leftOut));
  }

  /// Whether the sum comes out.
  public boolean isWhole() {
    return held
        == unknown
            + outOfWindow
            + repeats
            + leftOut.values().stream().mapToInt(Integer::intValue).sum()
            + items;
  }
}
