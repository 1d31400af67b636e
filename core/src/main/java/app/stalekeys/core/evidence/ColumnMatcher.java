package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiPredicate;

/// Binds our fields to the columns of a file: as the audit file declares, else by the words at the
/// head of the columns. Collects every fault instead of stopping at the first.
public final class ColumnMatcher {

  /// @param map what could be bound; not to be read by unless `issues` is empty
  public record Result(ColumnMap map, List<Issue> issues) {}

  /// How well a file's heads fit a kind.
  ///
  /// @param bound number of heads that became a field
  /// @param missing fields that the kind cannot do without and that no head bears
  public record Fit(Kind kind, int bound, List<String> missing) {}

  private final EvidenceSpec spec;
  private final Head head;
  private final Place place;
  private final List<Issue> issues = new ArrayList<>();

  private ColumnMatcher(EvidenceSpec spec, Head head) {
    this.spec = spec;
    this.head = head;
    this.place = Place.ofRow(spec.entry(), head.row());
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
    return new Result(new ColumnMap(head, byKind), List.copyOf(issues));
  }

  /// Every kind that any head speaks of, the best fit first: those that lack nothing, then by the
  /// number of heads bound. For the auditor who overrules what was found.
  public static List<Fit> fits(EvidenceSpec spec, Head head) {
    ColumnMatcher matcher = new ColumnMatcher(spec, head);
    return Arrays.stream(Kind.values())
        .map(matcher::fit)
        .filter(fit -> fit.bound() > 0)
        .sorted(
            Comparator.comparing((Fit fit) -> !fit.missing().isEmpty())
                .thenComparing(Comparator.comparingInt(Fit::bound).reversed())
                .thenComparing(Fit::kind))
        .toList();
  }

  private Fit fit(Kind kind) {
    List<Column> columns = spec.columns().isEmpty() ? found(kind) : declaredQuietly(kind);
    return new Fit(kind, columns.size(), missing(kind, columns));
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
        columns.add(bind(field, positions.getFirst(), Column.How.DECLARED));
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
    Map<Field, Column> bound = new LinkedHashMap<>();
    Set<Integer> taken = new HashSet<>();
    Synonyms synonyms = Synonyms.standard();
    Bindings bindings = new Bindings(kind, bound, taken);
    give(
        bindings, Column.How.OWN_NAME, (field, head) -> Synonyms.normal(field.name()).equals(head));
    give(bindings, Column.How.KIND_WORD, (field, head) -> synonyms.fitsWithin(kind, field, head));
    give(bindings, Column.How.COMMON_WORD, (field, head) -> synonyms.fits(kind, field, head));
    return kind.fieldList().stream()
        .filter(bound::containsKey)
        .map(field -> Objects.requireNonNull(bound.get(field)))
        .toList();
  }

  private record Bindings(Kind kind, Map<Field, Column> bound, Set<Integer> taken) {}

  private void give(Bindings bindings, Column.How how, BiPredicate<Field, String> fits) {
    for (Field field : bindings.kind().fieldList()) {
      for (int i = 0; i < head.size() && !bindings.bound().containsKey(field); i++) {
        boolean free = !bindings.taken().contains(i);
        if (free && fits.test(field, Synonyms.normal(head.names().get(i)))) {
          bindings.taken().add(i);
          bindings.bound().put(field, bind(field, i, how));
        }
      }
    }
  }

  private Column bind(Field field, int position, Column.How how) {
    return new Column(
        field,
        position,
        head.names().get(position),
        how,
        spec.split().get(field.name()),
        spec.values().getOrDefault(field.name(), Map.of()));
  }

  /// The kind whose fields the head names best: all required ones, then the most in all.
  private List<Kind> guessKinds() {
    return fits(spec, head).stream()
        .filter(fit -> fit.missing().isEmpty())
        .findFirst()
        .map(fit -> withMembers(fit.kind()))
        .orElseGet(this::noKind);
  }

  /// A SCIM list of groups defines roles and says who holds them (RFC 7643); a list of accounts with a
  /// column of roles says which they hold. A file that says both is read as both.
  private List<Kind> withMembers(Kind best) {
    List<String> heads = head.names().stream().map(Synonyms::normal).toList();
    if (heads.contains(Synonyms.normal("members.value"))
        && (best == Kind.ASSIGNMENTS || best == Kind.ROLES)) {
      return List.of(Kind.ROLES, Kind.ASSIGNMENTS);
    }
    boolean holds = heads.contains("role") || heads.contains("roles");
    return best == Kind.ACCOUNTS && holds && spec.columns().isEmpty()
        ? List.of(Kind.ACCOUNTS, Kind.ASSIGNMENTS)
        : List.of(best);
  }

  private List<Column> declaredQuietly(Kind kind) {
    return kind.fieldList().stream()
        .filter(field -> spec.columns().containsKey(field.name()))
        .map(field -> bind(field, 0, Column.How.DECLARED))
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
                        Place.ofFile(spec.entry())))));
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
