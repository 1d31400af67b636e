package app.stalekeys.core.check.systems;

import app.stalekeys.core.source.CodePoints;

/// Versions by their dotted parts: numbers as numbers, anything else as text, a missing part as 0.
final class Versions {

  private Versions() {}

  static int compare(String one, String other) {
    String[] left = one.strip().split("[.]");
    String[] right = other.strip().split("[.]");
    for (int i = 0; i < Math.max(left.length, right.length); i++) {
      int order = part(i < left.length ? left[i] : "0", i < right.length ? right[i] : "0");
      if (order != 0) {
        return order;
      }
    }
    return 0;
  }

  private static int part(String one, String other) {
    if (one.matches("[0-9]{1,18}") && other.matches("[0-9]{1,18}")) {
      return Long.compare(Long.parseLong(one), Long.parseLong(other));
    }
    return CodePoints.ORDER.compare(one, other);
  }
}
