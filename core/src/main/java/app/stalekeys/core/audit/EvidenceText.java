package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.evidence.read.Formats;
import app.stalekeys.core.evidence.read.TextLines;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;

/// The rows of a file as a person reads them: lines of text as they stand, or, where rows are no lines
/// (lists in JSON, sheets), each head with its values. Archives are opened.
public final class EvidenceText {

  private EvidenceText() {}

  /// Lines of the text inside the file, from its beginning.
  ///
  /// @return empty when the file cannot be opened
  public static List<TextLines.Line> lines(
      EvidenceSpec spec, ByteSource bytes, Charset letters, long from, int count)
      throws IOException {
    try {
      return TextLines.read(Formats.content(bytes, spec), letters, 0, from, count);
    } catch (UnusableSourceException unusable) {
      return List.of();
    }
  }

  /// Records of a file whose rows are no lines, walked over from the first.
  ///
  /// @param from the number of the first row wanted
  /// @return empty when the file cannot be read
  public static List<TextLines.Line> records(
      EvidenceSpec spec, ByteSource bytes, long from, int count) throws IOException {
    List<TextLines.Line> found = new ArrayList<>();
    try {
      RawRecords records = Formats.of(bytes, spec);
      records.forEach(new Finder(records.head().names(), from, count, found));
    } catch (Enough enough) {
      return found;
    } catch (UnusableSourceException | UncheckedIOException unusable) {
      return found;
    }
    return found;
  }

  /// Picks rows out of a whole file, in one walk.
  ///
  /// @param understood how the file was read, as its reading says
  /// @param wanted numbers of rows
  /// @return the texts by row; what the file does not have is left out
  public static Map<Long, String> pick(
      EvidenceSpec spec, ByteSource bytes, Map<String, String> understood, SortedSet<Long> wanted)
      throws IOException {
    try {
      if ("records".equals(understood.get("rows are"))) {
        Map<Long, String> found = new HashMap<>();
        RawRecords records = Formats.of(bytes, spec);
        try {
          records.forEach(new Picker(records.head().names(), wanted, found));
        } catch (Enough enough) {
          return found;
        }
        return found;
      }
      Charset letters =
          Charset.forName(understood.getOrDefault("letters", StandardCharsets.UTF_8.name()));
      return TextLines.pick(Formats.content(bytes, spec), letters, wanted);
    } catch (UnusableSourceException | UncheckedIOException unusable) {
      return Map.of();
    }
  }

  private record Picker(List<String> names, SortedSet<Long> wanted, Map<Long, String> found)
      implements RawSink {

    @Override
    public void record(RawRecord record) {
      if (record.row() > wanted.last()) {
        throw new Enough();
      }
      if (wanted.contains(record.row())) {
        found.put(record.row(), text(names, record));
      }
    }

    @Override
    public void skipped(long row) {}

    @Override
    public void malformed(long row, String value, String reason) {
      if (wanted.contains(row)) {
        found.put(row, value);
      }
    }
  }

  private static String text(List<String> names, RawRecord record) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < names.size(); i++) {
      List<String> values = record.cells(i);
      if (!values.isEmpty() && !values.getFirst().isEmpty()) {
        text.append(text.isEmpty() ? "" : " · ");
        text.append(names.get(i)).append(": ").append(String.join(", ", values));
      }
    }
    return text.toString();
  }

  /// Ends the walk when all wanted rows were seen.
  private static final class Enough extends RuntimeException {
    private static final long serialVersionUID = 1;

    Enough() {
      super(null, null, false, false);
    }
  }

  private record Finder(List<String> names, long from, int count, List<TextLines.Line> found)
      implements RawSink {

    @Override
    public void record(RawRecord record) {
      if (record.row() >= from) {
        add(record.row(), text(names, record));
      }
    }

    private void add(long row, String text) {
      if (found.size() >= count) {
        throw new Enough();
      }
      found.add(new TextLines.Line(row, text));
    }

    @Override
    public void skipped(long row) {
      if (row >= from) {
        add(row, "");
      }
    }

    @Override
    public void malformed(long row, String value, String reason) {
      if (row >= from) {
        add(row, value);
      }
    }
  }
}
