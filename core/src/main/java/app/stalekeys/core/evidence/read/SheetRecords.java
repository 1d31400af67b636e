package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.jspecify.annotations.Nullable;

/// A workbook's sheet as a table: the declared sheet, else the one whose head is known best; the head
/// in any of its first rows. Rows are streamed and numbered as the sheet numbers them.
final class SheetRecords implements RawRecords {

  private static final int SAMPLE_ROWS = 60;
  private static final int MOST_COLUMNS = 16_384;

  /// Inflated size up to which a workbook is opened: shared texts of a workbook are held in memory.
  private static final long MOST_BYTES = 2L << 30;

  private record Layout(String sheet, Head head, int known) {}

  private final ByteSource source;
  private final EvidenceSpec spec;
  private @Nullable Layout layout;

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

  /// Opens the workbook from a file of its own: it has to be read out of order.
  private <T> T open(Use<T> use) throws IOException, UnusableSourceException {
    Path spool = Files.createTempFile("stale-keys-", ".xlsx");
    try {
      try (InputStream in = source.open()) {
        Files.copy(in, spool, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
      }
      refuseBomb(spool);
      try (ReadableWorkbook workbook =
          new ReadableWorkbook(spool.toFile(), new ReadingOptions(true, false))) {
        return use.of(workbook);
      }
    } catch (ExcelReaderException | java.io.UncheckedIOException | IllegalStateException broken) {
      throw broken();
    } finally {
      Files.deleteIfExists(spool);
    }
  }

  private UnusableSourceException broken() {
    return unusable(
        "workbook-broken", "the workbook is damaged or protected; have it saved again as .xlsx", 0);
  }

  private UnusableSourceException unusable(String code, String sentence, long row) {
    Place place = row == 0 ? Place.ofFile(spec.file()) : Place.ofRow(spec.file(), row);
    return new UnusableSourceException(Issue.unusable(code, sentence, place));
  }

  private void refuseBomb(Path spool) throws IOException, UnusableSourceException {
    byte[] buffer = new byte[1 << 16];
    long inflated = 0;
    try (ZipFile zip = new ZipFile(spool.toFile())) {
      for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().map(ZipEntry.class::cast)::iterator) {
        try (InputStream in = zip.getInputStream(entry)) {
          for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
            inflated += got;
            if (inflated > MOST_BYTES) {
              throw unusable(
                  "workbook-large",
                  "the workbook inflates to more than %,d bytes; have the list made as delimited text"
                      .formatted(MOST_BYTES),
                  0);
            }
          }
        }
      }
    } catch (ZipException | EOFException damaged) {
      throw broken();
    }
  }

  private Layout layout() throws IOException, UnusableSourceException {
    if (layout == null) {
      layout = open(this::find);
    }
    return layout;
  }

  private Layout find(ReadableWorkbook workbook) throws IOException, UnusableSourceException {
    List<Sheet> sheets = workbook.getSheets().toList();
    String declared = spec.read().sheet();
    Layout best = null;
    for (Sheet sheet : sheets) {
      if (declared == null || declared.equals(sheet.getName())) {
        Layout found = find(sheet);
        best = found != null && (best == null || found.known > best.known) ? found : best;
      }
    }
    if (best == null) {
      List<String> names = sheets.stream().map(Sheet::getName).toList();
      throw unusable(
          "sheet-missing",
          declared == null
              ? "no sheet has a row with text, the sheets are " + Quoted.names(names)
              : "no sheet %s with text, the sheets are %s"
                  .formatted(Quoted.text(declared), Quoted.names(names)),
          0);
    }
    return best;
  }

  /// The sheet's best head among its first rows; null when they are empty.
  private @Nullable Layout find(Sheet sheet) throws IOException {
    KnownHeads heads = new KnownHeads(spec);
    Integer declared = spec.read().headLine();
    Layout best = null;
    try (Stream<Row> rows = sheet.openStream()) {
      for (Row row : (Iterable<Row>) rows.limit(SAMPLE_ROWS)::iterator) {
        List<String> cells = SheetCells.texts(row, 0);
        boolean empty = cells.isEmpty();
        if (empty || (declared != null && row.getRowNum() < declared)) {
          continue;
        }
        int known = heads.known(cells);
        boolean better =
            best == null
                || known > best.known
                || (known == 0 && best.known == 0 && cells.size() > best.head.size());
        if (better) {
          best = new Layout(sheet.getName(), new Head(cells, row.getRowNum()), known);
        }
        if (declared != null) {
          break;
        }
      }
    }
    return best;
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    Layout known = layout();
    open(workbook -> {
      Sheet sheet = workbook.findSheet(known.sheet).orElseThrow(this::broken);
      TableWalk table = new TableWalk(known.head, sink);
      try (Stream<Row> rows = sheet.openStream()) {
        for (Row row : (Iterable<Row>) rows::iterator) {
          if (row.getRowNum() >= known.head.row()) {
            table.take(cells(row, known.head), row.getRowNum());
          }
        }
      }
      table.end();
      return known;
    });
  }

  private List<String> cells(Row row, Head head) throws UnusableSourceException {
    if (row.getCellCount() > MOST_COLUMNS) {
      throw unusable(
          "sheet-wide", "more than %,d cells in a row".formatted(MOST_COLUMNS), row.getRowNum());
    }
    return new ArrayList<>(SheetCells.texts(row, head.size()));
  }
}
