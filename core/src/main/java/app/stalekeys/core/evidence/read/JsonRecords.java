package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
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
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.core.exc.JacksonIOException;
import tools.jackson.core.json.JsonFactory;

/// JSON as an array of objects, as an object with one list of objects in it (SCIM's ListResponse among
/// them, RFC 7644), or as one object a line. Nested objects become columns with a dot, lists several
/// values. A record's row is its line in JSON Lines, and its number in the list elsewhere. Streams; the
/// head is the set of names that occur, found by a first walk.
final class JsonRecords implements RawRecords {

  /// Name of the column that holds a SCIM user's roles and entitlements together.
  static final String SCIM_ROLES = "role";

  private static final String SCHEMAS = "schemas";
  private static final String SCIM = "urn:ietf:params:scim:";
  private static final JsonFactory JSON =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder()
                  .maxNestingDepth(Limits.JSON_DEPTH)
                  .maxStringLength(Limits.JSON_TEXT)
                  .maxNameLength(10_000)
                  .build())
          .build();

  /// How the records stand in the file.
  private enum Shape {
    ARRAY("JSON list"),
    WRAPPED("JSON object with a list"),
    LINES("JSON, one object a line");

    private final String words;

    Shape(String words) {
      this.words = words;
    }
  }

  private record Layout(Shape shape, String list, Letters letters) {}

  private final ByteSource source;
  private final EvidenceSpec spec;
  private final String name;
  private @Nullable Layout layout;
  private @Nullable Head head;

  /// @param name the file's name, or that of the member inside an archive
  JsonRecords(ByteSource source, EvidenceSpec spec, String name) {
    this.source = source;
    this.spec = spec;
    this.name = name;
  }

  @Override
  public Head head() throws IOException, UnusableSourceException {
    if (head == null) {
      Set<String> names = new LinkedHashSet<>();
      walk(
          new Visitor() {
            @Override
            public void record(JsonObject object, long row) throws UnusableSourceException {
              names.addAll(object.values().keySet());
              if (names.size() > Limits.COLUMNS) {
                throw unusable(
                    "json-wide",
                    "more than %,d different names, expected records of one kind"
                        .formatted(Limits.COLUMNS),
                    row);
              }
            }

            @Override
            public void broken(long row, String text) {}
          });
      if (names.isEmpty()) {
        throw unusable(
            "json-empty", "no object with values in the file, expected a list of records", 0);
      }
      head = new Head(new ArrayList<>(names), 0);
    }
    return head;
  }

  @Override
  public Map<String, String> understanding() throws IOException, UnusableSourceException {
    Layout known = layout();
    Map<String, String> words = new LinkedHashMap<>();
    String list = known.list.isEmpty() ? "" : " called " + Quoted.text(known.list);
    words.put("format", known.shape.words + list);
    words.put("letters", known.letters.charset().name());
    words.put("letters found by", known.letters.why());
    return words;
  }

  @Override
  public boolean rowsAreLines() throws IOException, UnusableSourceException {
    return layout().shape == Shape.LINES;
  }

  @Override
  public void forEach(RawSink sink) throws IOException, UnusableSourceException {
    List<String> names = head().names();
    walk(
        new Visitor() {
          @Override
          public void record(JsonObject object, long row) {
            sink.record(new Values(object, names, row));
          }

          @Override
          public void broken(long row, String text) {
            sink.malformed(row, text, "the line is no JSON object");
          }
        });
  }

  private interface Visitor {
    void record(JsonObject object, long row) throws UnusableSourceException;

    void broken(long row, String text);
  }

  private Layout layout() throws IOException, UnusableSourceException {
    if (layout == null) {
      Letters letters = Letters.of(source, spec.read().encoding(), spec.entry());
      try (BufferedReader reader = letters.open(source);
          JsonParser parser = JSON.createParser(ObjectReadContext.empty(), reader)) {
        layout = find(parser, letters);
      } catch (JacksonIOException failed) {
        throw unwrapped(failed, letters);
      } catch (JacksonException broken) {
        // The first record of JSON Lines may be broken; each line then answers for itself.
        if (!isLines()) {
          throw brokenAt(broken);
        }
        layout = new Layout(Shape.LINES, "", letters);
      } catch (CharacterCodingException wrong) {
        throw letters.wrongByte(source, spec.entry());
      }
    }
    return layout;
  }

  private boolean isLines() {
    return name.endsWith(".jsonl") || name.endsWith(".ndjson");
  }

  private Layout find(JsonParser parser, Letters letters) throws UnusableSourceException {
    JsonToken first = parser.nextToken();
    if (first == JsonToken.START_ARRAY) {
      return new Layout(Shape.ARRAY, "", letters);
    }
    if (first != JsonToken.START_OBJECT) {
      throw unusable("json-shape", "expected a list of objects or one object a line", 1);
    }
    if (isLines()) {
      return new Layout(Shape.LINES, "", letters);
    }
    String list = null;
    boolean scim = false;
    for (JsonToken token = parser.nextToken();
        token != JsonToken.END_OBJECT && token != null;
        token = parser.nextToken()) {
      String name = parser.currentName();
      JsonToken value = parser.nextToken();
      if (value == JsonToken.START_ARRAY && name != null) {
        boolean objects = parser.nextToken() == JsonToken.START_OBJECT;
        boolean resources = name.equals("Resources");
        scim |= resources;
        if ((objects && list == null) || resources) {
          list = name;
        }
        skipArray(parser);
      } else {
        parser.skipChildren();
      }
    }
    boolean alone = parser.nextToken() == null;
    return alone && list != null
        ? new Layout(Shape.WRAPPED, scim ? "Resources" : list, letters)
        : new Layout(Shape.LINES, "", letters);
  }

  /// Skips to the end of an array whose first token was just read.
  private static void skipArray(JsonParser parser) {
    int depth = 1;
    JsonToken token = parser.currentToken();
    while (token != null) {
      if (token.isStructStart()) {
        depth++;
      } else if (token.isStructEnd() && --depth == 0) {
        return;
      }
      token = parser.nextToken();
    }
  }

  private void walk(Visitor visitor) throws IOException, UnusableSourceException {
    Layout known = layout();
    boolean lines = known.shape == Shape.LINES;
    try (BufferedReader reader =
        lines ? known.letters.openLines(source, spec.entry()) : known.letters.open(source)) {
      if (known.shape == Shape.LINES) {
        walkLines(reader, visitor);
      } else {
        walkList(reader, known, visitor);
      }
    } catch (JacksonIOException failed) {
      throw unwrapped(failed, known.letters);
    } catch (JacksonException broken) {
      throw brokenAt(broken);
    } catch (CharacterCodingException wrong) {
      throw known.letters.wrongByte(source, spec.entry());
    }
  }

  /// The parser wraps what goes wrong with the bytes below it.
  private IOException unwrapped(JacksonIOException failed, Letters letters)
      throws IOException, UnusableSourceException {
    IOException cause = failed.getCause();
    if (cause instanceof CharacterCodingException) {
      throw letters.wrongByte(source, spec.entry());
    }
    return cause == null ? new IOException(failed) : cause;
  }

  private static void walkLines(BufferedReader reader, Visitor visitor)
      throws IOException, UnusableSourceException {
    long row = 0;
    for (String line = reader.readLine(); line != null; line = reader.readLine()) {
      row++;
      if (line.isBlank()) {
        continue;
      }
      JsonObject object = null;
      try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), line)) {
        if (parser.nextToken() == JsonToken.START_OBJECT) {
          object = JsonObject.read(parser);
        }
      } catch (JacksonException broken) {
        object = null;
      }
      if (object == null) {
        visitor.broken(row, line);
      } else {
        visitor.record(object, row);
      }
    }
  }

  private void walkList(BufferedReader reader, Layout known, Visitor visitor)
      throws UnusableSourceException {
    try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), reader)) {
      parser.nextToken();
      if (known.shape == Shape.WRAPPED) {
        goTo(parser, known.list);
      }
      long row = 0;
      for (JsonToken token = parser.nextToken();
          token != JsonToken.END_ARRAY && token != null;
          token = parser.nextToken()) {
        row++;
        if (token == JsonToken.START_OBJECT) {
          visitor.record(JsonObject.read(parser), row);
        } else {
          visitor.broken(row, String.valueOf(parser.getString()));
          parser.skipChildren();
        }
      }
    }
  }

  private static void goTo(JsonParser parser, String list) {
    for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
      boolean here = list.equals(parser.currentName());
      if (parser.nextToken() == JsonToken.START_ARRAY && here) {
        return;
      }
      parser.skipChildren();
    }
  }

  private UnusableSourceException brokenAt(JacksonException broken) {
    TokenStreamLocation at = broken.getLocation();
    String where =
        at == null ? "here" : "at letter %d of this line".formatted(Math.max(1, at.getColumnNr()));
    return unusable(
        "json-broken",
        where
            + " the file is no JSON any more, or too deep or long to be a list of records; have it made again",
        at == null ? 0 : Math.max(1, at.getLineNr()));
  }

  private UnusableSourceException unusable(String code, String sentence, long row) {
    Place place = row == 0 ? Place.ofFile(spec.entry()) : Place.ofRow(spec.entry(), row);
    return new UnusableSourceException(Issue.unusable(code, sentence, place));
  }

  private record Values(JsonObject object, List<String> names, long row) implements RawRecord {
    @Override
    public List<String> cells(int column) {
      return object.values().getOrDefault(names.get(column), List.of());
    }

    @Override
    public boolean repeats() {
      return true;
    }

    /// A SCIM group is a role and no account; a SCIM user is no role.
    @Override
    public boolean describes(Kind kind) {
      boolean group = false;
      boolean user = false;
      for (String schema : object.values().getOrDefault(SCHEMAS, List.of())) {
        group |= schema.startsWith(SCIM) && schema.endsWith(":Group");
        user |= schema.startsWith(SCIM) && schema.endsWith(":User");
      }
      return switch (kind) {
        case ACCOUNTS, PEOPLE -> !group;
        case ROLES -> !user;
        default -> true;
      };
    }
  }
}
