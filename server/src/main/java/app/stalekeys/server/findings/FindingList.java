package app.stalekeys.server.findings;

import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Lists and counts findings in the store: filter, sort and page are the database's work.
@Service
public class FindingList {

  private static final String WORST_FIRST = "f.severityRank desc, f.position";

  /// Whether the finding stands in other snapshots.
  private static final String STOOD =
      "exists (select 1 from FindingRow p where p.snapshotId %s and p.findingKey = f.findingKey)";

  /// Whether the finding's check was tested in another snapshot, where the finding was.
  private static final String TESTED =
      "exists (select 1 from CheckResultRow r where r.snapshotId = %s"
          + " and r.checkId = f.checkId and r.application = f.application and r.state = 'TESTED')";

  /// Of some findings by their keys. The database takes the index of the keys only as long as it cannot take one
  /// that begins with the snapshot, and would otherwise go through all of its findings.
  private static final String BY_KEYS = "f.findingKey in :keys and f.snapshotId + 0 ";

  private static final String FROM_FINDINGS = " from FindingRow f where f.snapshotId = :snapshot";

  private static final String HELD =
      "d.auditId = :audit and d.findingKey = f.findingKey and d.latest = true";

  private static final String FROM =
      " from FindingRow f left join DecisionRow d on " + HELD + " where f.snapshotId = :snapshot";

  /// A finding with what was decided last.
  ///
  /// @param since `new`, `first`, `back` or `stayed` against the snapshot before; empty when there is none
  record Line(FindingRow finding, @Nullable DecisionRow decision, String since) {}

  /// A finding with its decision, for the report.
  public record Decided(Finding finding, @Nullable Said decision) {}

  /// A decision in the words of the report.
  public record Said(
      String word, String reason, String approver, String until, String by, java.time.Instant at) {}

  /// How many findings share these. Several counts may agree in everything but the verdict.
  ///
  /// @param open nobody has decided, or the decision was taken back
  /// @param accepted closed in the stated figure: an exception, or not a finding
  public record Count(
      String check,
      String application,
      String severity,
      boolean open,
      boolean accepted,
      long count) {}

  private final EntityManager store;
  private final FindingBody bodies;
  private final Snapshots snapshots;

  FindingList(EntityManager store, FindingBody bodies, Snapshots snapshots) {
    this.store = store;
    this.bodies = bodies;
    this.snapshots = snapshots;
  }

  /// Whether a decision does not hold any more: the exception has ended, or the finding is graver, or its
  /// figure grew by more than the days that passed.
  private static String reopened(LocalDate asOf) {
    return "case when d.verdict <> app.stalekeys.server.findings.Verdict.OPEN and ("
        + "d.untilDay < {d '%s'} or f.severityRank > d.severityRank".formatted(asOf)
        + " or f.measure > d.measure"
        + " + case when f.measuresDays = true and d.asOfDay < %1$d then %1$d - d.asOfDay else 0 end"
            .formatted(asOf.toEpochDay())
        + ") then true else false end";
  }

  @Transactional(readOnly = true)
  List<Line> page(OpenSnapshot snapshot, FindingFilter filter, int offset, int limit) {
    String column = FindingFilter.SORTS.get(filter.sort());
    String direction = filter.descending() ? " desc nulls last, " : " asc nulls last, ";
    // The snapshot's id is the same in all, and lets the database walk along the index of the
    // worst.
    String order =
        " order by f.snapshotId, " + (column == null ? "" : column + direction) + WORST_FIRST;
    boolean askedOfDecisions = !filter.states().isEmpty() || "d.verdict".equals(column);
    List<String> keys =
        query(
                "select f.findingKey",
                askedOfDecisions ? FROM : FROM_FINDINGS,
                order,
                String.class,
                snapshot,
                filter)
            .setFirstResult(offset)
            .setMaxResults(limit)
            .getResultList();
    List<Object[]> pairs = pairs(snapshot, keys);
    Function<FindingRow, String> since =
        since(snapshot, pairs.stream().map(pair -> ((FindingRow) pair[0]).findingKey()).toList());
    return pairs.stream()
        .map(pair -> {
          FindingRow row = (FindingRow) pair[0];
          return new Line(row, (DecisionRow) pair[1], since.apply(row));
        })
        .toList();
  }

  /// Findings with their decisions, in the order of the keys. Rows are long: they are read once it is known which.
  private List<Object[]> pairs(OpenSnapshot snapshot, List<String> keys) {
    if (keys.isEmpty()) {
      return List.of();
    }
    Map<String, Object[]> found = new HashMap<>();
    store
        .createQuery(
            "select f, d from FindingRow f left join DecisionRow d on "
                + HELD
                + " where "
                + BY_KEYS
                + "= :snapshot",
            Object[].class)
        .setParameter("audit", snapshot.auditId())
        .setParameter("snapshot", snapshot.id())
        .setParameter("keys", keys)
        .getResultStream()
        .forEach(pair -> found.put(((FindingRow) pair[0]).findingKey(), pair));
    // A finding that an examination took away between the two looks is not there any more.
    return keys.stream().filter(found::containsKey).map(found::get).toList();
  }

  /// Findings of one person; of nobody when the id is empty.
  record PersonCount(String person, String name, long open, long total) {}

  /// Who has findings, most first.
  @Transactional(readOnly = true)
  List<PersonCount> people(OpenSnapshot snapshot) {
    String decided =
        "d.verdict is not null and d.verdict <> app.stalekeys.server.findings.Verdict.OPEN and "
            + reopened(snapshot.file().asOf())
            + " = false";
    return query(
            "select f.person, max(f.personName), sum(case when "
                + decided
                + " then 0 else 1 end), count(f)",
            " group by f.person order by count(f) desc, f.person",
            Object[].class,
            snapshot,
            FindingFilter.ALL)
        .getResultList()
        .stream()
        .map(row ->
            new PersonCount(
                (String) row[0],
                (String) row[1],
                ((Number) row[2]).longValue(),
                ((Number) row[3]).longValue()))
        .toList();
  }

  @Transactional(readOnly = true)
  Line line(OpenSnapshot snapshot, FindingRow row, @Nullable DecisionRow decision) {
    return new Line(row, decision, since(snapshot, List.of(row.findingKey())).apply(row));
  }

  /// The rows of these findings that stand in the snapshot.
  @Transactional(readOnly = true)
  List<FindingRow> rows(OpenSnapshot snapshot, Collection<String> keys) {
    return keys.isEmpty()
        ? List.of()
        : store
            .createQuery("from FindingRow f where " + BY_KEYS + "= :id", FindingRow.class)
            .setParameter("id", snapshot.id())
            .setParameter("keys", keys)
            .getResultList();
  }

  /// How each finding stands to the snapshot before.
  private Function<FindingRow, String> since(OpenSnapshot snapshot, Collection<String> keys) {
    List<Long> earlier = earlier(snapshot);
    if (earlier.isEmpty()) {
      return row -> "";
    }
    Set<String> before = standingIn(earlier.subList(0, 1), keys);
    Set<String> ever = standingIn(earlier, keys);
    Set<String> tested =
        checks(earlier.getFirst()).stream()
            .filter(result -> result.state() == CheckResult.State.TESTED)
            .map(result -> result.check() + "\n" + result.application())
            .collect(Collectors.toSet());
    return row -> {
      if (before.contains(row.findingKey())) {
        return "stayed";
      }
      if (ever.contains(row.findingKey())) {
        return "back";
      }
      return tested.contains(row.checkId() + "\n" + row.application()) ? "new" : "first";
    };
  }

  private Set<String> standingIn(List<Long> ids, Collection<String> keys) {
    return keys.isEmpty()
        ? Set.of()
        : Set.copyOf(
            store
                .createQuery(
                    "select distinct f.findingKey from FindingRow f where " + BY_KEYS + "in :ids",
                    String.class)
                .setParameter("ids", ids)
                .setParameter("keys", keys)
                .getResultList());
  }

  /// The snapshots of the audit before this one, the nearest first.
  private List<Long> earlier(OpenSnapshot snapshot) {
    return snapshots.others(snapshot).stream()
        .filter(other -> other.file().asOf().isBefore(snapshot.file().asOf()))
        .map(OpenSnapshot::id)
        .toList();
  }

  /// What came and went between the snapshot before and this one.
  ///
  /// @param before the snapshot before
  /// @param fresh stand now, and did not when the check was tested before
  /// @param first stand now, and the check was not tested before: nobody could have known
  /// @param back stood earlier, not in the snapshot before, and stand again
  /// @param stayed stand in both
  /// @param closed stood before and stand no more, although the check was tested again
  /// @param unseen stood before, and the check was not tested this time: nobody knows
  public record Movement(
      long before,
      String asOf,
      long fresh,
      long first,
      long back,
      long stayed,
      long closed,
      long unseen) {}

  /// Empty when there is no snapshot before.
  @Transactional(readOnly = true)
  public Optional<Movement> movement(OpenSnapshot snapshot) {
    return snapshots
        .before(snapshot)
        .map(before -> {
          long closed = count(before, FindingFilter.ALL.gone(snapshot.id()).tested(snapshot.id()));
          return new Movement(
              before.id(),
              before.file().asOf().toString(),
              count(snapshot, FindingFilter.ALL.since("new")),
              count(snapshot, FindingFilter.ALL.since("first")),
              count(snapshot, FindingFilter.ALL.since("back")),
              count(snapshot, FindingFilter.ALL.since("stayed")),
              closed,
              count(before, FindingFilter.ALL.gone(snapshot.id())) - closed);
        });
  }

  @Transactional(readOnly = true)
  public long count(OpenSnapshot snapshot, FindingFilter filter) {
    String from = filter.states().isEmpty() ? FROM_FINDINGS : FROM;
    return query("select count(f)", from, "", Long.class, snapshot, filter).getSingleResult();
  }

  /// One finding of a person, for the person's card.
  ///
  /// @param state what was decided, in words; `open` when nothing was
  public record OfPerson(
      String key, String check, String severity, String sentence, String state) {}

  /// What was found about a person's accounts, worst first.
  @Transactional(readOnly = true)
  public List<OfPerson> ofPerson(OpenSnapshot snapshot, String person) {
    return store
        .createQuery(
            "select f, d" + FROM + " and f.person = :person order by " + WORST_FIRST,
            Object[].class)
        .setParameter("audit", snapshot.auditId())
        .setParameter("snapshot", snapshot.id())
        .setParameter("person", person)
        .getResultStream()
        .map(pair -> ofPerson((FindingRow) pair[0], said((DecisionRow) pair[1])))
        .toList();
  }

  private static OfPerson ofPerson(FindingRow row, @Nullable Said decision) {
    return new OfPerson(
        row.findingKey(),
        row.checkId(),
        row.severity(),
        row.sentence(),
        decision == null ? "open" : decision.word());
  }

  /// Every finding under the filter in the order of the examination.
  @Transactional(readOnly = true)
  public List<Decided> all(OpenSnapshot snapshot, FindingFilter filter) {
    return query("select f, d", " order by f.position", Object[].class, snapshot, filter)
        .getResultStream()
        .map(pair -> new Decided(bodies.finding((FindingRow) pair[0]), said((DecisionRow) pair[1])))
        .toList();
  }

  /// The findings whose decision to fix them still holds, in the order of the examination. Costs a look-up a decision,
  /// however many findings there are.
  @Transactional(readOnly = true)
  public List<Finding> toFix(OpenSnapshot snapshot) {
    return store
        .createQuery(
            "select f from DecisionRow d, FindingRow f where d.auditId = :audit and d.latest = true"
                + " and d.verdict = app.stalekeys.server.findings.Verdict.FIX"
                + " and f.snapshotId = :snapshot and f.findingKey = d.findingKey and "
                + reopened(snapshot.file().asOf())
                + " = false order by f.position",
            FindingRow.class)
        .setParameter("audit", snapshot.auditId())
        .setParameter("snapshot", snapshot.id())
        .getResultStream()
        .map(bodies::finding)
        .toList();
  }

  private static @Nullable Said said(@Nullable DecisionRow row) {
    if (row == null || row.verdict() == Verdict.OPEN) {
      return null;
    }
    return new Said(
        row.verdict().words(),
        row.reason(),
        row.approver(),
        row.untilDay() == null ? "" : row.untilDay().toString(),
        row.decidedBy(),
        row.decidedAt());
  }

  private <T> TypedQuery<T> query(
      String select, String order, Class<T> type, OpenSnapshot snapshot, FindingFilter filter) {
    return query(select, FROM, order, type, snapshot, filter);
  }

  /// @param from with or without decisions
  private <T> TypedQuery<T> query(
      String select,
      String from,
      String order,
      Class<T> type,
      OpenSnapshot snapshot,
      FindingFilter filter) {
    Map<String, Object> parameters = new HashMap<>();
    String where = where(snapshot, filter, parameters);
    TypedQuery<T> query = store.createQuery(select + from + where + order, type);
    query.setParameter("snapshot", snapshot.id());
    if (from.equals(FROM)) {
      query.setParameter("audit", snapshot.auditId());
    }
    parameters.forEach(query::setParameter);
    return query;
  }

  private String where(
      OpenSnapshot snapshot, FindingFilter filter, Map<String, Object> parameters) {
    List<String> conditions = new ArrayList<>();
    in("f.checkId", "checks", filter.checks(), conditions, parameters);
    in("f.application", "applications", filter.applications(), conditions, parameters);
    in("f.severity", "severities", filter.severities(), conditions, parameters);
    List<Verdict> verdicts = filter.verdicts();
    if (!verdicts.isEmpty()) {
      String again = reopened(snapshot.file().asOf());
      String undecided =
          verdicts.contains(Verdict.OPEN) ? " or d.verdict is null or " + again + " = true" : "";
      conditions.add("((d.verdict in :verdicts and " + again + " = false)" + undecided + ")");
      parameters.put("verdicts", verdicts);
    }
    if (!filter.people().isEmpty()) {
      conditions.add("f.person in :people");
      parameters.put(
          "people",
          filter.people().stream()
              .map(person -> person.equals(FindingFilter.NOBODY) ? "" : person)
              .toList());
    }
    moved(snapshot, filter, conditions, parameters);
    if (!filter.text().isEmpty()) {
      conditions.add(
          "(lower(f.subjectKey) like :text escape '!' or lower(f.personName) like :text escape '!'"
              + " or lower(f.person) like :text escape '!' or lower(f.sentence) like :text escape '!')");
      parameters.put("text", "%" + escaped(filter.text()) + "%");
    }
    return conditions.stream().map(condition -> " and " + condition).reduce("", String::concat);
  }

  private void moved(
      OpenSnapshot snapshot,
      FindingFilter filter,
      List<String> conditions,
      Map<String, Object> parameters) {
    if (filter.goneIn() != null) {
      conditions.add("not " + STOOD.formatted("= :gone"));
      parameters.put("gone", filter.goneIn());
    }
    if (filter.testedIn() != null) {
      conditions.add(TESTED.formatted(":testedIn"));
      parameters.put("testedIn", filter.testedIn());
    }
    List<Long> earlier = filter.since().isEmpty() ? List.of() : earlier(snapshot);
    if (!earlier.isEmpty()) {
      List<String> any = new ArrayList<>();
      String before = STOOD.formatted("= " + earlier.getFirst());
      String ever = STOOD.formatted("in :earlier");
      if (filter.since().contains("stayed")) {
        any.add(before);
      }
      if (filter.since().contains("back")) {
        any.add("(not " + before + " and " + ever + ")");
        parameters.put("earlier", earlier);
      }
      String tested = TESTED.formatted(earlier.getFirst());
      if (filter.since().contains("new")) {
        any.add("(not " + ever + " and " + tested + ")");
        parameters.put("earlier", earlier);
      }
      if (filter.since().contains("first")) {
        any.add("(not " + ever + " and not " + tested + ")");
        parameters.put("earlier", earlier);
      }
      conditions.add("(" + String.join(" or ", any) + ")");
    }
  }

  private static String escaped(String text) {
    return text.toLowerCase(java.util.Locale.ROOT).replaceAll("([!%_])", "!$1");
  }

  private static void in(
      String column,
      String name,
      List<String> values,
      List<String> conditions,
      Map<String, Object> parameters) {
    if (!values.isEmpty()) {
      conditions.add(column + " in :" + name);
      parameters.put(name, values);
    }
  }

  /// Counts of the whole snapshot by check, application, severity and state.
  @Transactional(readOnly = true)
  public List<Count> counts(OpenSnapshot snapshot) {
    String again = reopened(snapshot.file().asOf());
    return store
        .createQuery(
            "select f.checkId, f.application, f.severity, d.verdict, count(f), "
                + again
                + FROM
                + " group by f.checkId, f.application, f.severity, d.verdict, "
                + again,
            Object[].class)
        .setParameter("audit", snapshot.auditId())
        .setParameter("snapshot", snapshot.id())
        .getResultStream()
        .map(c -> count((String) c[0], (String) c[1], (String) c[2], held(c), (Long) c[4]))
        .toList();
  }

  /// The verdict that still holds; null when there is none.
  private static @Nullable Verdict held(Object[] row) {
    return Boolean.TRUE.equals(row[5]) ? null : (Verdict) row[3];
  }

  private static Count count(
      String check, String application, String severity, @Nullable Verdict verdict, long count) {
    boolean open = verdict == null || verdict == Verdict.OPEN;
    boolean closed = verdict == Verdict.ACCEPT || verdict == Verdict.DISMISS;
    return new Count(check, application, severity, open, closed, count);
  }

  @Transactional(readOnly = true)
  public List<CheckResult> checks(OpenSnapshot snapshot) {
    return checks(snapshot.id());
  }

  private List<CheckResult> checks(long snapshotId) {
    return store
        .createQuery(
            "from CheckResultRow r where r.snapshotId = :id order by r.position",
            CheckResultRow.class)
        .setParameter("id", snapshotId)
        .getResultStream()
        .map(CheckResultRow::result)
        .toList();
  }

  /// Counts of accounts by application.
  ///
  /// @param privileged null when no evidence says which accounts are
  public record Accounts(
      String application, int accounts, int enabled, int matched, @Nullable Integer privileged) {}

  @Transactional(readOnly = true)
  public List<Accounts> accounts(OpenSnapshot snapshot) {
    return store
        .createQuery("from ApplicationSummary s where s.snapshotId = :id", ApplicationSummary.class)
        .setParameter("id", snapshot.id())
        .getResultStream()
        .map(s ->
            new Accounts(s.application(), s.accounts(), s.enabled(), s.matched(), s.privileged()))
        .toList();
  }

  @Transactional(readOnly = true)
  Optional<FindingRow> one(OpenSnapshot snapshot, String key) {
    return Optional.ofNullable(
        store.find(FindingRow.class, new FindingRow.Key(snapshot.id(), key)));
  }

  /// How many other findings the same person, or else the same account, has.
  @Transactional(readOnly = true)
  long others(OpenSnapshot snapshot, FindingRow row) {
    String same =
        row.person().isEmpty()
            ? "f.application = :application and f.subjectKey = :value"
            : "f.person = :value";
    TypedQuery<Long> query =
        store
            .createQuery(
                "select count(f) from FindingRow f where f.snapshotId = :id and f.findingKey <> :key"
                    + " and "
                    + same,
                Long.class)
            .setParameter("id", snapshot.id())
            .setParameter("key", row.findingKey());
    if (row.person().isEmpty()) {
      query.setParameter("application", row.application()).setParameter("value", row.subjectKey());
    } else {
      query.setParameter("value", row.person());
    }
    return query.getSingleResult();
  }
}
