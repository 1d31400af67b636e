package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.BeginAnewException;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.UnusableSourceException;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Delimited text: any delimiter, RFC 4180 quotes, title lines above the head, repeated heads, blank
/// lines, and a total line at the end. Streams; a record or line longer than
/// the limit is refused.
final class DelimitedRecords implements RawRecords {

  /// Lines looked at to find the head, and letters of them.
  private static final int SAMPLE_LINES = 60;

  private static final int SAMPLE_LETTERS = 1 << 20;
  private static final Map<String, String> DELIMITER_NAMES =
      Map.of(
          ",",
          "comma",
          ";",
          "semicolon",
          "\t",
          "tab",
          "|",
          "pipe",
          "~",
          "tilde",
          "^",
          "caret",
          "§",
          "section sign");

  private final ByteSource source;
  private final EvidenceSpec spec;
  private final Pace pace;
  private boolean assumes;
  private @Nullable Layout layout;

  /// @param head the head as found
  private record Layout(Letters letters, HeadFinder.Found found, Head head) {}

  DelimitedRecords(ByteSource source, EvidenceSpec spec, Pace pace) {
    this.source = source;
    this.spec = spec;
    this.pace = pace;
    this.assumes = pace.assumes();
  }

  @Override
  public Head head() throws IOException, UnusableSourceException {
    return layout().head;
  }

  @Override
  public Map<String, String> understanding() throws IOException, UnusableSourceException {
    Layout known = layout();
    Map<String, String> words = new LinkedHashMap<>();
    String delimiter = known.found.delimiter();
    words.put("delimiter", DELIMITER_NAMES.getOrDefault(delimiter, '"' + delimiter + '"'));
    words.put("letters", known.letters.charset().name());
    words.put("letters found by", known.letters.why());
    int line = known.found.line();
    String titles =
        line == 1
            ? ""
            : line == 2 ? ", after 1 title line" : ", after " + (line - 1) + " title lines";
    words.put("head", "line " + line + titles + "; " + known.found.why());
    return words;
  }

  private Layout layout() throws IOException, UnusableSourceException {
    if (layout == null) {
      String declared = spec.read().encoding();
      Letters letters =
          assumes
              ? Letters.ofBeginning(source, declared, spec.entry())
              : Letters.of(source, declared, spec.entry());
      List<String> lines = sample(letters);
      HeadFinder.Found found = new HeadFinder(spec, lines).find();
      refuseTooWide(lines, found);
      layout = new Layout(letters, found, readHead(letters, found));
    }
    return layout;
  }

  private void refuseTooWide(List<String> lines, HeadFinder.Found found)
      throws UnusableSourceException {
    String head = found.line() <= lines.size() ? lines.get(found.line() - 1) : "";
    int columns = 1;
    for (int at = head.indexOf(found.delimiter());
        at >= 0;
        at = head.indexOf(found.delimiter(), at + found.delimiter().length())) {
      columns++;
    }
    if (columns > Limits.COLUMNS) {
      throw new UnusableSourceException(
          Issue.unusable(
              "head-too-wide",
              "the head has %,d columns, at most %,d are read; is the delimiter right?"
                  .formatted(columns, Limits.COLUMNS),
              Place.ofRow(spec.entry(), found.line())));
    }
  }

  private List<String> sample(Letters letters) throws IOException, UnusableSourceException {
    List<String> lines = new ArrayList<>();
    try (BufferedReader reader = letters.openLines(source, spec.entry())) {
      StringBuilder line = new StringBuilder();
      int left = SAMPLE_LETTERS;
      for (int c = reader.read();
          c >= 0 && lines.size() < SAMPLE_LINES && left-- > 0;
          c = reader.read()) {
        if (c == '\n') {
          lines.add(line.toString());
          line.setLength(0);
        } else if (c != '\r') {
          line.append((char) c);
        }
      }
      if (!line.isEmpty()) {
        lines.add(line.toString());
      }
    } catch (CharacterCodingException wrong) {
      throw wrongByte(letters);
    }
    return lines;
  }

  private Head readHead(Letters letters, HeadFinder.Found found)
      throws IOException, UnusableSourceException {
    Head[] head = new Head[1];
    walk(
        letters,
        found,
        row -> {
          head[0] = new Head(row.list(), row.row());
          return false;
        });
    if (head[0] == null || head[0].names().stream().allMatch(String::isEmpty)) {
      throw new UnusableSourceException(
          Issue.unusable(
              "head-missing",
              "line %d should hold the heads of the columns and holds none; correct \"skip\" or \"header\" under \"read\""
                  .formatted(found.line()),
              Place.ofFile(spec.entry())));
    }
    return head[0];
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    Layout known = layout();
    TableWalk table = new TableWalk(known.head, sink);
    walk(
        known.letters,
        known.found,
        row -> {
          table.take(row);
          return true;
        });
    table.end();
  }

  private interface Visitor {
    /// @return whether to go on
    boolean visit(TableRow row);
  }

  /// Walks over the head and all records below it.
  private void walk(Letters letters, HeadFinder.Found found, Visitor visitor)
      throws IOException, UnusableSourceException {
    int above = found.line() - 1;
    long reached = found.line();
    try (TextAhead reader =
        new TextAhead(letters.openLines(source, spec.entry()), pace.workers())) {
      skipLines(reader, above);
      try (CsvReader<TableRow> csv = csv(found.delimiter(), reader)) {
        for (TableRow row : csv) {
          reached = row.row() + above;
          row.moveTo(reached);
          if (!visitor.visit(row)) {
            return;
          }
        }
      }
    } catch (CsvRows.TooWideException tooWide) {
      throw shapeless(reached);
    } catch (CsvParseException shapeless) {
      if (shapeless.getCause() instanceof CharacterCodingException) {
        throw wrongByte(letters);
      }
      if (shapeless.getCause() instanceof RefusedBytesException endless) {
        throw endless;
      }
      throw shapeless(reached);
    } catch (CharacterCodingException wrong) {
      throw wrongByte(letters);
    } catch (UncheckedIOException failed) {
      if (failed.getCause() instanceof CharacterCodingException) {
        throw wrongByte(letters);
      }
      throw failed;
    }
  }

  /// A byte that is no letter. Where the letters were only assumed, that is for the whole file to say.
  private UnusableSourceException wrongByte(Letters letters) throws IOException {
    if (!letters.isProven()) {
      assumes = false;
      layout = null;
      throw new BeginAnewException();
    }
    return letters.wrongByte(source, spec.entry());
  }

  private static void skipLines(TextAhead text, int lines) throws IOException {
    int ends = 0;
    for (int c = 0; ends < lines && c >= 0; ) {
      c = text.read();
      ends += c == '\n' ? 1 : 0;
    }
  }

  private UnusableSourceException shapeless(long line) {
    return new UnusableSourceException(
        Issue.unusable(
            "delimited-broken",
            "after this line a quote opens and never closes, or one record has more letters or cells than can be read; have the file made again",
            Place.ofRow(spec.entry(), line)));
  }

  private static CsvReader<TableRow> csv(String delimiter, Reader reader) {
    return CsvReader.builder()
        .fieldSeparator(delimiter)
        .skipEmptyLines(false)
        .allowUnclosedQuote(false)
        .maxBufferSize(2 * Limits.LINE_LETTERS) // a line is refused by its guard first
        .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
        .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
        .build(new CsvRows(), reader);
  }
}
