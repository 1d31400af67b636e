package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.UnusableSourceException;
import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldif.LDIFException;
import com.unboundid.ldif.LDIFReader;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// LDIF (RFC 2849): each entry is a record, each attribute a column, a repeated attribute several
/// values. The head is the set of attributes that occur, found by a first walk over the file. A
/// record's row is the line of its `dn`. An entry that breaks the format is malformed; the next goes on.
final class LdifRecords implements RawRecords {

  private static final String DN = "dn";

  private final ByteSource source;
  private final EvidenceSpec spec;
  private @Nullable Letters letters;
  private @Nullable Head head;

  LdifRecords(ByteSource source, EvidenceSpec spec) {
    this.source = source;
    this.spec = spec;
  }

  @Override
  public Head head() throws IOException, UnusableSourceException {
    if (head == null) {
      Map<String, String> spelling = new LinkedHashMap<>();
      spelling.put(DN, DN);
      walk(
          new Visitor() {
            @Override
            public void entry(Entry entry, long line) {
              entry
                  .getAttributes()
                  .forEach(a -> spelling.putIfAbsent(lower(a.getName()), a.getName()));
            }

            @Override
            public void broken(long line, String reason) {}
          });
      if (spelling.size() == 1) {
        throw new UnusableSourceException(
            Issue.unusable(
                "ldif-empty",
                "no entry with attributes in the file, expected LDIF as of RFC 2849; ask for it again",
                Place.ofFile(spec.entry())));
      }
      head = new Head(new ArrayList<>(spelling.values()), 0);
    }
    return head;
  }

  @Override
  public Map<String, String> understanding() throws IOException, UnusableSourceException {
    Map<String, String> words = new LinkedHashMap<>();
    words.put("format", "LDIF, " + (head().size() - 1) + " attributes");
    words.put("letters", letters().charset().name());
    words.put("letters found by", letters().why());
    return words;
  }

  private Letters letters() throws IOException, UnusableSourceException {
    if (letters == null) {
      letters = Letters.of(source, spec.read().encoding(), spec.entry());
    }
    return letters;
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    List<String> names = head().names();
    walk(
        new Visitor() {
          @Override
          public void entry(Entry entry, long line) {
            sink.record(new Attributes(entry, names, line));
          }

          @Override
          public void broken(long line, String reason) {
            sink.malformed(line, "", reason);
          }
        });
  }

  private interface Visitor {
    void entry(Entry entry, long line);

    void broken(long line, String reason);
  }

  private void walk(Visitor visitor) throws IOException, UnusableSourceException {
    Letters known = letters();
    try (LineCounter lines = new LineCounter(known.openLines(source, spec.entry()));
        LDIFReader reader = new LDIFReader(lines)) {
      boolean more = true;
      while (more) {
        try {
          Entry entry = reader.readEntry();
          more = entry != null;
          if (entry != null) {
            visitor.entry(entry, lines.recordStart());
          }
        } catch (LDIFException broken) {
          visitor.broken(broken.getLineNumber(), "the entry is no LDIF: " + plain(broken));
          more = broken.mayContinueReading();
          if (!more) {
            throw new UnusableSourceException(
                Issue.unusable(
                    "ldif-broken",
                    "from here on the file is no LDIF as of RFC 2849; have it made again",
                    Place.ofRow(spec.entry(), broken.getLineNumber())));
          }
        }
      }
    } catch (CharacterCodingException wrong) {
      throw known.wrongByte(source, spec.entry());
    }
  }

  /// The library's own sentence, shortened to what a reader can use.
  private static String plain(LDIFException broken) {
    String message = Objects.requireNonNullElse(broken.getMessage(), "no reason given");
    return message.length() <= 160 ? message : message.substring(0, 160) + "…";
  }

  private static String lower(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  /// Knows on which line the current record's `dn` stands.
  private static final class LineCounter extends BufferedReader {
    private long line;
    private long recordStart = 1;

    LineCounter(Reader in) {
      super(in);
    }

    @Override
    public @Nullable String readLine() throws IOException {
      String text = super.readLine();
      line++;
      if (text != null && text.regionMatches(true, 0, "dn:", 0, 3)) {
        recordStart = line;
      }
      return text;
    }

    long recordStart() {
      return recordStart;
    }
  }

  private record Attributes(Entry entry, List<String> names, long row) implements RawRecord {
    @Override
    public List<String> cells(int column) {
      String name = names.get(column);
      if (name.equals(DN)) {
        return List.of(entry.getDN());
      }
      Attribute attribute = entry.getAttribute(name);
      return attribute == null ? List.of() : List.of(attribute.getValues());
    }

    /// An entry whose object class is a group is a role and no account.
    @Override
    public boolean describes(Kind kind) {
      String[] classes = entry.getAttributeValues("objectClass");
      if (classes == null) {
        return true;
      }
      boolean group = Arrays.stream(classes).anyMatch(name -> lower(name).contains("group"));
      return switch (kind) {
        case ACCOUNTS, PEOPLE -> !group;
        case ROLES -> group;
        default -> true;
      };
    }

    @Override
    public boolean repeats() {
      return true;
    }
  }
}
