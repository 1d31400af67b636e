package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawSink;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Sorts the rows of a table into read, skipped and malformed, for text and for sheets alike. A row that
/// looks like a total is held back until it is known whether anything but blanks follows.
final class TableWalk {

  private final Head head;
  private final RawSink sink;
  private boolean aboveFirst = true;
  private @Nullable List<String> held;
  private long heldRow;

  TableWalk(Head head, RawSink sink) {
    this.head = head;
    this.sink = sink;
  }

  /// Takes the next row; the first one is the head itself.
  void take(List<String> cells, long row) {
    if (aboveFirst) {
      aboveFirst = false;
      return;
    }
    if (isBlank(cells)) {
      sink.skipped(row);
      return;
    }
    releaseHeld();
    if (isHead(cells)) {
      sink.skipped(row);
    } else if (TotalLine.matches(cells, head.size())) {
      held = cells;
      heldRow = row;
    } else {
      pass(cells, row);
    }
  }

  private static boolean isBlank(List<String> cells) {
    for (int i = 0; i < cells.size(); i++) {
      if (!IdRule.trim(cells.get(i)).isEmpty()) {
        return false;
      }
    }
    return true;
  }

  private boolean isHead(List<String> cells) {
    if (cells.size() != head.size()) {
      return false;
    }
    for (int i = 0; i < cells.size(); i++) {
      if (!IdRule.trim(cells.get(i)).equals(head.names().get(i))) {
        return false;
      }
    }
    return true;
  }

  private void releaseHeld() {
    List<String> ordinary = held;
    if (ordinary != null) {
      held = null;
      pass(ordinary, heldRow);
    }
  }

  private void pass(List<String> cells, long row) {
    if (cells.size() == head.size()) {
      sink.record(new Cells(cells, row));
    } else {
      sink.malformed(
          row,
          String.join(" | ", cells),
          "%d cells where the head has %d".formatted(cells.size(), head.size()));
    }
  }

  /// Says that no row follows: what was held back is a total.
  void end() {
    if (held != null) {
      sink.skipped(heldRow);
    }
  }

  private record Cells(List<String> cells, long row) implements RawRecord {
    @Override
    public String cell(int column) {
      return cells.get(column);
    }

    @Override
    public List<String> cells(int column) {
      return List.of(cells.get(column));
    }

    @Override
    public boolean repeats() {
      return false;
    }
  }
}
