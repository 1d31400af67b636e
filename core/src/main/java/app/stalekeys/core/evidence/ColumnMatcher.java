package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;

/// Binds our fields to the columns of a file: as the audit file declares, else by the words at the
/// head of the columns. Collects every fault instead of stopping at the first.
public final class ColumnMatcher {

  /// @param map null exactly when `issues` is not empty
  public record Result(@Nullable ColumnMap map, List<Issue> issues) {}

  private final EvidenceSpec spec;
  private final Head head;
  private final Place place;
  private final List<Issue> issues = new ArrayList<>();

  private ColumnMatcher(EvidenceSpec spec, Head head) {
    this.spec = spec;
    this.head = head;
    this.place = Place.ofRow(spec.file(), head.row());
  }

  public static Result match(EvidenceSpec spec, Head head) {
    return new ColumnMatcher(spec, head).match();
  }

  private Result match() {
    List<Kind> kinds = spec.kinds().isEmpty() ? guessKinds() : spec.kinds();
    Map<Kind, List<Column>> byKind = new LinkedHashMap<>();
    for (Kind kind : kinds) {
      byKind.put(kind, spec.columns().isEmpty() ? found(kind) : declared(kind));
    }
    checkDeclaredFields(kinds);
    byKind.forEach(this::checkRequired);
    return issues.isEmpty()
        ? new Result(new ColumnMap(head, byKind), List.of())
        : new Result(null, List.copyOf(issues));
  }

  private List<Column> declared(Kind kind) {
    List<Column> columns = new ArrayList<>();
    for (Field field : kind.fieldList()) {
      String name = spec.columns().get(field.name());
      if (name == null) {
        continue;
      }
      List<Integer> positions = head.positions(name);
      if (positions.size() == 1) {
        columns.add(bind(field, positions.getFirst()));
      } else {
        issues.add(
            Issue.unusable(
                positions.isEmpty() ? "column-missing" : "column-twice",
                "the column %s for %s stands %s in the head; found %s; correct \"columns\""
                    .formatted(
                        Quoted.text(name),
                        field.name(),
                        positions.isEmpty() ? "nowhere" : positions.size() + " times",
                        Quoted.names(head.names())),
                place));
      }
    }
    return columns;
  }

  /// Each column serves at most one field of a kind. Columns that bear a field's own name are given out
  /// first, then synonyms of this kind, then general ones, fields in their documented order, so that a
  /// head such as `User` goes to `account` before anything else.
  private List<Column> found(Kind kind) {
    Map<Field, Integer> bound = new LinkedHashMap<>();
    Set<Integer> taken = new HashSet<>();
    Synonyms synonyms = Synonyms.standard();
    give(kind, bound, taken, (field, head) -> Synonyms.normal(field.name()).equals(head));
    give(kind, bound, taken, (field, head) -> synonyms.fitsWithin(kind, field, head));
    give(kind, bound, taken, (field, head) -> synonyms.fits(kind, field, head));
    return kind.fieldList().stream()
        .filter(bound::containsKey)
        .map(field -> bind(field, Objects.requireNonNull(bound.get(field))))
        .toList();
  }

  private void give(
      Kind kind, Map<Field, Integer> bound, Set<Integer> taken, BiPredicate<Field, String> fits) {
    for (Field field : kind.fieldList()) {
      for (int i = 0; i < head.size() && !bound.containsKey(field); i++) {
        if (!taken.contains(i) && fits.test(field, Synonyms.normal(head.names().get(i)))) {
          taken.add(i);
          bound.put(field, i);
        }
      }
    }
  }

  private Column bind(Field field, int position) {
    return new Column(
        field,
        position,
        head.names().get(position),
        spec.split().get(field.name()),
        spec.values().getOrDefault(field.name(), Map.of()));
  }

  /// The kind whose fields the head names best: all required ones, then the most in all.
  private List<Kind> guessKinds() {
    Map<Kind, Integer> matched = new EnumMap<>(Kind.class);
    for (Kind kind : Kind.values()) {
      List<Column> columns = spec.columns().isEmpty() ? found(kind) : declaredQuietly(kind);
      if (missing(kind, columns).isEmpty()) {
        matched.put(kind, columns.size());
      }
    }
    return matched.entrySet().stream()
        .max(
            Map.Entry.<Kind, Integer>comparingByValue()
                .thenComparing(Map.Entry.comparingByKey(Comparator.reverseOrder())))
        .map(entry -> List.of(entry.getKey()))
        .orElseGet(this::noKind);
  }

  private List<Column> declaredQuietly(Kind kind) {
    return kind.fieldList().stream()
        .filter(field -> spec.columns().containsKey(field.name()))
        .map(field -> bind(field, 0))
        .toList();
  }

  private List<Kind> noKind() {
    issues.add(
        Issue.unusable(
            "kind-unknown",
            "the heads %s fit no kind of evidence; declare \"kind\" and \"columns\", the kinds are %s"
                .formatted(Quoted.names(head.names()), Quoted.names(Kind.ids())),
            place));
    return List.of();
  }

  private void checkDeclaredFields(List<Kind> kinds) {
    Set<String> known = new HashSet<>();
    kinds.forEach(kind -> kind.fieldList().forEach(field -> known.add(field.name())));
    Map<String, Set<String>> blocks =
        Map.of(
            "columns", spec.columns().keySet(),
            "values", spec.values().keySet(),
            "split", spec.split().keySet());
    blocks.forEach((block, fields) ->
        fields.stream()
            .filter(field -> !kinds.isEmpty() && !known.contains(field))
            .forEach(field ->
                issues.add(
                    Issue.unusable(
                        "field-unknown",
                        "\"%s\" names the field %s, which %s does not have; its fields are %s"
                            .formatted(
                                block,
                                Quoted.text(field),
                                Quoted.names(kinds.stream().map(Kind::id).toList()),
                                Quoted.names(known.stream().sorted().toList())),
                        Place.ofFile(spec.file())))));
  }

  private void checkRequired(Kind kind, List<Column> columns) {
    List<String> missing = missing(kind, columns);
    if (!missing.isEmpty() && issues.isEmpty()) {
      issues.add(
          Issue.unusable(
              "field-unmapped",
              "no column for %s, which %s cannot do without; the heads are %s; name it under \"columns\""
                  .formatted(Quoted.names(missing), kind.id(), Quoted.names(head.names())),
              place));
    }
  }

  private List<String> missing(Kind kind, List<Column> columns) {
    return kind.fieldList().stream()
        .filter(Field::required)
        .filter(field ->
            !(kind == Kind.GRANTS && spec.wide() != null && !field.name().equals("holder")))
        .filter(field -> columns.stream().noneMatch(column -> column.field().equals(field)))
        .map(Field::name)
        .toList();
  }
}
