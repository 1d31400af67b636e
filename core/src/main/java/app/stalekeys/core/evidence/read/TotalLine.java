package app.stalekeys.core.evidence.read;

import java.util.List;
import java.util.regex.Pattern;

/// Recognises the line with which many programs close a list: `Total: 212`, `212 rows selected`. Only
/// a line at the very end of a file is skipped for it, and it must have few cells with text.
final class TotalLine {

  private static final String WORDS =
      "total|totals|sum|count|rows|records|entries|users|accounts|number|antal|antall|summe|gesamt"
          + "|anzahl|somme|nombre|ialt|íalt|samtals|suma|totale|fjoldi";

  /// `Total`, `Total:`, `Number of users`, `Sum = `.
  private static final Pattern WORD =
      Pattern.compile("(?iu)(?:grand )?(?:" + WORDS + ")(?: \\p{L}+){0,3}\\s*[:=]?\\s*");

  /// `Total: 212`, `Íalt: 184 brúkarar`.
  private static final Pattern LABELLED =
      Pattern.compile("(?u)\\p{L}[\\p{L} .]*[:=]\\s*\\d[\\d.,' ]*(\\s*\\p{L}+)*\\.?");

  /// `212 rows selected`, `(212 rows)`.
  private static final Pattern COUNTED =
      Pattern.compile("(?iu)\\(?\\d[\\d.,' ]*\\s+(?:" + WORDS + ")\\b[^;]*");

  private static final Pattern NUMBER = Pattern.compile("\\d[\\d.,' ]*");
  private static final int MOST_CELLS = 3;

  private TotalLine() {}

  /// @param columns how many columns the head has
  static boolean matches(TableRow row, int columns) {
    // Nearly every row of a log is full.
    if (row.fillsMoreThan(MOST_CELLS)) {
      return false;
    }
    int count = 0;
    for (int i = 0; i < row.size(); i++) {
      if (!row.isBlank(i) && ++count > MOST_CELLS) {
        return false;
      }
    }
    if (count == 0 || (columns > 1 && count >= columns)) {
      return false;
    }
    List<String> filled = row.list().stream().map(String::strip).filter(c -> !c.isEmpty()).toList();
    String first = filled.getFirst();
    if (filled.size() == 1) {
      return WORD.matcher(first).matches()
          || LABELLED.matcher(first).matches()
          || COUNTED.matcher(first).matches();
    }
    return WORD.matcher(first).matches()
        && filled.stream().skip(1).anyMatch(cell -> NUMBER.matcher(cell).matches());
  }
}
