package app.stalekeys.server.findings;

import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.server.audits.OpenSnapshot;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Lists and counts findings in the store: filter, sort and page are the database's work.
@Service
public class FindingList {

  private static final String WORST_FIRST = "f.severityRank desc, f.position";
  private static final String FROM =
      " from FindingRow f left join DecisionRow d"
          + " on d.auditId = :audit and d.findingKey = f.findingKey and d.latest = true"
          + " where f.snapshotId = :snapshot";

  /// A finding with what was decided last.
  record Line(FindingRow finding, @Nullable DecisionRow decision) {}

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

  FindingList(EntityManager store, FindingBody bodies) {
    this.store = store;
    this.bodies = bodies;
  }

  @Transactional(readOnly = true)
  List<Line> page(OpenSnapshot snapshot, FindingFilter filter, int offset, int limit) {
    String column = FindingFilter.SORTS.get(filter.sort());
    String direction = filter.descending() ? " desc nulls last, " : " asc nulls last, ";
    String order = " order by " + (column == null ? "" : column + direction) + WORST_FIRST;
    return query("select f, d", order, Object[].class, snapshot, filter)
        .setFirstResult(offset)
        .setMaxResults(limit)
        .getResultStream()
        .map(pair -> new Line((FindingRow) pair[0], (DecisionRow) pair[1]))
        .toList();
  }

  @Transactional(readOnly = true)
  public long count(OpenSnapshot snapshot, FindingFilter filter) {
    return query("select count(f)", "", Long.class, snapshot, filter).getSingleResult();
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
    Map<String, Object> parameters = new HashMap<>();
    String where = where(filter, parameters);
    TypedQuery<T> query = store.createQuery(select + FROM + where + order, type);
    query.setParameter("audit", snapshot.auditId()).setParameter("snapshot", snapshot.id());
    parameters.forEach(query::setParameter);
    return query;
  }

  private static String where(FindingFilter filter, Map<String, Object> parameters) {
    List<String> conditions = new ArrayList<>();
    in("f.checkId", "checks", filter.checks(), conditions, parameters);
    in("f.application", "applications", filter.applications(), conditions, parameters);
    in("f.severity", "severities", filter.severities(), conditions, parameters);
    List<Verdict> verdicts = filter.verdicts();
    if (!verdicts.isEmpty()) {
      String undecided = verdicts.contains(Verdict.OPEN) ? " or d.verdict is null" : "";
      conditions.add("(d.verdict in :verdicts" + undecided + ")");
      parameters.put("verdicts", verdicts);
    }
    if (!filter.text().isEmpty()) {
      conditions.add(
          "(lower(f.subjectKey) like :text escape '!' or lower(f.personName) like :text escape '!'"
              + " or lower(f.person) like :text escape '!' or lower(f.sentence) like :text escape '!')");
      parameters.put("text", "%" + escaped(filter.text()) + "%");
    }
    return conditions.stream().map(condition -> " and " + condition).reduce("", String::concat);
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
    return store
        .createQuery(
            "select f.checkId, f.application, f.severity, d.verdict, count(f)"
                + FROM
                + " group by f.checkId, f.application, f.severity, d.verdict",
            Object[].class)
        .setParameter("audit", snapshot.auditId())
        .setParameter("snapshot", snapshot.id())
        .getResultStream()
        .map(c -> count((String) c[0], (String) c[1], (String) c[2], (Verdict) c[3], (Long) c[4]))
        .toList();
  }

  private static Count count(
      String check, String application, String severity, @Nullable Verdict verdict, long count) {
    boolean open = verdict == null || verdict == Verdict.OPEN;
    boolean closed = verdict == Verdict.ACCEPT || verdict == Verdict.DISMISS;
    return new Count(check, application, severity, open, closed, count);
  }

  @Transactional(readOnly = true)
  public List<CheckResult> checks(OpenSnapshot snapshot) {
    return store
        .createQuery(
            "from CheckResultRow r where r.snapshotId = :id order by r.position",
            CheckResultRow.class)
        .setParameter("id", snapshot.id())
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
