package app.stalekeys.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/// Writes workbooks, the same bytes for the same cells: times of writing are taken out.
final class Workbooks {

  /// 1980-02-01: the first month that every archive program can show.
  private static final long LONG_AGO = 318_211_200_000L;

  private Workbooks() {}

  /// @param sheets rows of cells by sheet; a cell is a text, a number or a [LocalDate]
  static byte[] write(Map<String, List<List<Object>>> sheets) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "Roster office", "1.0")) {
      sheets.forEach((name, rows) -> fill(workbook.newWorksheet(name), rows));
    }
    return timeless(bytes.toByteArray());
  }

  private static void fill(Worksheet sheet, List<List<Object>> rows) {
    for (int row = 0; row < rows.size(); row++) {
      for (int column = 0; column < rows.get(row).size(); column++) {
        switch (rows.get(row).get(column)) {
          case LocalDate day -> {
            sheet.value(row, column, day);
            sheet.style(row, column).format("yyyy-mm-dd").set();
          }
          case Number number -> sheet.value(row, column, number);
          case Object text -> sheet.value(row, column, text.toString());
        }
      }
    }
  }

  private static byte[] timeless(byte[] workbook) throws IOException {
    Path spool = Files.createTempFile("workbook", ".xlsx");
    try {
      Files.write(spool, workbook);
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      try (ZipFile in = new ZipFile(spool.toFile());
          ZipOutputStream out = new ZipOutputStream(bytes)) {
        for (ZipEntry entry : Collections.list(in.entries())) {
          ZipEntry same = new ZipEntry(entry.getName());
          same.setTime(LONG_AGO);
          out.putNextEntry(same);
          out.write(timeless(entry.getName(), in.getInputStream(entry).readAllBytes()));
          out.closeEntry();
        }
      }
      return bytes.toByteArray();
    } finally {
      Files.delete(spool);
    }
  }

  private static byte[] timeless(String name, byte[] content) {
    return name.equals("docProps/core.xml")
        ? new String(content, StandardCharsets.UTF_8)
            .replaceAll("\\d{4}-\\d\\d-\\d\\dT[0-9:.]+Z?", "2026-07-01T06:00:00Z")
            .getBytes(StandardCharsets.UTF_8)
        : content;
  }
}
