package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.Slice;
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
  private final CellReader[] readers;

  private final boolean[] isNumeric;

  /// Whether a cell is one value and not a list of them.
  private final boolean[] isWhole;

  /// For each reader, its place among the segment's texts or numbers.
  private final int[] target;

  /// Positions in the file of the columns kept as attributes; they follow the other texts.
  private final int[] attributeColumns;

  private final int firstAttribute;
  private final Slice attribute = new Slice();
  private final SegmentBuilder segment;

  /// The tokens of the cells at hand, by position in `readers`.
  private final int[] tokens;

  /// The values of columns that have several in the record at hand, by position in `readers`.
  private final Map<Integer, String[]> repeated = new TreeMap<>();

  private Moment.ClockMark clockMark = Moment.ClockMark.NONE;

  KindWriter(Kind kind, List<CellReader> readers, Map<Integer, String> attributes) {
    this.kind = kind;
    this.readers = readers.toArray(CellReader[]::new);
    this.isNumeric = new boolean[readers.size()];
    this.isWhole = new boolean[readers.size()];
    this.tokens = new int[readers.size()];
    this.target = new int[readers.size()];
    List<String> textNames = new ArrayList<>();
    List<String> numberNames = new ArrayList<>();
    for (int i = 0; i < target.length; i++) {
      Field field = readers.get(i).column().field();
      isWhole[i] = readers.get(i).column().split() == null;
      isNumeric[i] = field.type().isNumeric();
      List<String> names = isNumeric[i] ? numberNames : textNames;
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
      return new Result.Lacking(readers[0].column());
    }
    repeated.clear();
    clockMark = Moment.ClockMark.NONE;
    boolean repeats = record.repeats();
    for (int i = 0; i < readers.length; i++) {
      CellReader reader = readers[i];
      Result fault =
          isWhole[i] && !repeats
              ? readOne(i, reader, record)
              : readAll(i, reader, valuesOf(reader.column(), record));
      if (fault != null) {
        return fault;
      }
    }
    return Result.READY;
  }

  /// The usual case: one value in the cell. Takes no list and no array.
  private @Nullable Result readOne(int i, CellReader reader, RawRecord record) {
    int position = reader.column().position();
    CellReader.Outcome outcome = reader.read(record);
    took(i, reader, record.token(position));
    return outcome == CellReader.Outcome.VALUE
        ? null
        : fault(reader, outcome, record.cell(position));
  }

  private @Nullable Result readValue(int i, CellReader reader, String value) {
    CellReader.Outcome outcome = reader.read(value);
    took(i, reader, RawRecord.NO_TOKEN);
    return outcome == CellReader.Outcome.VALUE ? null : fault(reader, outcome, value);
  }

  private void took(int i, CellReader reader, int token) {
    tokens[i] = token;
    if (reader.clockMark() != Moment.ClockMark.NONE) {
      clockMark = reader.clockMark();
    }
  }

  private static @Nullable Result fault(
      CellReader reader, CellReader.Outcome outcome, String value) {
    if (outcome != CellReader.Outcome.EMPTY) {
      return new Result.Bad(reader.column(), value, outcome);
    }
    return reader.column().field().required() ? new Result.Lacking(reader.column()) : null;
  }

  private @Nullable Result readAll(int i, CellReader reader, List<String> values) {
    if (values.size() == 1) {
      return readValue(i, reader, values.getFirst());
    }
    List<String> read = new ArrayList<>();
    for (String value : values) {
      Result result = readValue(i, reader, value);
      if (result instanceof Result.Bad) {
        return result;
      }
      if (!reader.text().isEmpty()) {
        read.add(reader.text());
      }
    }
    if (read.size() > 1) {
      repeated.put(i, read.toArray(String[]::new));
      return null;
    }
    return readValue(i, reader, read.isEmpty() ? "" : read.getFirst());
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
        put(i, readers[i].passing(), tokens[i]);
      }
      endFact(record);
      return;
    }
    int facts = repeated.values().stream().mapToInt(v -> v.length).reduce(1, (a, b) -> a * b);
    for (int fact = 0; fact < facts; fact++) {
      int rest = fact;
      for (int i = 0; i < readers.length; i++) {
        String[] values = repeated.get(i);
        CharSequence text = values == null ? readers[i].passing() : values[rest % values.length];
        rest = values == null ? rest : rest / values.length;
        put(i, text, values == null ? tokens[i] : RawRecord.NO_TOKEN);
      }
      endFact(record);
    }
  }

  private void endFact(RawRecord record) {
    for (int i = 0; i < attributeColumns.length; i++) {
      int position = attributeColumns[i];
      CharSequence text =
          record.letters(position, attribute) ? attribute : attribute(record, position);
      segment.text(firstAttribute + i, text, record.token(position));
    }
    segment.endRow(record.row(), clockMark);
  }

  private static String attribute(RawRecord record, int position) {
    return record.repeats() ? String.join("; ", record.cells(position)) : record.cell(position);
  }

  /// What a reader read last is what the row says, for as long as the row is in hand.
  private void put(int i, CharSequence text, int token) {
    if (isNumeric[i]) {
      segment.number(target[i], readers[i].number());
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
