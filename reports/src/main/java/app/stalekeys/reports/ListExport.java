package app.stalekeys.reports;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;

/// A list as it leaves the program: whole, with lines above it that say what it is, of which date, under
/// which filter and from which files.
///
/// @param above lines above the heads
/// @param rows calls its receiver once a row, with as many cells as there are heads
public record ListExport(
    String title, List<String> above, List<String> heads, Consumer<Consumer<List<String>>> rows) {

  /// Rows after which a sheet's rows are written out and forgotten.
  private static final int FLUSHED_AFTER = 1000;

  /// Rows a sheet can have, as the format says.
  private static final int MOST_ROWS = 1_048_576;

  public ListExport {
    above = List.copyOf(above);
    heads = List.copyOf(heads);
  }

  public void csv(OutputStream out) throws IOException {
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(text);
    csv.writeRecord(Cells.safe(title));
    above.forEach(line -> csv.writeRecord(Cells.safe(line)));
    csv.writeRecord(heads);
    rows.accept(row -> csv.writeRecord(row.stream().map(Cells::safe).toList()));
    csv.flush();
  }

  /// A list longer than a sheet goes on on the next, under the same heads.
  public void xlsx(OutputStream out) throws IOException {
    try (Workbook workbook = new Workbook(out, "Stale Keys", "0.1")) {
      Sheets sheets = new Sheets(workbook);
      sheets.open();
      rows.accept(sheets::put);
      sheets.close();
    }
  }

  /// The sheets of one workbook, the last of them open.
  private final class Sheets {
    private final Workbook workbook;
    private int opened;
    private int at;
    private @Nullable Worksheet sheet;

    Sheets(Workbook workbook) {
      this.workbook = workbook;
    }

    private void open() {
      opened++;
      at = 0;
      Worksheet next = workbook.newWorksheet(opened == 1 ? "List" : "List " + opened);
      next.value(at++, 0, Cells.safe(title));
      above.forEach(line -> next.value(at++, 0, Cells.safe(line)));
      ListExport.put(next, at, heads);
      next.range(at, 0, at, Math.max(0, heads.size() - 1)).style().bold().set();
      next.freezePane(0, at + 1);
      at++;
      sheet = next;
    }

    private void put(List<String> row) {
      if (at == MOST_ROWS) {
        close();
        open();
      }
      Worksheet current = Objects.requireNonNull(sheet);
      ListExport.put(current, at++, row);
      if (at % FLUSHED_AFTER == 0) {
        flush(current);
      }
    }

    private void close() {
      try {
        Objects.requireNonNull(sheet).finish();
      } catch (IOException failed) {
        throw new UncheckedIOException(failed);
      }
    }
  }

  private static void put(Worksheet sheet, int at, List<String> cells) {
    for (int i = 0; i < cells.size(); i++) {
      sheet.value(at, i, Cells.safe(cells.get(i)));
    }
  }

  private static void flush(Worksheet sheet) {
    try {
      sheet.flush();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }
}
