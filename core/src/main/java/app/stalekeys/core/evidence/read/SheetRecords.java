package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.jspecify.annotations.Nullable;

/// A workbook's sheet as a table: the declared sheet, else the one whose head is known best; the head
/// in any of its first rows. Rows are streamed and numbered as the sheet numbers them.
final class SheetRecords implements RawRecords {

  private static final int SAMPLE_ROWS = 60;

  /// A workbook that inflates to less is opened once and its sheet held; a larger one is streamed anew.
  private static final long HELD_BYTES = 8 << 20;

  private record Layout(String sheet, Head head, int known) {}

  private record HeldRow(int number, List<String> cells) {}

  private final ByteSource source;
  private final EvidenceSpec spec;
  private @Nullable Layout layout;
  private @Nullable List<HeldRow> held;
  private long inflated;

  SheetRecords(ByteSource source, EvidenceSpec spec) {
    this.source = source;
    this.spec = spec;
  }

  @Override
  public Head head() throws IOException, UnusableSourceException {
    return layout().head;
  }

  @Override
  public boolean rowsAreLines() {
    return false;
  }

  @Override
  public Map<String, String> understanding() throws IOException, UnusableSourceException {
    Layout known = layout();
    Map<String, String> words = new LinkedHashMap<>();
    words.put("format", "workbook, sheet " + Quoted.text(known.sheet));
    words.put(
        "head",
        "row %d; %d of %d heads known".formatted(known.head.row(), known.known, known.head.size()));
    return words;
  }

  private interface Use<T> {
    T of(ReadableWorkbook workbook) throws IOException, UnusableSourceException;
  }

  private interface Library<T> {
    T call() throws IOException;
  }

  /// Calls the workbook library, which answers a damaged file with whatever exception comes first. Only
  /// its own calls go through here: a fault of whoever receives the rows must not be blamed on the file.
  private <T> T library(Library<T> call) throws UnusableSourceException {
    try {
      return call.call();
    } catch (IOException | RuntimeException damaged) {
      throw unusable(
          "workbook-broken",
          "the workbook is damaged or protected; have it saved again as .xlsx",
          0);
    }
  }

  /// Opens the workbook from a file of its own: it has to be read out of order.
  private <T> T open(Use<T> use) throws IOException, UnusableSourceException {
    Path spool = Files.createTempFile("stale-keys-", ".xlsx");
    try {
      try (InputStream in = source.open()) {
        Files.copy(in, spool, StandardCopyOption.REPLACE_EXISTING);
      }
      inflated = library(() -> inflatedSize(spool));
      if (inflated > Limits.WORKBOOK_BYTES) {
        throw unusable(
            "workbook-large",
            "the workbook inflates to more than %,d bytes; have the list made as delimited text"
                .formatted(Limits.WORKBOOK_BYTES),
            0);
      }
      try (ReadableWorkbook workbook =
          library(() -> new ReadableWorkbook(spool.toFile(), new ReadingOptions(true, false)))) {
        return use.of(workbook);
      }
    } finally {
      Files.deleteIfExists(spool);
    }
  }

  /// Counted while inflating, because a bomb lies about its sizes; stops beyond the limit.
  private static long inflatedSize(Path spool) throws IOException {
    byte[] buffer = new byte[1 << 16];
    long inflated = 0;
    try (ZipFile zip = new ZipFile(spool.toFile())) {
      for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().map(ZipEntry.class::cast)::iterator) {
        try (InputStream in = zip.getInputStream(entry)) {
          for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
            inflated += got;
            if (inflated > Limits.WORKBOOK_BYTES) {
              return inflated;
            }
          }
        }
      }
    }
    return inflated;
  }

  private interface RowVisitor {
    /// @return whether to go on
    boolean visit(int number, List<String> cells) throws UnusableSourceException;
  }

  /// Walks over a sheet's rows.
  ///
  /// @param width texts to give for each row at least
  private void walk(Sheet sheet, int width, RowVisitor visitor) throws UnusableSourceException {
    try (Stream<Row> rows = library(sheet::openStream)) {
      Iterator<Row> iterator = rows.iterator();
      while (library(iterator::hasNext)) {
        Row row = library(iterator::next);
        int number = row.getRowNum();
        if (row.getCellCount() > Limits.COLUMNS) {
          throw unusable(
              "sheet-wide", "more than %,d cells in a row".formatted(Limits.COLUMNS), number);
        }
        if (!visitor.visit(number, library(() -> SheetCells.texts(row, width)))) {
          return;
        }
      }
    }
  }

  private UnusableSourceException unusable(String code, String sentence, long row) {
    Place place = row == 0 ? Place.ofFile(spec.entry()) : Place.ofRow(spec.entry(), row);
    return new UnusableSourceException(Issue.unusable(code, sentence, place));
  }

  private Layout layout() throws IOException, UnusableSourceException {
    if (layout == null) {
      layout = open(this::find);
    }
    return layout;
  }

  private Layout find(ReadableWorkbook workbook) throws UnusableSourceException {
    List<Sheet> sheets = library(() -> workbook.getSheets().toList());
    String declared = spec.read().sheet();
    Layout best = null;
    for (Sheet sheet : sheets) {
      if (declared == null || declared.equals(name(sheet))) {
        Layout found = new HeadRow(sheet).find();
        best = found != null && (best == null || found.known > best.known) ? found : best;
      }
    }
    if (best == null) {
      List<String> names = sheets.stream().map(SheetRecords::name).toList();
      throw unusable(
          "sheet-missing",
          declared == null
              ? "no sheet has a row with text, the sheets are " + Quoted.names(names)
              : "no sheet %s with text, the sheets are %s"
                  .formatted(Quoted.text(declared), Quoted.names(names)),
          0);
    }
    if (inflated <= HELD_BYTES) {
      held = hold(workbook, best.sheet);
    }
    return best;
  }

  private List<HeldRow> hold(ReadableWorkbook workbook, String name)
      throws UnusableSourceException {
    List<HeldRow> rows = new ArrayList<>();
    walk(
        sheet(workbook, name),
        0,
        (number, cells) -> {
          rows.add(new HeldRow(number, cells));
          return true;
        });
    return rows;
  }

  private Sheet sheet(ReadableWorkbook workbook, String name) throws UnusableSourceException {
    return library(() -> workbook.findSheet(name).orElseThrow());
  }

  /// A damaged workbook may have sheets without a name.
  private static String name(Sheet sheet) {
    return Objects.requireNonNullElse(sheet.getName(), "");
  }

  /// The best head among a sheet's first rows.
  private final class HeadRow implements RowVisitor {
    private final Sheet sheet;
    private final KnownHeads heads = new KnownHeads(spec);
    private final @Nullable Integer declared = spec.read().headLine();
    private @Nullable Layout best;
    private int seen;

    HeadRow(Sheet sheet) {
      this.sheet = sheet;
    }

    /// Null when the rows are empty.
    @Nullable Layout find() throws UnusableSourceException {
      walk(sheet, 0, this);
      return best;
    }

    @Override
    public boolean visit(int number, List<String> cells) {
      boolean above = declared != null && number < declared;
      if (!cells.isEmpty() && !above) {
        int known = heads.known(cells);
        Layout before = best;
        boolean better =
            before == null
                || known > before.known
                || (known == 0 && before.known == 0 && cells.size() > before.head.size());
        if (better) {
          best = new Layout(name(sheet), new Head(cells, number), known);
        }
        if (declared != null) {
          return false;
        }
      }
      return ++seen < SAMPLE_ROWS;
    }
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    Layout known = layout();
    TableWalk table = new TableWalk(known.head, sink);
    RowVisitor rows =
        (number, cells) -> {
          if (number >= known.head.row()) {
            table.take(TableRow.of(cells, number));
          }
          return true;
        };
    if (held == null) {
      open(workbook -> {
        walk(sheet(workbook, known.sheet), known.head.size(), rows);
        return known;
      });
    } else {
      for (HeldRow row : held) {
        rows.visit(row.number, padded(row.cells, known.head.size()));
      }
    }
    table.end();
  }

  private static List<String> padded(List<String> cells, int width) {
    if (cells.size() >= width) {
      return cells;
    }
    List<String> padded = new ArrayList<>(cells);
    while (padded.size() < width) {
      padded.add("");
    }
    return padded;
  }
}
