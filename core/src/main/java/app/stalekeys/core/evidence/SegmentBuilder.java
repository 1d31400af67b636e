package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// Collects facts of one kind and seals them. Call the setters for every column, then `endRow`.
final class SegmentBuilder {

  private final Kind kind;
  private final List<String> textNames;
  private final List<String> numberNames;
  private final Map<String, TextColumn.Builder> texts = new LinkedHashMap<>();
  private final Map<String, LongColumn.Builder> numbers = new LinkedHashMap<>();
  private boolean clockMarked;
  private int rows;

  SegmentBuilder(Kind kind, List<String> textNames, List<String> numberNames) {
    this.kind = kind;
    this.textNames = List.copyOf(textNames);
    this.numberNames = List.copyOf(numberNames);
    clear();
  }

  private void clear() {
    texts.clear();
    numbers.clear();
    clockMarked = false;
    rows = 0;
    numbers.put(Segment.ROW, new LongColumn.Builder());
    numberNames.forEach(name -> numbers.put(name, new LongColumn.Builder()));
    textNames.forEach(name -> texts.put(name, new TextColumn.Builder()));
    texts.put(Segment.CLOCK, new TextColumn.Builder());
  }

  /// @param value null or empty for "no value"
  void text(String name, @Nullable String value) {
    Objects.requireNonNull(texts.get(name), name)
        .add(value == null || value.isEmpty() ? null : value);
  }

  void number(String name, long value) {
    Objects.requireNonNull(numbers.get(name), name).add(value);
  }

  void endRow(long fileRow, Moment.ClockMark mark) {
    number(Segment.ROW, fileRow);
    boolean marked = mark != Moment.ClockMark.NONE;
    clockMarked |= marked;
    text(Segment.CLOCK, marked ? mark.name() : null);
    rows++;
  }

  boolean isFull() {
    return rows >= Segment.FULL;
  }

  boolean isEmpty() {
    return rows == 0;
  }

  /// Seals what was collected and starts anew.
  Segment seal() {
    Map<String, byte[]> columns = new LinkedHashMap<>();
    numbers.forEach((name, builder) -> columns.put(name, builder.seal()));
    texts.forEach((name, builder) -> {
      if (clockMarked || !name.equals(Segment.CLOCK)) {
        columns.put(name, builder.seal());
      }
    });
    Segment segment = new Segment(kind, rows, columns);
    clear();
    return segment;
  }
}
