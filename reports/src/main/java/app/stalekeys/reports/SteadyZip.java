package app.stalekeys.reports;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/// Archives without a trace of when they were made: the same contents give the same bytes.
final class SteadyZip {

  private static final String PROPERTIES = "docProps/core.xml";

  private SteadyZip() {}

  /// A workbook with every entry dated the same, and its own properties too. It is read by its directory, since
  /// its writer leaves the sizes out where an archive is read from its start.
  static byte[] of(byte[] workbook, LocalDate day) throws IOException {
    Path spool = Files.createTempFile("stale-keys-", ".xlsx");
    ByteArrayOutputStream out = new ByteArrayOutputStream(workbook.length);
    try {
      Files.write(spool, workbook);
      try (ZipFile in = new ZipFile(spool.toFile());
          ZipOutputStream zip = new ZipOutputStream(out)) {
        for (ZipEntry entry : Collections.list(in.entries())) {
          byte[] bytes;
          try (InputStream content = in.getInputStream(entry)) {
            bytes = content.readAllBytes();
          }
          put(zip, entry.getName(), dated(entry.getName(), bytes, day), day);
        }
      }
      return out.toByteArray();
    } finally {
      Files.deleteIfExists(spool);
    }
  }

  private static byte[] dated(String name, byte[] bytes, LocalDate day) {
    return name.equals(PROPERTIES)
        ? new String(bytes, StandardCharsets.UTF_8)
            .replaceAll("\\d{4}-\\d{2}-\\d{2}T[\\d:.]+Z?", day + "T00:00:00Z")
            .getBytes(StandardCharsets.UTF_8)
        : bytes;
  }

  /// @param files by name, in the order in which they are written
  static void write(Map<String, byte[]> files, LocalDate day, OutputStream out) throws IOException {
    ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      put(zip, file.getKey(), file.getValue(), day);
    }
    zip.finish();
  }

  private static void put(ZipOutputStream zip, String name, byte[] bytes, LocalDate day)
      throws IOException {
    ZipEntry entry = new ZipEntry(name);
    // The local form has no zone: the bytes must not tell where they were made.
    entry.setTimeLocal(LocalDateTime.of(day.getYear(), day.getMonth(), day.getDayOfMonth(), 0, 0));
    zip.putNextEntry(entry);
    zip.write(bytes);
    zip.closeEntry();
  }
}
