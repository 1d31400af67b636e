package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.ColumnMap;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Interpreter;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Preview;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.evidence.read.Formats;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.UnusableSourceException;
import app.stalekeys.core.source.Workers;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// Reads one file of evidence. Screen and command line both read through here.
public final class EvidenceReader {

  /// What came of it.
  ///
  /// @param fields the fields that have a column, by kind, in the order of the kind's fields
  /// @param heads the names of the columns, empty when none were found
  /// @param understanding how the file was read, in words: delimiter, letters, head, dates, columns
  public record Read(
      TieOut tieOut,
      List<String> heads,
      Map<Kind, Set<String>> fields,
      Map<String, String> understanding,
      List<Issue> issues) {

    public Read {
      heads = List.copyOf(heads);
      fields = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(fields));
      understanding = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(understanding));
      issues = List.copyOf(issues);
    }

    /// Whether the file may be taken. If not, the facts the sink received must be thrown away.
    public boolean usable() {
      return issues.stream().noneMatch(issue -> issue.weight() == Issue.Weight.UNUSABLE);
    }
  }

  private EvidenceReader() {}

  /// One thing after the other.
  ///
  /// @throws IOException when the bytes cannot be had
  public static Read read(EvidenceSpec spec, ByteSource bytes, ZoneId auditZone, FactSink sink)
      throws IOException {
    return read(spec, bytes, auditZone, Workers.ONE, sink);
  }

  /// @param auditZone the zone of the audit: that of days, and of times where the file declares none
  /// @param workers may fetch and decode what comes next while rows become facts
  /// @throws IOException when the bytes cannot be had
  public static Read read(
      EvidenceSpec spec, ByteSource bytes, ZoneId auditZone, Workers workers, FactSink sink)
      throws IOException {
    try {
      RawRecords records = Formats.forOneWalk(bytes, spec, workers);
      Interpreter.Reading reading = new Interpreter(spec, records, auditZone).read(sink);
      return new Read(
          reading.tieOut(),
          heads(reading.map()),
          fields(reading.map()),
          understanding(records, reading),
          reading.issues());
    } catch (UnusableSourceException unusable) {
      return refused(spec, unusable.issue());
    } catch (IOException | UncheckedIOException failed) {
      Issue broken = Formats.faultIn(failed);
      if (broken == null) {
        throw failed;
      }
      return refused(spec, broken);
    }
  }

  /// What the file would become, from its first records; nothing is taken.
  ///
  /// @param understanding how its format was understood, in words
  public record Look(Preview.Result preview, Map<String, String> understanding) {}

  /// Records that a file is judged by before it is taken, and how many of them are shown.
  private static final int LOOKED_AT = 5000;

  private static final int SHOWN = 300;

  /// @throws IOException when the bytes cannot be had
  public static Look look(EvidenceSpec spec, ByteSource bytes, ZoneId auditZone)
      throws IOException {
    try {
      RawRecords records = Formats.beginning(bytes, spec);
      Preview.Result preview = Preview.of(spec, records, auditZone, LOOKED_AT, SHOWN);
      return new Look(preview, preview.head() == null ? Map.of() : records.understanding());
    } catch (UnusableSourceException unusable) {
      return new Look(Preview.nothing(unusable.issue()), Map.of());
    } catch (IOException | UncheckedIOException failed) {
      Issue broken = Formats.faultIn(failed);
      if (broken == null) {
        throw failed;
      }
      return new Look(Preview.nothing(broken), Map.of());
    }
  }

  private static Read refused(EvidenceSpec spec, Issue issue) {
    return new Read(
        new TieOut(0, 0, 0, spec.expectedRows()), List.of(), Map.of(), Map.of(), List.of(issue));
  }

  private static List<String> heads(@Nullable ColumnMap map) {
    return map == null ? List.of() : map.head().names();
  }

  private static Map<Kind, Set<String>> fields(@Nullable ColumnMap map) {
    Map<Kind, Set<String>> fields = new LinkedHashMap<>();
    if (map != null) {
      map.byKind()
          .forEach((kind, columns) ->
              fields.put(
                  kind,
                  columns.stream()
                      .map(column -> column.field().name())
                      .collect(Collectors.toCollection(LinkedHashSet::new))));
    }
    return fields;
  }

  private static Map<String, String> understanding(RawRecords records, Interpreter.Reading reading)
      throws IOException {
    Map<String, String> words = new LinkedHashMap<>();
    try {
      words.putAll(records.understanding());
      words.put("rows are", records.rowsAreLines() ? "lines" : "records");
    } catch (UnusableSourceException unusable) {
      return words; // the reading has said so already
    }
    reading.dates().forEach((column, how) -> words.put("dates in " + column, how));
    ColumnMap map = reading.map();
    if (map != null) {
      map.byKind()
          .forEach((kind, columns) ->
              columns.forEach(
                  column -> words.put(kind.id() + "." + column.field().name(), column.name())));
      if (!map.attributes().isEmpty()) {
        words.put("kept as they are", String.join(", ", map.attributes().values()));
      }
    }
    return words;
  }
}
