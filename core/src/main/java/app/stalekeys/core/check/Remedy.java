package app.stalekeys.core.check;

import java.util.List;

/// One way to put a finding right.
///
/// @param minutes usual effort for one item, so that plans can add it up
public record Remedy(String title, List<String> steps, int minutes) {

  public Remedy {
    steps = List.copyOf(steps);
  }

  public static Remedy of(String title, int minutes, String... steps) {
    return new Remedy(title, List.of(steps), minutes);
  }
}
