package app.stalekeys.core.check;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// The clean share of an audit: of each tested check the share of its subjects without an open finding,
/// then the mean over checks weighted by severity (critical 8, high 4, medium 2, low 1). A check that
/// was not tested anywhere is out of the mean; so is one that had no subject.
public final class CleanShare {

  /// @param tested subjects over all applications in which the check was tested
  private record Part(int weight, long tested, long open) {
    double share() {
      return 1 - (double) open / tested;
    }
  }

  private final Map<String, Part> parts = new LinkedHashMap<>();

  private CleanShare() {}

  /// @param open findings that count as open, by check id
  /// @param weights severity by check id
  public static CleanShare of(
      List<CheckResult> results, Map<String, Long> open, Map<String, Severity> weights) {
    CleanShare share = new CleanShare();
    Map<String, Long> tested = new LinkedHashMap<>();
    results.stream()
        .filter(result -> result.state() == CheckResult.State.TESTED)
        .forEach(result -> tested.merge(result.check(), (long) result.tested(), Long::sum));
    tested.forEach((check, subjects) -> {
      Severity severity = weights.get(check);
      if (subjects > 0 && severity != null) {
        long left = Math.min(open.getOrDefault(check, 0L), subjects);
        share.parts.put(check, new Part(severity.weight(), subjects, left));
      }
    });
    return share;
  }

  /// In percent; null when nothing was tested, which is not the same as clean.
  public @Nullable Double percent() {
    return parts.isEmpty() ? null : Double.valueOf(100 * mean());
  }

  private double mean() {
    double sum = parts.values().stream().mapToDouble(part -> part.weight * part.share()).sum();
    return sum / weights();
  }

  private double weights() {
    return parts.values().stream().mapToInt(Part::weight).sum();
  }

  /// How many points closing all open findings of a check would add.
  public double gain(String check) {
    Part part = parts.get(check);
    return part == null ? 0 : 100 * part.weight * (1 - part.share()) / weights();
  }
}
