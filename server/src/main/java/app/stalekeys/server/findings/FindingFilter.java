package app.stalekeys.server.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// Which findings are asked for. Lists that are empty let everything through.
///
/// @param states `open`, `fix`, `accept`, `dismiss`, `ask`
/// @param since `new`, `first`, `back` or `stayed` against the snapshot before
/// @param testedIn another snapshot in which the finding's check must have been tested; null for any
/// @param people ids of persons; `-` for findings that are nobody's
/// @param goneIn a later snapshot in which they must not stand any more; null for any
/// @param text words that must stand in subject, person or sentence
/// @param sort a column of the list; empty for the worst first
public record FindingFilter(
    List<String> checks,
    List<String> applications,
    List<String> severities,
    List<String> states,
    List<String> since,
    List<String> people,
    @Nullable Long goneIn,
    @Nullable Long testedIn,
    String text,
    String sort,
    boolean descending) {

  static final String NOBODY = "-";

  static final Map<String, String> SORTS =
      Map.of(
          "severity", "f.severityRank",
          "subject", "f.subjectKey",
          "person", "f.personName",
          "application", "f.application",
          "figure", "f.figure",
          "decision", "d.verdict");

  public static final FindingFilter ALL = of(null, null, null, null, null, null, null, null);

  public FindingFilter {
    checks = List.copyOf(checks);
    applications = List.copyOf(applications);
    severities = List.copyOf(severities);
    states = List.copyOf(states);
    since = List.copyOf(since);
    people = List.copyOf(people);
  }

  public static FindingFilter of(
      @Nullable List<String> checks,
      @Nullable List<String> applications,
      @Nullable List<String> severities,
      @Nullable List<String> states,
      @Nullable List<String> since,
      @Nullable Long goneIn,
      @Nullable String text,
      @Nullable String sort) {
    String column = sort == null ? "" : sort.startsWith("-") ? sort.substring(1) : sort;
    return new FindingFilter(
        given(checks),
        given(applications),
        given(severities),
        given(states),
        given(since),
        List.of(),
        goneIn,
        null,
        text == null ? "" : text.strip(),
        SORTS.containsKey(column) ? column : "",
        sort != null && sort.startsWith("-"));
  }

  FindingFilter since(String word) {
    return with(List.of(word), goneIn, testedIn);
  }

  FindingFilter gone(long later) {
    return with(since, later, testedIn);
  }

  FindingFilter tested(long other) {
    return with(since, goneIn, other);
  }

  private FindingFilter with(List<String> moved, @Nullable Long gone, @Nullable Long tested) {
    return new FindingFilter(
        checks,
        applications,
        severities,
        states,
        moved,
        people,
        gone,
        tested,
        text,
        sort,
        descending);
  }

  /// The same of certain people alone.
  public FindingFilter people(@Nullable List<String> ids) {
    return new FindingFilter(
        checks,
        applications,
        severities,
        states,
        since,
        given(ids),
        goneIn,
        testedIn,
        text,
        sort,
        descending);
  }

  private static List<String> given(@Nullable List<String> values) {
    return values == null ? List.of() : values;
  }

  /// The verdicts asked for; empty for any.
  List<Verdict> verdicts() {
    return states.stream().map(s -> Verdict.valueOf(s.toUpperCase(Locale.ROOT))).toList();
  }

  /// The filter in words, for the head of a list that leaves the house.
  public String words() {
    List<String> parts = new ArrayList<>();
    add(parts, "check", checks);
    add(parts, "application", applications);
    add(parts, "severity", severities);
    add(parts, "state", verdicts().stream().map(Verdict::words).toList());
    add(parts, "against the snapshot before", since);
    add(parts, "person", people);
    if (goneIn != null) {
      parts.add("no longer standing later");
    }
    if (!text.isEmpty()) {
      parts.add("with \"" + text + "\"");
    }
    return parts.isEmpty() ? "all findings" : String.join("; ", parts);
  }

  private static void add(List<String> parts, String name, List<String> values) {
    if (!values.isEmpty()) {
      parts.add(name + " " + values.stream().collect(Collectors.joining(" or ")));
    }
  }
}
