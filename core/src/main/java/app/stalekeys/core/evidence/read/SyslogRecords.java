package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Syslog lines as of RFC 5424: the header's time is `at`, the names of structured data are columns. A
/// line that is none is malformed; blank ones are skipped.
final class SyslogRecords implements RawRecords {

  private static final int MOST_COLUMNS = 2_000;

  private final ByteSource source;
  private final EvidenceSpec spec;
  private @Nullable Letters letters;
  private @Nullable Head head;

  SyslogRecords(ByteSource source, EvidenceSpec spec) {
    this.source = source;
    this.spec = spec;
  }

  private interface Visitor {
    void line(long row, String text, @Nullable SyslogLine line);
  }

  private void walk(Visitor visitor) throws IOException, UnusableSourceException {
    if (letters == null) {
      letters = Letters.of(source, spec.read().encoding(), spec.entry());
    }
    try (BufferedReader reader = letters.openLines(source, spec.entry())) {
      long row = 0;
      for (String text = reader.readLine(); text != null; text = reader.readLine()) {
        row++;
        visitor.line(row, text, SyslogLine.parse(text));
      }
    } catch (CharacterCodingException wrong) {
      throw letters.wrongByte(source, spec.entry());
    }
  }

  @Override
  public Head head() throws IOException, UnusableSourceException {
    if (head == null) {
      Set<String> names = new LinkedHashSet<>();
      walk((row, text, line) -> {
        if (line != null && names.size() < MOST_COLUMNS) {
          names.addAll(line.values().keySet());
        }
      });
      if (names.isEmpty()) {
        throw new UnusableSourceException(
            Issue.unusable(
                "syslog-empty",
                "no line is syslog as of RFC 5424, expected <n>1 time host program …",
                Place.ofFile(spec.entry())));
      }
      head = new Head(new ArrayList<>(names), 0);
    }
    return head;
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    List<String> names = head().names();
    walk((row, text, line) -> {
      if (text.isBlank()) {
        sink.skipped(row);
      } else if (line == null) {
        sink.malformed(row, text, "the line is no syslog as of RFC 5424");
      } else {
        sink.record(new Values(line, names, row));
      }
    });
  }

  @Override
  public Map<String, String> understanding() throws IOException, UnusableSourceException {
    head();
    Map<String, String> words = new LinkedHashMap<>();
    words.put("format", "syslog, RFC 5424");
    if (letters != null) {
      words.put("letters", letters.charset().name());
      words.put("letters found by", letters.why());
    }
    return words;
  }

  private record Values(SyslogLine line, List<String> names, long row) implements RawRecord {
    @Override
    public String cell(int column) {
      return line.values().getOrDefault(names.get(column), "");
    }

    @Override
    public List<String> cells(int column) {
      String value = line.values().get(names.get(column));
      return value == null ? List.of() : List.of(value);
    }

    @Override
    public boolean repeats() {
      return false;
    }
  }
}
