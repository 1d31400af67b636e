package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.support.TestAudit;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.GZIPOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;

/// One list of accounts, written as a program might write it: whatever its format, delimiter, quotes, letters, line
/// ends and dates, the same facts come of it, and every row is accounted for.
class SameListTest {

  private static final List<String> HEADS =
      List.of("account", "name", "email", "status", "department", "created");

  private static final List<String> NAMES =
      List.of(
          "Mo Mørk",
          "Dahl, Mo",
          "semi;colon",
          "say \"hi\"",
          "two\nlines",
          "  blanks around\u00A0",
          "tab\there",
          "pipe|d",
          "=1+2",
          "O'Hara",
          "Íalt",
          "-",
          "#7",
          "");

  /// Letters that only some character sets have.
  private static final List<String> FAR = List.of("Жанна", "名前", "😀");

  private record Row(
      String account,
      String name,
      String email,
      String status,
      String department,
      @Nullable LocalDate created) {

    List<String> cells(DateTimeFormatter dates) {
      return List.of(
          account, name, email, status, department, created == null ? "" : dates.format(created));
    }

    /// As facts have it: without the blanks around it.
    Row trimmed() {
      return new Row(account, IdRule.trim(name), email, status, IdRule.trim(department), created);
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  private static List<Row> rows(Random random, boolean far) {
    List<String> names = new ArrayList<>(NAMES);
    if (far) {
      names.addAll(FAR);
    }
    return IntStream.range(0, 5 + random.nextInt(40))
        .mapToObj(i ->
            new Row(
                any(random, List.of("u", "00", "X-")) + i,
                any(random, names),
                random.nextBoolean() ? "" : "u" + i + "@fleet.example",
                any(random, List.of("enabled", "locked", "disabled")),
                any(random, names),
                // The first day can be no month, so that the order of day and month is proven.
                i == 0
                    ? LocalDate.of(2025, 3, 28)
                    : random.nextInt(5) == 0
                        ? null
                        : LocalDate.of(2025, 1, 1).plusDays(random.nextInt(365))))
        .toList();
  }

  private record File(String name, byte[] bytes, long skipped) {}

  private static File delimited(Random random, List<Row> rows, Charset charset) throws IOException {
    String delimiter = any(random, List.of(",", ";", "\t", "|"));
    String end = any(random, List.of("\n", "\r\n"));
    boolean quoteAll = random.nextBoolean();
    DateTimeFormatter dates = dates(random);
    StringBuilder text = new StringBuilder();
    boolean mark = charset.name().startsWith("UTF-16") || random.nextBoolean();
    text.append(mark && !charset.name().startsWith("windows") ? "\uFEFF" : "");
    for (int i = random.nextInt(3); i > 0; i--) {
      text.append(any(random, List.of("Ferry Bookings", "Users as of 30 June"))).append(end);
    }
    text.append(String.join(delimiter, HEADS)).append(end);
    long skipped = 0;
    for (Row row : rows) {
      text.append(
              row.cells(dates).stream()
                  .map(cell -> quoted(cell, delimiter, quoteAll))
                  .collect(Collectors.joining(delimiter)))
          .append(end);
      if (random.nextInt(10) == 0) {
        text.append(end);
        skipped++;
      }
    }
    if (random.nextInt(3) == 0) {
      text.append("Total: ").append(rows.size()).append(end);
      skipped++;
    }
    byte[] bytes = text.toString().getBytes(charset);
    return random.nextInt(4) == 0
        ? new File("list.csv.gz", gzipped(bytes), skipped)
        : new File(any(random, List.of("list.csv", "list.txt")), bytes, skipped);
  }

  private static DateTimeFormatter dates(Random random) {
    return DateTimeFormatter.ofPattern(
        any(random, List.of("yyyy-MM-dd", "dd.MM.yyyy", "MM/dd/yyyy", "dd-MM-yyyy", "yyyyMMdd")));
  }

  private static String quoted(String cell, String delimiter, boolean always) {
    boolean must = cell.contains(delimiter) || cell.contains("\"") || cell.contains("\n");
    return always || must ? '"' + cell.replace("\"", "\"\"") + '"' : cell;
  }

  private static byte[] gzipped(byte[] bytes) throws IOException {
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
      out.write(bytes);
    }
    return packed.toByteArray();
  }

  private static File workbook(Random random, List<Row> rows) throws IOException {
    int titles = random.nextInt(3);
    boolean realDates = random.nextBoolean();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "test", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Users");
      for (int i = 0; i < titles; i++) {
        sheet.value(i, 0, "Users as of 30 June");
      }
      for (int i = 0; i < HEADS.size(); i++) {
        sheet.value(titles, i, HEADS.get(i));
      }
      for (int at = 0; at < rows.size(); at++) {
        List<String> cells = rows.get(at).cells(DateTimeFormatter.ISO_DATE);
        for (int i = 0; i < cells.size(); i++) {
          LocalDate created = rows.get(at).created;
          if (i == 5 && realDates && created != null) {
            sheet.value(titles + 1 + at, i, created);
            sheet.style(titles + 1 + at, i).format("dd/mm/yyyy").set();
          } else if (!cells.get(i).isEmpty()) {
            sheet.value(titles + 1 + at, i, cells.get(i));
          }
        }
      }
    }
    return new File("list.xlsx", bytes.toByteArray(), 0);
  }

  private static File json(Random random, List<Row> rows) {
    boolean isLines = random.nextBoolean();
    DateTimeFormatter dates = dates(random);
    List<String> objects =
        rows.stream()
            .map(row -> {
              List<String> cells = row.cells(dates);
              return IntStream.range(0, cells.size())
                  .filter(i -> !cells.get(i).isEmpty() || random.nextBoolean())
                  .mapToObj(i -> escaped(HEADS.get(i)) + ": " + escaped(cells.get(i)))
                  .collect(Collectors.joining(", ", "{", "}"));
            })
            .toList();
    String text =
        isLines
            ? String.join("\n", objects) + "\n"
            : random.nextBoolean()
                ? objects.toString()
                : "{\"made\": \"today\", \"users\": " + objects + "}";
    return new File(isLines ? "list.jsonl" : "list.json", text.getBytes(StandardCharsets.UTF_8), 0);
  }

  private static String escaped(String text) {
    StringBuilder escaped = new StringBuilder("\"");
    text.codePoints()
        .mapToObj(Character::toString)
        .forEach(letter -> {
          int c = letter.codePointAt(0);
          boolean coded = c < ' ' || c == '"' || c == '\\' || c > 0x7E && c % 2 == 0;
          for (int i = 0; i < letter.length(); i++) {
            escaped.append(coded ? "\\u%04x".formatted((int) letter.charAt(i)) : letter.charAt(i));
          }
        });
    return escaped.append('"').toString();
  }

  private static File ldif(Random random, List<Row> rows) {
    DateTimeFormatter dates = dates(random);
    StringBuilder text = new StringBuilder("version: 1\n");
    for (Row row : rows) {
      text.append("\ndn: uid=").append(row.account).append(",dc=fleet\nobjectClass: person\n");
      List<String> cells = row.cells(dates);
      for (int i = 0; i < cells.size(); i++) {
        if (!cells.get(i).isEmpty()) {
          String bare = HEADS.get(i) + ": " + cells.get(i);
          boolean plain =
              bare.matches("[\\x21-\\x7E][\\x20-\\x7E]*")
                  && !cells.get(i).matches("(?s)[ :<].*|.* ")
                  && random.nextBoolean();
          String line =
              plain
                  ? bare
                  : HEADS.get(i)
                      + ":: "
                      + Base64.getEncoder()
                          .encodeToString(cells.get(i).getBytes(StandardCharsets.UTF_8));
          int fold = 12 + random.nextInt(30);
          text.append(line.replaceAll("(.{" + fold + "})(?=.)", "$1\n ")).append('\n');
        }
      }
    }
    return new File("list.ldif", text.toString().getBytes(StandardCharsets.UTF_8), 0);
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void comesToTheSameFactsHoweverItIsWritten(@ForAll long seed) throws IOException {
    Random random = new Random(seed);
    boolean narrow = random.nextInt(4) == 0;
    List<Row> rows = rows(random, !narrow);
    Charset charset =
        narrow
            ? Charset.forName("windows-1252")
            : any(
                random,
                List.of(
                    StandardCharsets.UTF_8, StandardCharsets.UTF_16LE, StandardCharsets.UTF_16BE));
    File file =
        switch (random.nextInt(5)) {
          case 0 -> workbook(random, rows);
          case 1 -> json(random, rows);
          case 2 -> ldif(random, rows);
          default -> delimited(random, rows, charset);
        };
    List<Row> read = new ArrayList<>();
    FactCursor.forEach(
        new TestAudit()
            .evidence("{file: %s, kind: accounts}".formatted(file.name))
            .bytes(file.name, file.bytes)
            .run()
            .counts(file.name, rows.size(), 0, file.skipped)
            .outcome()
            .facts()
            .getLast(),
        Kind.ACCOUNTS,
        fact ->
            read.add(
                new Row(
                    text(fact.text("account")),
                    text(fact.text("name")),
                    text(fact.text("email")),
                    text(fact.text("status")),
                    text(fact.text("department")),
                    fact.number("created") == LongColumn.ABSENT
                        ? null
                        : LocalDate.ofEpochDay(fact.number("created")))));
    assertThat(read)
        .as("%s in %s", file.name, charset)
        .containsExactlyElementsOf(rows.stream().map(Row::trimmed).toList());
  }

  private static String text(@Nullable String text) {
    return Objects.requireNonNullElse(text, "");
  }
}
