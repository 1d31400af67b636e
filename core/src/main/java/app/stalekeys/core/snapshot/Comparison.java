package app.stalekeys.core.snapshot;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Field;
import app.stalekeys.core.evidence.FieldType;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// What came, went and changed between the evidence of two dates, row by row. Rows meet by the fields
/// that name their subject, ids by the application's rule; of several rows with one name the last
/// holds. Only fields that both sides have are compared, and a kind that one side lacks is not
/// compared at all: a file nobody sent must not look like access that went. Logs are counted only.
///
/// Holds one line a row of either side; time and memory grow with their number.
public final class Comparison {

  public enum Change {
    CAME,
    WENT,
    CHANGED
  }

  /// How far a kind could be compared.
  public enum State {
    COMPARED,
    /// A log: rows are counted, not paired.
    COUNTED,
    ONLY_BEFORE,
    ONLY_NOW
  }

  /// @param before the value as it was, empty for none
  public record FieldChange(String field, String before, String now) {}

  /// One difference.
  ///
  /// @param application empty for evidence of the whole organisation
  /// @param subject the row's name, its parts separated by ` · `
  /// @param before the row that had it, null when it came
  /// @param now the row that has it, null when it went
  public record Line(
      String application,
      Kind kind,
      Change change,
      String subject,
      List<FieldChange> fields,
      @Nullable Place before,
      @Nullable Place now) {
    public Line {
      fields = List.copyOf(fields);
    }
  }

  /// @param before rows with different names then, all rows of a log
  public record Count(
      String application,
      Kind kind,
      State state,
      long before,
      long now,
      long came,
      long went,
      long changed) {}

  /// The fields that name the subject of a row; kinds that are not here are logs.
  private static final Map<Kind, List<String>> NAMES =
      new EnumMap<>(
          Map.ofEntries(
              Map.entry(Kind.PEOPLE, List.of("person")),
              Map.entry(Kind.ACCOUNTS, List.of("directory", "account")),
              Map.entry(Kind.ROLES, List.of("role")),
              Map.entry(Kind.ASSIGNMENTS, List.of("directory", "account", "role", "scope")),
              Map.entry(Kind.NESTING, List.of("parent", "child", "scope")),
              Map.entry(
                  Kind.GRANTS,
                  List.of(
                      "holder-type",
                      "directory",
                      "holder",
                      "effect",
                      "resource",
                      "action",
                      "scope")),
              Map.entry(Kind.PERMISSIONS, List.of("resource", "action")),
              Map.entry(Kind.CREDENTIALS, List.of("directory", "account", "credential")),
              Map.entry(Kind.POLICIES, List.of("policy", "setting", "holder")),
              Map.entry(Kind.LICENCES, List.of("licence")),
              Map.entry(Kind.LICENCE_RULES, List.of("resource", "action", "licence")),
              Map.entry(Kind.SYSTEMS, List.of("system"))));

  private final List<Count> counts = new ArrayList<>();
  private final List<Line> lines = new ArrayList<>();

  private Comparison() {}

  public static Comparison of(
      Collection<? extends FactSource> before,
      Collection<? extends FactSource> now,
      List<Application> applications) {
    Comparison comparison = new Comparison();
    Map<String, IdRule> rules = new LinkedHashMap<>();
    rules.put("", IdRule.EXACT);
    applications.forEach(application -> rules.put(application.id(), application.ids()));
    rules.forEach((application, rule) -> {
      for (Kind kind : Kind.values()) {
        comparison.compare(
            new Side(application, kind, rule, before), new Side(application, kind, rule, now));
      }
    });
    return comparison;
  }

  /// One a application and kind that either side has, organisation first, then as the audit lists
  /// them.
  public List<Count> counts() {
    return List.copyOf(counts);
  }

  /// Every difference, in the order of the counts: what went or changed as it stood, then what came.
  public List<Line> lines() {
    return java.util.Collections.unmodifiableList(lines);
  }

  private void compare(Side before, Side now) {
    if (before.sources.isEmpty() && now.sources.isEmpty()) {
      return;
    }
    if (before.sources.isEmpty() || now.sources.isEmpty()) {
      State state = now.sources.isEmpty() ? State.ONLY_BEFORE : State.ONLY_NOW;
      counts.add(new Count(now.application, now.kind, state, before.count(), now.count(), 0, 0, 0));
    } else if (!NAMES.containsKey(now.kind)) {
      counts.add(
          new Count(
              now.application, now.kind, State.COUNTED, before.count(), now.count(), 0, 0, 0));
    } else {
      pair(before, now);
    }
  }

  private void pair(Side before, Side now) {
    List<Field> compared = before.fields().filter(now::has).toList();
    Map<String, Row> then = before.rows(compared);
    Map<String, Row> today = now.rows(compared);
    long[] tally = new long[Change.values().length];
    then.forEach((key, row) -> {
      Row still = today.get(key);
      List<FieldChange> fields = still == null ? List.of() : changes(compared, row, still);
      if (still == null || !fields.isEmpty()) {
        Change change = still == null ? Change.WENT : Change.CHANGED;
        tally[change.ordinal()]++;
        lines.add(
            new Line(
                now.application,
                now.kind,
                change,
                row.subject,
                fields,
                row.place,
                still == null ? null : still.place));
      }
    });
    today.forEach((key, row) -> {
      if (!then.containsKey(key)) {
        tally[Change.CAME.ordinal()]++;
        lines.add(
            new Line(
                now.application, now.kind, Change.CAME, row.subject, List.of(), null, row.place));
      }
    });
    counts.add(
        new Count(
            now.application,
            now.kind,
            State.COMPARED,
            then.size(),
            today.size(),
            tally[Change.CAME.ordinal()],
            tally[Change.WENT.ordinal()],
            tally[Change.CHANGED.ordinal()]));
  }

  private static List<FieldChange> changes(List<Field> fields, Row before, Row now) {
    List<FieldChange> changes = new ArrayList<>(0);
    for (int i = 0; i < fields.size(); i++) {
      if (!before.values[i].equals(now.values[i])) {
        changes.add(new FieldChange(fields.get(i).name(), before.values[i], now.values[i]));
      }
    }
    return changes;
  }

  /// @param subject the name as the file spells it
  @SuppressWarnings("ArrayRecordComponent") // never compared as a whole
  private record Row(String subject, String[] values, Place place) {}

  /// The files of one kind of one application at one date.
  private static final class Side {
    private final String application;
    private final Kind kind;
    private final IdRule rule;
    private final List<FactSource> sources;

    Side(String application, Kind kind, IdRule rule, Collection<? extends FactSource> all) {
      this.application = application;
      this.kind = kind;
      this.rule = rule;
      this.sources =
          all.stream()
              .filter(source -> source.serves(kind))
              .filter(source ->
                  Objects.requireNonNullElse(source.application(), "").equals(application))
              .map(FactSource.class::cast)
              .toList();
    }

    boolean has(Field field) {
      return sources.stream().anyMatch(source -> source.fields(kind).contains(field.name()));
    }

    /// The fields that have a column here and do not name the subject.
    Stream<Field> fields() {
      List<String> names = Objects.requireNonNull(NAMES.get(kind));
      return kind.fieldList().stream()
          .filter(this::has)
          .filter(field -> !names.contains(field.name()));
    }

    long count() {
      long[] rows = new long[1];
      sources.forEach(source -> source.segments(kind).forEach(part -> rows[0] += part.rows()));
      return rows[0];
    }

    Map<String, Row> rows(List<Field> fields) {
      List<Field> named =
          Objects.requireNonNull(NAMES.get(kind)).stream()
              .map(name -> kind.field(name).orElseThrow())
              .toList();
      Map<String, Row> rows = new LinkedHashMap<>();
      for (FactSource source : sources) {
        FactCursor.forEach(
            source,
            kind,
            row -> {
              String[] values = new String[fields.size()];
              for (int i = 0; i < values.length; i++) {
                values[i] = value(row, fields.get(i));
              }
              String key =
                  named.stream()
                      .map(field -> key(field, row))
                      .collect(Collectors.joining("\u0000"));
              String subject =
                  named.stream()
                      .map(field -> row.text(field.name()))
                      .filter(part -> !part.isEmpty())
                      .collect(Collectors.joining(" · "));
              rows.put(key, new Row(subject, values, row.place()));
            });
      }
      return rows;
    }

    private String key(Field field, FactCursor row) {
      String text = row.text(field.name());
      return field.type() == FieldType.ID ? rule.key(text) : text;
    }

    private String value(FactCursor row, Field field) {
      if (!field.type().isNumeric()) {
        String text = row.text(field.name());
        return field.type() == FieldType.ID ? rule.key(text) : text;
      }
      long number = row.number(field.name());
      if (number == LongColumn.ABSENT) {
        return "";
      }
      return switch (field.type()) {
        case DAY -> LocalDate.ofEpochDay(number).toString();
        case TIME -> Instant.ofEpochMilli(number).toString();
        default -> Long.toString(number);
      };
    }
  }
}
