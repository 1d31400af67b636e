package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.IOException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// Turns a file's raw records into facts: binds columns, proves the shape of dates, maps words, keeps
/// rejects, and counts so that nothing is lost. Memory is one segment a kind, whatever the length.
///
/// The file is walked over once, or twice when dates have to be proven from their whole column.
public final class Interpreter {

  /// What came of a file.
  ///
  /// @param map null when the columns could not be bound
  /// @param dates how each dated column was read, by its head
  /// @param issues faults of the whole file; if any is unusable, the facts that went to the sink
  ///     must be thrown away
  public record Reading(
      TieOut tieOut, @Nullable ColumnMap map, Map<String, String> dates, List<Issue> issues) {

    public Reading {
      dates = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(dates));
      issues = List.copyOf(issues);
    }

    public boolean usable() {
      return issues.stream().noneMatch(issue -> issue.weight() == Issue.Weight.UNUSABLE);
    }
  }

  /// Rows by which the shape of dates is assumed at first.
  private static final long FIRST_ROWS = 4_000;

  private final EvidenceSpec spec;
  private final RawRecords records;
  private final ZoneId auditZone;
  private final ZoneId fileZone;
  private final NeverWords never;
  private final List<Issue> issues = new ArrayList<>();
  private final Map<String, String> dates = new LinkedHashMap<>();

  /// Scans of the first rows whose shapes are assumed to hold for the rest; empty when all were seen.
  private final Map<Integer, MomentScan> assumed = new LinkedHashMap<>();

  public Interpreter(EvidenceSpec spec, RawRecords records, ZoneId auditZone) {
    this.spec = spec;
    this.records = records;
    this.auditZone = auditZone;
    this.fileZone = Objects.requireNonNullElse(spec.read().zone(), auditZone);
    this.never = new NeverWords(spec.read().never());
  }

  /// @throws IOException when the bytes cannot be had; everything that is wrong with them is an issue
  public Reading read(FactSink sink) throws IOException {
    try {
      return readOnce(sink);
    } catch (BeginAnewException mistaken) {
      sink.restart();
      issues.clear();
      dates.clear();
      return readOnce(sink);
    }
  }

  private Reading readOnce(FactSink sink) throws IOException {
    try {
      ColumnMatcher.Result bound = ColumnMatcher.match(spec, records.head());
      ColumnMap map = bound.map();
      if (!bound.issues().isEmpty()) {
        issues.addAll(bound.issues());
        return nothing(map);
      }
      Map<Integer, MomentShape> shapes = shapes(map, true);
      Pass pass = issues.isEmpty() ? pass(map, shapes, sink) : null;
      if (pass != null && pass.wasMistaken()) {
        sink.restart();
        issues.clear();
        pass = null;
        shapes = shapes(map, false);
        if (issues.isEmpty()) {
          pass = pass(map, shapes, sink);
        }
      }
      return pass == null ? nothing(map) : new Reading(pass.tieOut(), map, dates, issues);
    } catch (UnusableSourceException unusable) {
      issues.add(unusable.issue());
      return nothing(null);
    }
  }

  private Reading nothing(@Nullable ColumnMap map) {
    return new Reading(new TieOut(0, 0, 0, spec.expectedRows()), map, dates, issues);
  }

  private Pass pass(ColumnMap map, Map<Integer, MomentShape> shapes, FactSink sink)
      throws IOException, UnusableSourceException {
    Pass pass = new Pass(map, shapes, sink);
    records.forEach(pass);
    pass.end();
    return pass;
  }

  /// The shape of each dated column: declared for all, else proven one by one. The first rows of a long
  /// file prove it for the time being, if they prove it at all: cells that then cannot be read are shown
  /// to the same scan, and when they would have proven something else, everything begins anew.
  private Map<Integer, MomentShape> shapes(ColumnMap map, boolean byFirstRows)
      throws IOException, UnusableSourceException {
    Map<Integer, MomentShape> shapes = new LinkedHashMap<>();
    Map<Integer, MomentScan> scans = new LinkedHashMap<>();
    assumed.clear();
    for (Column column : map.byKind().values().stream().flatMap(List::stream).toList()) {
      if (!column.field().type().isDated()) {
        continue;
      }
      List<MomentPattern> declared = declaredPatterns(spec, column.field().type());
      if (declared.isEmpty()) {
        Place place = Place.ofFile(spec.entry()).inColumn(column.name());
        scans.put(column.position(), new MomentScan(place, never));
      } else {
        shapes.put(column.position(), MomentShape.declared(declared));
        dates.put(column.name(), declared.getFirst().text() + ", as declared");
      }
    }
    if (!scans.isEmpty()) {
      boolean whole = scan(scans, byFirstRows ? FIRST_ROWS : Long.MAX_VALUE);
      if (!whole && scans.values().stream().anyMatch(scan -> !scan.isProven())) {
        return shapes(map, false);
      }
      if (!whole) {
        assumed.putAll(scans);
      }
      scans.forEach((position, scan) -> conclude(map, position, scan, shapes));
    }
    return shapes;
  }

  /// @return whether every row was looked at
  private boolean scan(Map<Integer, MomentScan> scans, long most)
      throws IOException, UnusableSourceException {
    try {
      records.forEach(new ScanPass(scans, most));
      return true;
    } catch (Enough enough) {
      return false;
    }
  }

  private void conclude(
      ColumnMap map, int position, MomentScan scan, Map<Integer, MomentShape> shapes) {
    Issue issue = scan.issue();
    if (issue != null) {
      issues.add(issue);
      return;
    }
    shapes.put(position, MomentShape.found(scan.order()));
    dates.put(
        map.head().names().get(position),
        scan.proof() + (assumed.isEmpty() ? "" : " among the first " + FIRST_ROWS));
  }

  /// The declared patterns that a column of the type is read with; empty when none was declared.
  static List<MomentPattern> declaredPatterns(EvidenceSpec spec, FieldType type) {
    MomentPattern day = spec.read().dates();
    MomentPattern time = spec.read().times();
    if (type == FieldType.TIME && time != null) {
      if (time.namesDay()) {
        return day == null ? List.of(time) : List.of(time, day);
      }
      return day == null ? List.of() : List.of(day.followedBy(time), day);
    }
    if (day == null) {
      return time != null && time.namesDay() ? List.of(time) : List.of();
    }
    return time != null && time.namesDay() ? List.of(day, time) : List.of(day);
  }

  /// Why a cell cannot be read as the field's type.
  static String reason(Field field, String value) {
    String shown = Quoted.text(IdRule.trim(value));
    return switch (field.type()) {
      case DAY -> shown + " is no day in the shape of this column";
      case TIME -> shown + " is no time in the shape of this column";
      case COUNT -> shown + " is no whole number";
      case FLAG -> shown + " is neither yes nor no, and no map says which";
      case WORD -> shown + " is in no map for " + field.name();
      case TEXT, ID -> shown + " cannot be read";
    };
  }

  /// The first walk: looks at dated columns only.
  private static final class ScanPass implements RawSink {
    private final Map<Integer, MomentScan> scans;
    private final long most;
    private long looked;

    ScanPass(Map<Integer, MomentScan> scans, long most) {
      this.scans = scans;
      this.most = most;
    }

    @Override
    public void record(RawRecord record) {
      if (looked++ == most) {
        throw new Enough();
      }
      scans.forEach((position, scan) ->
          record.cells(position).forEach(cell -> scan.observe(record.row(), IdRule.trim(cell))));
    }

    @Override
    public void skipped(long row) {}

    @Override
    public void malformed(long row, String value, String reason) {}
  }

  /// The walk that writes facts.
  private final class Pass implements RawSink {
    private final List<RecordWriter> writers = new ArrayList<>();
    private final FactSink sink;
    private final Map<String, Unmapped> unmapped = new LinkedHashMap<>();
    private long read;
    private long rejected;
    private long skipped;
    private long clockMarks;
    private long firstClockMark;
    private boolean stopped;
    private boolean mistaken;
    private @Nullable RecordWriter only;

    Pass(ColumnMap map, Map<Integer, MomentShape> shapes, FactSink sink) {
      this.sink = sink;
      MomentShape none = MomentShape.found(MomentShape.Order.CLEAR);
      map.byKind()
          .forEach((kind, columns) -> {
            List<CellReader> readers =
                columns.stream()
                    .map(column ->
                        new CellReader(
                            column,
                            never,
                            shapes.getOrDefault(column.position(), none),
                            fileZone,
                            auditZone))
                    .toList();
            writers.add(writer(kind, readers, map));
          });
      only = writers.size() == 1 ? writers.getFirst() : null;
    }

    private RecordWriter writer(Kind kind, List<CellReader> readers, ColumnMap map) {
      Wide wide = spec.wide();
      return wide != null && kind == Kind.GRANTS
          ? new WideGrantWriter(wide, readers, map.attributes(), spec.values())
          : new KindWriter(kind, readers, map.attributes());
    }

    @Override
    public void record(RawRecord record) {
      if (stopped || isStopped()) {
        return;
      }
      if (only != null) {
        recordOne(only, record);
        return;
      }
      List<RecordWriter> ready = new ArrayList<>(writers.size());
      RecordWriter.Result.Lacking lacking = null;
      for (RecordWriter writer : writers) {
        switch (writer.read(record)) {
          case RecordWriter.Result.Ready _ -> ready.add(writer);
          case RecordWriter.Result.Lacking none -> lacking = lacking == null ? none : lacking;
          case RecordWriter.Result.Bad bad -> {
            bad(record, bad);
            return;
          }
        }
      }
      // A row need not speak of every kind the file serves, but it must speak of one.
      if (ready.isEmpty()) {
        lacking(record, Objects.requireNonNull(lacking).column());
        return;
      }
      read++;
      ready.forEach(writer -> write(writer, record));
    }

    /// Asks now and then: asking at every row would cost more than reading it.
    private boolean isStopped() {
      long rows = read + rejected + skipped + 1;
      if ((rows & 0x3FF) == 1) {
        stopped = !sink.progress(rows);
      }
      return stopped;
    }

    /// The usual case, one kind: takes no list, and asks for the usual outcome first.
    private void recordOne(RecordWriter writer, RawRecord record) {
      RecordWriter.Result result = writer.read(record);
      if (result instanceof RecordWriter.Result.Ready) {
        read++;
        write(writer, record);
      } else if (result instanceof RecordWriter.Result.Lacking none) {
        lacking(record, none.column());
      } else if (result instanceof RecordWriter.Result.Bad bad) {
        bad(record, bad);
      }
    }

    private void lacking(RawRecord record, Column column) {
      reject(
          record,
          column.name(),
          record.cell(column.position()),
          "no value for %s".formatted(column.field().name()));
    }

    /// Whether rows that could not be read would have proven another shape of dates.
    boolean wasMistaken() {
      return mistaken;
    }

    private void write(RecordWriter writer, RawRecord record) {
      writer.write(record);
      writer.flush(false, sink);
      if (writer.clockMark() != Moment.ClockMark.NONE && clockMarks++ == 0) {
        firstClockMark = record.row();
      }
    }

    private void bad(RawRecord record, RecordWriter.Result.Bad bad) {
      Column column = bad.column();
      Field field = column.field();
      if (bad.outcome() == CellReader.Outcome.UNMAPPED) {
        unmapped.computeIfAbsent(
                column.name() + "\n" + IdRule.trim(bad.value()),
                key -> new Unmapped(column, IdRule.trim(bad.value()), record.row()))
            .rows++;
      }
      MomentScan scan = assumed.get(column.position());
      if (scan != null) {
        MomentShape.Order before = scan.order();
        scan.observe(record.row(), IdRule.trim(bad.value()));
        mistaken |= scan.order() != before || scan.issue() != null;
      }
      reject(record, column.name(), bad.value(), reason(field, bad.value()));
    }

    private void reject(RawRecord record, String column, String value, String reason) {
      rejected++;
      Place place = Place.ofRow(spec.entry(), record.row()).inColumn(column);
      sink.reject(new Reject(place, value, reason));
    }

    @Override
    public void skipped(long row) {
      skipped++;
    }

    @Override
    public void malformed(long row, String value, String reason) {
      rejected++;
      sink.reject(new Reject(Place.ofRow(spec.entry(), row), value, reason));
    }

    void end() {
      writers.forEach(writer -> writer.flush(true, sink));
      sink.complete();
      unmapped.values().forEach(word -> issues.add(word.issue(spec.entry())));
      if (stopped) {
        issues.add(
            Issue.unusable(
                "stopped",
                "reading was stopped by hand; read it again",
                Place.ofFile(spec.entry())));
      }
      if (clockMarks > 0) {
        issues.add(
            Issue.problem(
                "clock-change",
                "%,d local times fall into a change of clocks, this is the first; a repeated one was taken as the earlier, a missing one moved on by the gap"
                    .formatted(clockMarks),
                Place.ofRow(spec.entry(), firstClockMark)));
      }
    }

    TieOut tieOut() {
      return new TieOut(read, rejected, skipped, spec.expectedRows());
    }
  }

  /// A word that is in no map, with the first row it stands in and how often it does.
  private static final class Unmapped {
    private final Column column;
    private final String word;
    private final long firstRow;
    private long rows;

    Unmapped(Column column, String word, long firstRow) {
      this.column = column;
      this.word = word;
      this.firstRow = firstRow;
    }

    Issue issue(String file) {
      Field field = column.field();
      String expected =
          field.type() == FieldType.WORD
              ? "one of " + Quoted.names(field.words())
              : field.type() == FieldType.FLAG
                  ? "yes or no"
                  : "a letter of \"wide: letters\", yes or no";
      return Issue.unusable(
          "word-unmapped",
          "the word %s stands in %,d %s and in no map for %s; expected %s; add it under \"values: %s\""
              .formatted(
                  Quoted.text(word),
                  rows,
                  rows == 1 ? "row" : "rows",
                  field.name(),
                  expected,
                  field.name()),
          Place.ofRow(file, firstRow).inColumn(column.name()));
    }
  }
}
