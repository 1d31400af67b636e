package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/// What a file would become under a description of it, shown beside its own cells before anything is
/// taken. Goes on where a reading would stop: a column that cannot be read yet is shown as open, so that
/// the auditor sees the effect of each choice at once.
public final class Preview {

  /// How a cell was understood.
  public enum State {
    /// It has a value of the field's type.
    READ,
    /// It is empty, or says "never".
    EMPTY,
    /// It is not of the field's type; a reading would reject the row.
    UNREADABLE,
    /// Somebody has to say what it means, or which order the days have.
    OPEN,
    /// No field uses the column; the cell is kept as it is.
    KEPT
  }

  /// @param read the value as we understand it, in our words and with the year first; empty for none
  public record Cell(String raw, String read, State state) {}

  /// @param reason why a reading would reject the row, null when it would not
  public record Row(long row, List<Cell> cells, @Nullable String reason) {
    public Row {
      cells = List.copyOf(cells);
    }
  }

  /// A field that a column became.
  public record Use(Kind kind, String field, Column.How how) {}

  /// A word of a column with a closed vocabulary.
  ///
  /// @param meaning one of our words, empty when the word means nothing, null when nobody said
  public record Word(String word, long rows, @Nullable String meaning) {}

  /// @param proof how dates were understood, null in other columns
  /// @param dateIssue why dates could not be understood, null when they could
  /// @param words of a closed vocabulary, the most frequent first
  /// @param filled rows looked at in which the cell is not empty
  public record ColumnView(
      int position,
      String head,
      List<Use> uses,
      @Nullable String proof,
      @Nullable Issue dateIssue,
      List<Word> words,
      long filled) {
    public ColumnView {
      uses = List.copyOf(uses);
      words = List.copyOf(words);
    }
  }

  /// @param head null when none was found
  /// @param fits how well the heads fit each kind, the best first
  /// @param kinds those the file is read as
  /// @param looked records looked at
  /// @param whole whether these were all the file has
  /// @param issues what stands against taking the file
  public record Result(
      @Nullable Head head,
      List<ColumnMatcher.Fit> fits,
      List<Kind> kinds,
      List<ColumnView> columns,
      List<Row> rows,
      long looked,
      boolean whole,
      List<Issue> issues) {
    public Result {
      fits = List.copyOf(fits);
      kinds = List.copyOf(kinds);
      columns = List.copyOf(columns);
      rows = List.copyOf(rows);
      issues = List.copyOf(issues);
    }
  }

  private static final int MOST_WORDS = 60;
  private static final DateTimeFormatter LOCAL =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ROOT);

  private final EvidenceSpec spec;
  private final RawRecords records;
  private final ZoneId auditZone;
  private final ZoneId fileZone;
  private final NeverWords never;
  private final Map<Integer, MomentScan> scans = new LinkedHashMap<>();
  private final Map<Integer, List<CellReader>> readers = new TreeMap<>();
  private final Map<Integer, Map<String, Long>> words = new TreeMap<>();

  private Preview(EvidenceSpec spec, RawRecords records, ZoneId auditZone) {
    this.spec = spec;
    this.records = records;
    this.auditZone = auditZone;
    this.fileZone = Objects.requireNonNullElse(spec.read().zone(), auditZone);
    this.never = new NeverWords(spec.read().never());
  }

  /// @param most records to look at; a longer file is judged by its first ones
  /// @param shown records to give back cell by cell
  public static Result of(
      EvidenceSpec spec, RawRecords records, ZoneId auditZone, int most, int shown)
      throws IOException {
    try {
      return new Preview(spec, records, auditZone).look(most, shown);
    } catch (UnusableSourceException unusable) {
      return nothing(unusable.issue());
    }
  }

  /// What is to be seen of a file that cannot be opened: why not.
  public static Result nothing(Issue issue) {
    return new Result(null, List.of(), List.of(), List.of(), List.of(), 0, false, List.of(issue));
  }

  private Result look(int most, int shown) throws IOException, UnusableSourceException {
    Head head = records.head();
    ColumnMatcher.Result bound = ColumnMatcher.match(spec, head);
    ColumnMap map = bound.map();
    List<Issue> issues = new ArrayList<>(bound.issues());
    startScans(map);
    First first = new First(most, head.size());
    boolean whole = first.walk(records);
    scans.values().stream().map(MomentScan::issue).filter(Objects::nonNull).forEach(issues::add);
    startReaders(map);
    List<Row> rows =
        first.kept.subList(0, Math.min(shown, first.kept.size())).stream().map(this::row).toList();
    List<ColumnView> columns = columns(map, first);
    columns.stream().flatMap(column -> openWords(column).stream()).forEach(issues::add);
    return new Result(
        head,
        ColumnMatcher.fits(spec, head),
        List.copyOf(map.byKind().keySet()),
        columns,
        rows,
        first.kept.size(),
        whole,
        issues);
  }

  private void startScans(ColumnMap map) {
    bound(map)
        .filter(column -> column.field().type().isDated())
        .filter(column -> Interpreter.declaredPatterns(spec, column.field().type()).isEmpty())
        .forEach(column ->
            scans.put(
                column.position(),
                new MomentScan(Place.ofFile(spec.entry()).inColumn(column.name()), never)));
  }

  private static java.util.stream.Stream<Column> bound(ColumnMap map) {
    return map.byKind().values().stream().flatMap(List::stream);
  }

  private void startReaders(ColumnMap map) {
    bound(map)
        .forEach(column ->
            readers
                .computeIfAbsent(column.position(), position -> new ArrayList<>())
                .add(new CellReader(column, never, shape(column), fileZone, auditZone)));
  }

  private MomentShape shape(Column column) {
    List<MomentPattern> declared = Interpreter.declaredPatterns(spec, column.field().type());
    if (!declared.isEmpty()) {
      return MomentShape.declared(declared);
    }
    MomentScan scan = scans.get(column.position());
    return MomentShape.found(scan == null ? MomentShape.Order.CLEAR : scan.order());
  }

  /// The first records, copied, with every dated cell shown to its scan and every row counted.
  private final class First implements RawSink {
    private final int most;
    private final int size;
    private final List<Kept> kept = new ArrayList<>();

    First(int most, int size) {
      this.most = most;
      this.size = size;
    }

    boolean walk(RawRecords all) throws IOException, UnusableSourceException {
      try {
        all.forEach(this);
        return true;
      } catch (Enough enough) {
        return false;
      }
    }

    @Override
    public void record(RawRecord record) {
      if (kept.size() == most) {
        throw new Enough();
      }
      List<List<String>> cells = new ArrayList<>(size);
      for (int i = 0; i < size; i++) {
        cells.add(List.copyOf(record.cells(i)));
      }
      kept.add(new Kept(record.row(), cells, null));
      scans.forEach((position, scan) ->
          cells.get(position).forEach(cell -> scan.observe(record.row(), IdRule.trim(cell))));
    }

    @Override
    public void skipped(long row) {}

    @Override
    public void malformed(long row, String value, String reason) {
      if (kept.size() == most) {
        throw new Enough();
      }
      kept.add(new Kept(row, List.of(List.of(value)), reason));
    }
  }

  private record Kept(long row, List<List<String>> cells, @Nullable String reason) {}

  private Row row(Kept kept) {
    List<Cell> cells = new ArrayList<>();
    String reason = kept.reason();
    for (int i = 0; i < kept.cells().size(); i++) {
      Cell cell = cell(i, kept.cells().get(i));
      cells.add(cell);
      if (reason == null && cell.state() == State.UNREADABLE) {
        reason = cell.read();
      }
    }
    return new Row(kept.row(), cells, reason);
  }

  /// The cell under the first of the fields its column became; they read it alike.
  private Cell cell(int position, List<String> values) {
    String raw = String.join("; ", values);
    List<CellReader> own = readers.get(position);
    if (own == null) {
      return new Cell(raw, "", State.KEPT);
    }
    CellReader reader = own.getFirst();
    List<String> read = new ArrayList<>();
    for (String value : parts(reader.column(), values)) {
      CellReader.Outcome outcome = reader.read(value);
      switch (outcome) {
        case VALUE -> read.add(shown(reader));
        case EMPTY -> {}
        case UNMAPPED -> {
          return new Cell(raw, "?", State.OPEN);
        }
        case UNREADABLE -> {
          MomentScan scan = scans.get(position);
          return scan != null && scan.issue() != null
              ? new Cell(raw, "?", State.OPEN)
              : new Cell(raw, Interpreter.reason(reader.column().field(), value), State.UNREADABLE);
        }
      }
    }
    if (read.isEmpty()) {
      boolean dated = reader.column().field().type().isDated();
      return new Cell(raw, dated ? "never" : "", State.EMPTY);
    }
    return new Cell(raw, String.join("; ", read), State.READ);
  }

  private static List<String> parts(Column column, List<String> values) {
    String split = column.split();
    return split == null
        ? values
        : values.stream()
            .flatMap(value ->
                java.util.Arrays.stream(value.split(java.util.regex.Pattern.quote(split), -1)))
            .toList();
  }

  private String shown(CellReader reader) {
    long number = reader.number();
    return switch (reader.column().field().type()) {
      case DAY -> LocalDate.ofEpochDay(number).toString();
      case TIME -> LOCAL.format(Instant.ofEpochMilli(number).atZone(auditZone));
      case COUNT -> number == LongColumn.ABSENT ? "" : Long.toString(number);
      case TEXT, ID, WORD, FLAG -> reader.text();
    };
  }

  private List<ColumnView> columns(ColumnMap map, First first) {
    List<ColumnView> views = new ArrayList<>();
    for (int i = 0; i < map.head().size(); i++) {
      int position = i;
      List<Use> uses = new ArrayList<>();
      map.byKind()
          .forEach((kind, columns) ->
              columns.stream()
                  .filter(column -> column.position() == position)
                  .forEach(column -> uses.add(new Use(kind, column.field().name(), column.how()))));
      MomentScan scan = scans.get(i);
      views.add(
          new ColumnView(
              i,
              map.head().names().get(i),
              uses,
              proof(map, position, scan),
              scan == null ? null : scan.issue(),
              words(i, first),
              filled(i, first)));
    }
    return views;
  }

  private @Nullable String proof(ColumnMap map, int position, @Nullable MomentScan scan) {
    if (scan != null) {
      return scan.issue() == null ? scan.proof() : null;
    }
    return bound(map)
        .filter(column -> column.position() == position && column.field().type().isDated())
        .findFirst()
        .flatMap(column ->
            Interpreter.declaredPatterns(spec, column.field().type()).stream().findFirst())
        .map(pattern -> pattern.text() + ", as declared")
        .orElse(null);
  }

  private List<Word> words(int position, First first) {
    List<CellReader> own = readers.get(position);
    if (own == null || !isClosed(own.getFirst().column().field())) {
      return List.of();
    }
    CellReader reader = own.getFirst();
    Map<String, Long> counts = words.computeIfAbsent(position, key -> new TreeMap<>());
    first.kept.stream()
        .filter(kept -> kept.reason() == null)
        .flatMap(kept -> parts(reader.column(), kept.cells().get(position)).stream())
        .map(IdRule::trim)
        .filter(word -> !word.isEmpty())
        .forEach(word -> counts.merge(word, 1L, Long::sum));
    return counts.entrySet().stream()
        .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
        .limit(MOST_WORDS)
        .map(entry -> new Word(entry.getKey(), entry.getValue(), meaning(reader, entry.getKey())))
        .toList();
  }

  private static boolean isClosed(Field field) {
    return field.type() == FieldType.WORD || field.type() == FieldType.FLAG;
  }

  private static @Nullable String meaning(CellReader reader, String word) {
    return reader.read(word) == CellReader.Outcome.UNMAPPED ? null : reader.text();
  }

  private static long filled(int position, First first) {
    return first.kept.stream()
        .filter(kept -> kept.reason() == null)
        .filter(kept -> kept.cells().get(position).stream().anyMatch(cell -> !cell.isBlank()))
        .count();
  }

  private List<Issue> openWords(ColumnView column) {
    return column.words().stream()
        .filter(word -> word.meaning() == null)
        .map(word ->
            Issue.unusable(
                "word-unmapped",
                "%s stands in %,d %s and in no map for %s"
                    .formatted(
                        word.word(),
                        word.rows(),
                        word.rows() == 1 ? "row" : "rows",
                        column.uses().getFirst().field()),
                Place.ofFile(spec.entry()).inColumn(column.head())))
        .toList();
  }
}
