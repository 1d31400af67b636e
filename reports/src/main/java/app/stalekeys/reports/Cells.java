package app.stalekeys.reports;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/// Texts for the cells of tables.
public final class Cells {

  private Cells() {}

  /// A cell that a spreadsheet could run as a formula gets one apostrophe before it.
  public static String safe(String cell) {
    if (cell.isEmpty()) {
      return cell;
    }
    char first = cell.charAt(0);
    boolean runs = "=+-@".indexOf(first) >= 0 || Character.isISOControl(first);
    return runs ? "'" + cell : cell;
  }

  /// `days 212, limit 90`: figures in one cell.
  static String facts(Map<String, Object> facts) {
    return facts.entrySet().stream()
        .map(fact -> words(fact.getKey()) + " " + value(fact.getValue()))
        .collect(Collectors.joining(", "));
  }

  private static String value(Object value) {
    return value instanceof List<?> list
        ? list.stream().map(String::valueOf).collect(Collectors.joining("; "))
        : String.valueOf(value);
  }

  /// `lastSignIn` as `last sign in`.
  private static String words(String name) {
    return name.replaceAll("([A-Z])", " $1").toLowerCase(java.util.Locale.ROOT);
  }
}
