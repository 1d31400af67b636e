package app.stalekeys.core.effective;

import java.util.Locale;

/// How much harm a permission can do, by the application's own catalogue; UNKNOWN where it does not say.
/// In order from harmless to worst.
public enum Sensitivity {
  UNKNOWN,
  LOW,
  MEDIUM,
  HIGH,
  CRITICAL;

  /// UNKNOWN for any other word.
  public static Sensitivity of(String word) {
    for (Sensitivity one : values()) {
      if (one.word().equals(word)) {
        return one;
      }
    }
    return UNKNOWN;
  }

  /// As the exports write it; empty for UNKNOWN.
  public String word() {
    return this == UNKNOWN ? "" : name().toLowerCase(Locale.ROOT);
  }

  /// High or critical: what the checks call sensitive.
  public boolean isSensitive() {
    return this == HIGH || this == CRITICAL;
  }
}
