package app.stalekeys.core.evidence;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/// A full segment before its columns are sealed. Sealing is half of the work of taking a log and needs
/// nothing of what goes on: a sink may do it elsewhere while the next rows are read. Safe to be handed
/// to another thread; sealed once.
public final class SegmentDraft {

  /// @param name of the column
  /// @param sealing what its bytes are, when asked
  record Column(String name, Supplier<byte[]> sealing) {}

  private final Kind kind;
  private final int rows;
  private final List<Column> columns;

  SegmentDraft(Kind kind, int rows, List<Column> columns) {
    this.kind = kind;
    this.rows = rows;
    this.columns = List.copyOf(columns);
  }

  public Kind kind() {
    return kind;
  }

  public Segment seal() {
    Map<String, byte[]> sealed = new LinkedHashMap<>();
    columns.forEach(column -> sealed.put(column.name, column.sealing.get()));
    return new Segment(kind, rows, sealed);
  }
}
