package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/// Walks over the facts of one kind in one file, row by row; columns are opened when first asked for.
/// Not for use by several threads.
public final class FactCursor {

  private final FactSource source;
  private final Segment segment;
  private final LongColumn fileRows;
  private final Map<String, TextColumn> texts = new HashMap<>();
  private final Map<String, LongColumn> numbers = new HashMap<>();
  private int row;

  private FactCursor(FactSource source, Segment segment) {
    this.source = source;
    this.segment = segment;
    this.fileRows = segment.fileRows();
  }

  /// Calls `visitor` once a fact, in the file's order. The cursor is valid during the call only.
  public static void forEach(FactSource source, Kind kind, Consumer<FactCursor> visitor) {
    for (Segment segment : source.segments(kind)) {
      FactCursor cursor = new FactCursor(source, segment);
      for (cursor.row = 0; cursor.row < segment.rows(); cursor.row++) {
        visitor.accept(cursor);
      }
    }
  }

  public Place place() {
    return Place.ofRow(source.file(), fileRows.at(row));
  }

  /// The text, empty when the fact has none.
  public String text(String field) {
    String text = texts.computeIfAbsent(field, segment::texts).at(row);
    return text == null ? "" : text;
  }

  public @Nullable LocalDate day(String field) {
    long value = number(field);
    return value == LongColumn.ABSENT ? null : LocalDate.ofEpochDay(value);
  }

  public @Nullable Instant instant(String field) {
    long value = number(field);
    return value == LongColumn.ABSENT ? null : Instant.ofEpochMilli(value);
  }

  /// The number, or [LongColumn#ABSENT].
  public long number(String field) {
    return numbers.computeIfAbsent(field, segment::numbers).at(row);
  }

  /// The whole number; null when the fact has none.
  public @Nullable Long count(String field) {
    long value = number(field);
    return value == LongColumn.ABSENT ? null : Long.valueOf(value);
  }

  public Answer answer(String field) {
    return switch (text(field)) {
      case "yes" -> Answer.YES;
      case "no" -> Answer.NO;
      default -> Answer.UNKNOWN;
    };
  }
}
