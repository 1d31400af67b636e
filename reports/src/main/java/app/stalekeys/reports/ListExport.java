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
import java.util.function.Consumer;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/// A list as it leaves the program: whole, with lines above it that say what it is, of which date, under
/// which filter and from which files.
///
/// @param above lines above the heads
/// @param rows calls its receiver once a row, with as many cells as there are heads
public record ListExport(
    String title, List<String> above, List<String> heads, Consumer<Consumer<List<String>>> rows) {

  /// Rows after which a sheet's rows are written out and forgotten.
  private static final int FLUSHED_AFTER = 1000;

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

  public void xlsx(OutputStream out) throws IOException {
    try (Workbook workbook = new Workbook(out, "Stale Keys", "0.1")) {
      Worksheet sheet = workbook.newWorksheet("List");
      int[] at = {0};
      sheet.value(at[0]++, 0, Cells.safe(title));
      above.forEach(line -> sheet.value(at[0]++, 0, Cells.safe(line)));
      put(sheet, at[0], heads);
      sheet.range(at[0], 0, at[0], Math.max(0, heads.size() - 1)).style().bold().set();
      at[0]++;
      rows.accept(row -> {
        put(sheet, at[0]++, row);
        if (at[0] % FLUSHED_AFTER == 0) {
          flush(sheet);
        }
      });
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
