package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.RawSink;
import org.jspecify.annotations.Nullable;

/// Sorts the rows of a table into read, skipped and malformed, for text and for sheets alike. A row that
/// looks like a total is held back until it is known whether anything but blanks follows.
final class TableWalk {

  private final Head head;
  private final RawSink sink;
  private boolean aboveFirst = true;
  private @Nullable TableRow held;

  TableWalk(Head head, RawSink sink) {
    this.head = head;
    this.sink = sink;
  }

  /// Takes the next row; the first one is the head itself.
  void take(TableRow row) {
    if (aboveFirst) {
      aboveFirst = false;
      return;
    }
    if (isBlank(row)) {
      sink.skipped(row.row());
      return;
    }
    releaseHeld();
    if (isHead(row)) {
      sink.skipped(row.row());
    } else if (TotalLine.matches(row, head.size())) {
      held = row.copy();
    } else {
      pass(row);
    }
  }

  private static boolean isBlank(TableRow row) {
    if (row.fillsMoreThan(0)) {
      return false;
    }
    for (int i = 0; i < row.size(); i++) {
      if (!row.isBlank(i)) {
        return false;
      }
    }
    return true;
  }

  private boolean isHead(TableRow row) {
    if (row.size() != head.size()) {
      return false;
    }
    for (int i = 0; i < row.size(); i++) {
      if (!row.is(i, head.names().get(i))) {
        return false;
      }
    }
    return true;
  }

  private void releaseHeld() {
    TableRow ordinary = held;
    if (ordinary != null) {
      held = null;
      pass(ordinary);
    }
  }

  private void pass(TableRow row) {
    if (row.size() == head.size()) {
      sink.record(row);
    } else {
      sink.malformed(
          row.row(),
          String.join(" | ", row.list()),
          "%d cells where the head has %d".formatted(row.size(), head.size()));
    }
  }

  /// Says that no row follows: what was held back is a total.
  void end() {
    if (held != null) {
      sink.skipped(held.row());
    }
  }
}
