package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;

/// Up to 65,536 facts of one kind from one file, sealed column by column. This is the form in which
/// facts are stored and sent to the snapshot, for every kind and for logs of any length.
///
/// @param columns our field names; `#row` is the row of the file; `@Name` an unmapped column kept as
///     an attribute
public record Segment(Kind kind, int rows, Map<String, byte[]> columns) {

  /// Rows in a full segment: large enough for dictionaries to pay, small enough to hold open.
  public static final int FULL = 65_536;

  public static final String ROW = "#row";
  public static final String ATTRIBUTE = "@";

  /// The column in which a local time that met a change of clocks is marked.
  public static final String CLOCK = "#clock";

  public Segment {
    columns = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(columns));
  }

  public boolean has(String column) {
    return columns.containsKey(column);
  }

  /// The column's texts; a column without a value in any row when the file does not have it.
  public TextColumn texts(String column) {
    byte[] sealed = columns.get(column);
    return sealed == null ? TextColumn.absent(rows) : TextColumn.open(sealed);
  }

  /// The column's numbers; all [LongColumn#ABSENT] when the file does not have it.
  public LongColumn numbers(String column) {
    byte[] sealed = columns.get(column);
    if (sealed != null) {
      return LongColumn.open(sealed);
    }
    LongColumn.Builder builder = new LongColumn.Builder();
    for (int i = 0; i < rows; i++) {
      builder.add(LongColumn.ABSENT);
    }
    return LongColumn.open(builder.seal());
  }

  public LongColumn fileRows() {
    return numbers(ROW);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Segment that
        && kind == that.kind
        && rows == that.rows
        && columns.keySet().equals(that.columns.keySet())
        && columns.keySet().stream()
            .allMatch(name -> Arrays.equals(columns.get(name), that.columns.get(name)));
  }

  @Override
  public int hashCode() {
    return kind.hashCode() * 31 + rows;
  }
}
