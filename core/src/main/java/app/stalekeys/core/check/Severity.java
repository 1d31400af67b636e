package app.stalekeys.core.check;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// How much a finding matters. In order from mildest to worst.
public enum Severity {
  LOW(1),
  MEDIUM(2),
  HIGH(4),
  CRITICAL(8);

  private final int weight;

  Severity(int weight) {
    this.weight = weight;
  }

  /// Its share in the mean over checks.
  public int weight() {
    return weight;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Severity> of(String word) {
    return Arrays.stream(values()).filter(severity -> severity.word().equals(word)).findFirst();
  }

  public static List<String> words() {
    return Arrays.stream(values()).map(Severity::word).toList();
  }
}
