package app.stalekeys.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/// Turns raw records into facts of one kind. A record is first read whole and only then written, so
/// that a row whose last cell is bad leaves nothing behind.
final class KindWriter implements RecordWriter {

  /// Fields of which each value makes a fact of its own, in files that repeat an attribute.
  private static final Map<Kind, Set<String>> REPEATING =
      Map.of(
          Kind.ASSIGNMENTS, Set.of("account", "role", "scope"),
          Kind.NESTING, Set.of("parent", "child"),
          Kind.GRANTS, Set.of("holder", "resource", "action", "scope"));

  private final Kind kind;
  private final List<CellReader> readers;

  /// For each reader, its place among the segment's texts or numbers.
  private final int[] target;

  /// Positions in the file of the columns kept as attributes; they follow the other texts.
  private final int[] attributeColumns;

  private final int firstAttribute;
  private final SegmentBuilder segment;
  private final String[] texts;
  private final long[] numbers;

  /// The tokens of the cells at hand, by position in `readers`.
  private final int[] tokens;

  /// The values of columns that have several in the record at hand, by position in `readers`.
  private final Map<Integer, String[]> repeated = new TreeMap<>();

  private Moment.ClockMark clockMark = Moment.ClockMark.NONE;

  KindWriter(Kind kind, List<CellReader> readers, Map<Integer, String> attributes) {
    this.kind = kind;
    this.readers = readers;
    this.texts = new String[readers.size()];
    this.numbers = new long[readers.size()];
    this.tokens = new int[readers.size()];
    this.target = new int[readers.size()];
    List<String> textNames = new ArrayList<>();
    List<String> numberNames = new ArrayList<>();
    for (int i = 0; i < target.length; i++) {
      Field field = readers.get(i).column().field();
      List<String> names = field.type().isNumeric() ? numberNames : textNames;
      target[i] = names.size();
      names.add(field.name());
    }
    this.attributeColumns = attributes.keySet().stream().mapToInt(Integer::intValue).toArray();
    this.firstAttribute = textNames.size();
    attributes.values().forEach(name -> textNames.add(Segment.ATTRIBUTE + name));
    this.segment = new SegmentBuilder(kind, textNames, numberNames);
  }

  @Override
  public Result read(RawRecord record) {
    if (!record.describes(kind)) {
      return new Result.Lacking(readers.getFirst().column());
    }
    repeated.clear();
    clockMark = Moment.ClockMark.NONE;
    for (int i = 0; i < readers.size(); i++) {
      CellReader reader = readers.get(i);
      Column column = reader.column();
      Result fault =
          column.split() == null && !record.repeats()
              ? readOne(i, reader, record.cell(column.position()), record.token(column.position()))
              : readAll(i, reader, valuesOf(column, record));
      if (fault != null) {
        return fault;
      }
    }
    return Result.READY;
  }

  /// The usual case: one value in the cell. Takes no list and no array.
  private @Nullable Result readOne(int i, CellReader reader, String value, int token) {
    CellReader.Outcome outcome = reader.read(value, token);
    tokens[i] = token;
    texts[i] = reader.text();
    numbers[i] = reader.number();
    if (reader.clockMark() != Moment.ClockMark.NONE) {
      clockMark = reader.clockMark();
    }
    return switch (outcome) {
      case VALUE -> null;
      case EMPTY -> reader.column().field().required() ? new Result.Lacking(reader.column()) : null;
      case UNREADABLE, UNMAPPED -> new Result.Bad(reader.column(), value, outcome);
    };
  }

  private @Nullable Result readAll(int i, CellReader reader, List<String> values) {
    if (values.size() == 1) {
      return readOne(i, reader, values.getFirst(), RawRecord.NO_TOKEN);
    }
    List<String> read = new ArrayList<>();
    for (String value : values) {
      Result result = readOne(i, reader, value, RawRecord.NO_TOKEN);
      if (result instanceof Result.Bad) {
        return result;
      }
      if (!texts[i].isEmpty()) {
        read.add(texts[i]);
      }
    }
    if (read.size() > 1) {
      repeated.put(i, read.toArray(String[]::new));
      return null;
    }
    return readOne(i, reader, read.isEmpty() ? "" : read.getFirst(), RawRecord.NO_TOKEN);
  }

  private List<String> valuesOf(Column column, RawRecord record) {
    if (column.split() != null) {
      return List.of(record.cell(column.position()).split(Pattern.quote(column.split()), -1));
    }
    List<String> cells = record.cells(column.position());
    if (cells.size() < 2) {
      return cells.isEmpty() ? List.of("") : cells;
    }
    boolean repeats = REPEATING.getOrDefault(kind, Set.of()).contains(column.field().name());
    // Elsewhere several values describe one thing; they stay together in one cell.
    return repeats ? cells : List.of(joined(column, cells));
  }

  /// Several second factors matter together; of other repeated attributes the first is the main one,
  /// as directories list them.
  private static String joined(Column column, List<String> cells) {
    return column.field().name().equals("mfa-method") ? String.join("; ", cells) : cells.getFirst();
  }

  /// Writes the facts of the record read last: one for each combination of repeated values.
  @Override
  public void write(RawRecord record) {
    if (repeated.isEmpty()) {
      for (int i = 0; i < tokens.length; i++) {
        put(i, texts[i], numbers[i], tokens[i]);
      }
      endFact(record);
      return;
    }
    int facts = repeated.values().stream().mapToInt(v -> v.length).reduce(1, (a, b) -> a * b);
    for (int fact = 0; fact < facts; fact++) {
      int rest = fact;
      for (int i = 0; i < readers.size(); i++) {
        String[] values = repeated.get(i);
        String text = values == null ? texts[i] : values[rest % values.length];
        rest = values == null ? rest : rest / values.length;
        put(i, text, numbers[i], values == null ? tokens[i] : RawRecord.NO_TOKEN);
      }
      endFact(record);
    }
  }

  private void endFact(RawRecord record) {
    for (int i = 0; i < attributeColumns.length; i++) {
      int position = attributeColumns[i];
      segment.text(firstAttribute + i, attribute(record, position), record.token(position));
    }
    segment.endRow(record.row(), clockMark);
  }

  private static String attribute(RawRecord record, int position) {
    return record.repeats() ? String.join("; ", record.cells(position)) : record.cell(position);
  }

  private void put(int i, String text, long number, int token) {
    if (readers.get(i).column().field().type().isNumeric()) {
      segment.number(target[i], number);
    } else {
      segment.text(target[i], text, token);
    }
  }

  @Override
  public Moment.ClockMark clockMark() {
    return clockMark;
  }

  /// Seals a full segment, or what is left at the end.
  @Override
  public void flush(boolean atEnd, FactSink sink) {
    if (segment.isFull() || (atEnd && !segment.isEmpty())) {
      sink.draft(segment.draft());
    }
  }
}
