package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.TextColumn;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Collects facts of one kind and seals them. For each fact, set every column once by its position in
/// the lists given, then call `endRow`.
final class SegmentBuilder {

  private final Kind kind;
  private final List<String> textNames;
  private final List<String> numberNames;
  private final TextColumn.Builder[] texts;
  private final LongColumn.Builder[] numbers;
  private LongColumn.Builder fileRows = new LongColumn.Builder();
  private TextColumn.Builder clock = new TextColumn.Builder();
  private boolean clockMarked;
  private int rows;

  SegmentBuilder(Kind kind, List<String> textNames, List<String> numberNames) {
    this.kind = kind;
    this.textNames = List.copyOf(textNames);
    this.numberNames = List.copyOf(numberNames);
    this.texts =
        textNames.stream().map(n -> new TextColumn.Builder()).toArray(TextColumn.Builder[]::new);
    this.numbers =
        numberNames.stream().map(n -> new LongColumn.Builder()).toArray(LongColumn.Builder[]::new);
  }

  /// @param value null or empty for "no value"
  void text(int column, @Nullable String value) {
    text(column, value, RawRecord.NO_TOKEN);
  }

  /// @param value null or empty for "no value"
  /// @param token the same for the same value; [RawRecord#NO_TOKEN] when it has none
  void text(int column, @Nullable CharSequence value, int token) {
    texts[column].add(value == null || value.isEmpty() ? null : value, token);
  }

  void number(int column, long value) {
    numbers[column].add(value);
  }

  void endRow(long fileRow, Moment.ClockMark mark) {
    fileRows.add(fileRow);
    boolean marked = mark != Moment.ClockMark.NONE;
    clockMarked |= marked;
    clock.add(marked ? mark.name() : null);
    rows++;
  }

  boolean isFull() {
    return rows >= Segment.FULL;
  }

  boolean isEmpty() {
    return rows == 0;
  }

  /// Gives away what was collected and starts anew.
  SegmentDraft draft() {
    List<SegmentDraft.Column> columns = new ArrayList<>();
    columns.add(new SegmentDraft.Column(Segment.ROW, fileRows::seal));
    for (int i = 0; i < numbers.length; i++) {
      columns.add(new SegmentDraft.Column(numberNames.get(i), numbers[i]::seal));
      numbers[i] = numbers[i].another();
    }
    for (int i = 0; i < texts.length; i++) {
      columns.add(new SegmentDraft.Column(textNames.get(i), texts[i]::seal));
      texts[i] = texts[i].another();
    }
    if (clockMarked) {
      columns.add(new SegmentDraft.Column(Segment.CLOCK, clock::seal));
    }
    SegmentDraft draft = new SegmentDraft(kind, rows, columns);
    fileRows = fileRows.another();
    clock = clock.another();
    clockMarked = false;
    rows = 0;
    return draft;
  }
}
