package app.stalekeys.reports;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/// A pack as a workbook: a sheet a list, with frozen heads, filters, and real days and numbers.
final class PackXlsx {

  private static final int LONGEST_NAME = 31;
  private static final int FLUSHED_AFTER = 1000;

  /// Rows a sheet can have, as the format says.
  private static final int MOST_ROWS = 1_048_576;

  private final Set<String> names = new HashSet<>();

  private PackXlsx() {}

  static byte[] write(PackInput input, PackTemplate template, List<PackSection> sections)
      throws IOException {
    return new PackXlsx().bytes(input, template, sections);
  }

  private byte[] bytes(PackInput input, PackTemplate template, List<PackSection> sections)
      throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(out, "Stale Keys", "0.1")) {
      about(workbook.newWorksheet(name("About")), input, template, sections);
      for (PackSection section : sections) {
        for (Block.Grid grid : PackGrids.of(section)) {
          sheet(workbook, grid);
        }
      }
    }
    return SteadyZip.of(out.toByteArray(), input.findings().audit().asOf());
  }

  private static void about(
      Worksheet sheet, PackInput input, PackTemplate template, List<PackSection> sections)
      throws IOException {
    var audit = input.findings().audit();
    String title = template.title().isBlank() ? audit.title() : template.title();
    sheet.value(0, 0, Cells.safe(title));
    sheet.style(0, 0).bold().set();
    sheet.value(
        1,
        0,
        "Access as of %s, period %s to %s"
            .formatted(audit.asOf(), audit.periodFrom(), audit.periodTo()));
    sheet.value(2, 0, Cells.safe(template.by()));
    int row = 4;
    for (PackSection section : sections) {
      sheet.value(row++, 0, section.part().words());
      for (Block block : section.blocks()) {
        if (block instanceof Block.Words words && words.tone() != Block.Tone.HEAD) {
          sheet.value(row++, 1, Cells.safe(words.text()));
        }
      }
    }
    sheet.finish();
  }

  /// A name that no sheet has yet, without what the format forbids.
  private String name(String wanted) {
    String clean = wanted.replaceAll("[\\\\/?*\\[\\]:']", " ").strip();
    clean = clean.isEmpty() ? "List" : clean;
    String cut = clean.substring(0, Math.min(clean.length(), LONGEST_NAME));
    String name = cut;
    for (int number = 2; !names.add(name.toLowerCase(Locale.ROOT)); number++) {
      String end = " " + number;
      name = cut.substring(0, Math.min(cut.length(), LONGEST_NAME - end.length())) + end;
    }
    return name;
  }

  /// A list longer than a sheet goes on on the next, under the same heads.
  private void sheet(Workbook workbook, Block.Grid grid) throws IOException {
    int from = 0;
    do {
      int to = Math.min(grid.rows().size(), from + MOST_ROWS - 1);
      sheet(
          workbook.newWorksheet(name(grid.name())), grid.columns(), grid.rows().subList(from, to));
      from = to;
    } while (from < grid.rows().size());
  }

  private static void sheet(Worksheet sheet, List<Block.Column> columns, List<List<String>> rows)
      throws IOException {
    for (int i = 0; i < columns.size(); i++) {
      sheet.value(0, i, columns.get(i).head());
    }
    sheet.range(0, 0, 0, columns.size() - 1).style().bold().set();
    sheet.freezePane(0, 1);
    sheet.setAutoFilter(0, 0, rows.size(), columns.size() - 1);
    for (int at = 0; at < rows.size(); at++) {
      for (int i = 0; i < columns.size(); i++) {
        put(sheet, at + 1, i, columns.get(i).kind(), rows.get(at).get(i));
      }
      if ((at + 1) % FLUSHED_AFTER == 0) {
        sheet.flush();
      }
    }
    sheet.finish();
  }

  private static void put(Worksheet sheet, int row, int column, Block.Kind kind, String text) {
    if (text.isEmpty()) {
      return;
    }
    switch (kind) {
      case NUMBER -> sheet.value(row, column, Long.parseLong(text));
      case DAY -> {
        sheet.value(row, column, LocalDate.parse(text));
        sheet.style(row, column).format("yyyy-MM-dd").set();
      }
      case TEXT, ID -> sheet.value(row, column, Cells.safe(text));
    }
  }
}
