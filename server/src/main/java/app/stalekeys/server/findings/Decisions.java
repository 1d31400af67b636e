package app.stalekeys.server.findings;

import app.stalekeys.core.check.Severity;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Decides findings, one or many at once: all of them or, when somebody else was faster with one, none.
@Service
public class Decisions {

  private static final int LONGEST = 4000;
  private static final int MOST = 5000;

  /// A finding and the number of the decision the user has seen, 0 for none.
  record Seen(String key, int decision) {}

  record Decide(
      List<Seen> findings,
      Verdict verdict,
      @Nullable String reason,
      @Nullable String approver,
      @Nullable LocalDate until) {}

  private final DecisionRows rows;
  private final FindingList list;
  private final Journal journal;
  private final Clock clock;

  Decisions(DecisionRows rows, FindingList list, Journal journal, Clock clock) {
    this.rows = rows;
    this.list = list;
    this.journal = journal;
    this.clock = clock;
  }

  /// @return the decisions that now hold, in the order of the findings asked for
  @Transactional
  List<DecisionRow> decide(OpenSnapshot snapshot, Decide decide, String who) {
    check(decide, snapshot.file().asOf());
    Map<String, DecisionRow> latest = latest(snapshot.auditId(), decide.findings());
    Map<String, DecisionRow.Basis> bases = bases(snapshot, decide.findings());
    List<String> conflicts = new ArrayList<>();
    for (Seen seen : decide.findings()) {
      DecisionRow known = latest.get(seen.key());
      if (known != null && known.seq() != seen.decision()) {
        conflicts.add(
            "%s decided one of these meanwhile: %s. Look at it and decide again."
                .formatted(known.decidedBy(), known.verdict().words()));
      }
    }
    if (!conflicts.isEmpty()) {
      throw Refusal.conflict(conflicts.getFirst());
    }
    Instant now = clock.instant();
    try {
      List<DecisionRow> added =
          decide.findings().stream()
              .map(seen ->
                  add(
                      snapshot,
                      decide,
                      seen,
                      latest.get(seen.key()),
                      bases.getOrDefault(seen.key(), DecisionRow.Basis.UNKNOWN),
                      who,
                      now))
              .toList();
      rows.flush();
      return added;
    } catch (DataIntegrityViolationException twoAtOnce) {
      throw Refusal.conflict("Somebody decided one of these at the same moment. Look again.");
    }
  }

  private Map<String, DecisionRow> latest(long audit, List<Seen> findings) {
    Map<String, DecisionRow> latest = new HashMap<>();
    rows.findByAuditIdAndLatestTrueAndFindingKeyIn(audit, findings.stream().map(Seen::key).toList())
        .forEach(row -> latest.put(row.findingKey(), row));
    return latest;
  }

  private Map<String, DecisionRow.Basis> bases(OpenSnapshot snapshot, List<Seen> findings) {
    Map<String, DecisionRow.Basis> bases = new HashMap<>();
    list.rows(snapshot, findings.stream().map(Seen::key).toList())
        .forEach(
            row -> bases.put(row.findingKey(), DecisionRow.Basis.of(row, snapshot.file().asOf())));
    return bases;
  }

  private DecisionRow add(
      OpenSnapshot snapshot,
      Decide decide,
      Seen seen,
      @Nullable DecisionRow before,
      DecisionRow.Basis basis,
      String who,
      Instant now) {
    if (before != null) {
      before.overtaken();
    }
    DecisionRow added =
        rows.save(
            new DecisionRow(
                snapshot.auditId(),
                seen.key(),
                seen.decision() + 1,
                decide.verdict(),
                text(decide.reason()),
                text(decide.approver()),
                decide.until(),
                who,
                now,
                basis));
    journal.write(
        who,
        "decision",
        "finding %s of %s: %s%s%s"
            .formatted(
                seen.key(),
                snapshot.file().title(),
                decide.verdict().words(),
                decide.until() == null ? "" : " until " + decide.until(),
                text(decide.reason()).isEmpty() ? "" : ", because " + text(decide.reason())));
    return added;
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }

  private static void check(Decide decide, LocalDate asOf) {
    List<String> faults = new ArrayList<>();
    boolean reasoned = !text(decide.reason()).isEmpty();
    if (decide.findings().isEmpty() || decide.findings().size() > MOST) {
      faults.add(
          "Choose from 1 to %,d findings; %,d were chosen."
              .formatted(MOST, decide.findings().size()));
    }
    if ((decide.verdict() == Verdict.ACCEPT || decide.verdict() == Verdict.DISMISS) && !reasoned) {
      faults.add("Say why: an accepted or dismissed finding needs a reason.");
    }
    if (decide.verdict() == Verdict.ACCEPT) {
      if (text(decide.approver()).isEmpty()) {
        faults.add("Say who approved it.");
      }
      if (decide.until() == null || !decide.until().isAfter(asOf)) {
        faults.add("Say until when: a day after %s.".formatted(asOf));
      }
    }
    if (decide.verdict() == Verdict.ASK && !reasoned) {
      faults.add("Say whom you asked, and what.");
    }
    if (text(decide.reason()).length() > LONGEST) {
      faults.add("The reason is longer than %,d letters.".formatted(LONGEST));
    }
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
  }

  /// One decision of the saved folder; those on one finding in the order in which they were made.
  public record Kept(
      String finding,
      String verdict,
      String reason,
      String approver,
      @Nullable String until,
      String by,
      String at,
      @Nullable Long measure,
      @Nullable String severity,
      @Nullable String asOf) {}

  @Transactional(readOnly = true)
  public List<Kept> kept(long audit) {
    return rows.findByAuditIdOrderByFindingKeyAscSeqAsc(audit).stream()
        .map(row ->
            new Kept(
                row.findingKey(),
                row.verdict().name(),
                row.reason(),
                row.approver(),
                row.untilDay() == null ? null : row.untilDay().toString(),
                row.decidedBy(),
                row.decidedAt().toString(),
                row.basis().measure(),
                severity(row.basis()),
                row.basis().asOfDay() == 0
                    ? null
                    : LocalDate.ofEpochDay(row.basis().asOfDay()).toString()))
        .toList();
  }

  private static @Nullable String severity(DecisionRow.Basis basis) {
    return basis.severityRank() < Severity.values().length
        ? Severity.values()[basis.severityRank()].word()
        : null;
  }

  private static DecisionRow.Basis basis(Kept one) {
    return new DecisionRow.Basis(
        one.measure(),
        one.severity() == null
            ? DecisionRow.Basis.UNKNOWN_RANK
            : Severity.of(one.severity()).orElseThrow().ordinal(),
        one.asOf() == null ? 0 : LocalDate.parse(one.asOf()).toEpochDay());
  }

  /// Restores the decisions of a saved folder on findings about which nothing was decided here.
  ///
  /// @return how many were restored
  @Transactional
  public int restore(long audit, List<Kept> kept) {
    Map<String, List<Kept>> byFinding = new java.util.LinkedHashMap<>();
    kept.forEach(
        one -> byFinding.computeIfAbsent(one.finding(), key -> new ArrayList<>()).add(one));
    int restored = 0;
    for (Map.Entry<String, List<Kept>> finding : byFinding.entrySet()) {
      if (rows.existsByAuditIdAndFindingKey(audit, finding.getKey())) {
        continue;
      }
      DecisionRow before = null;
      for (int i = 0; i < finding.getValue().size(); i++) {
        if (before != null) {
          before.overtaken();
        }
        before = rows.save(restored(audit, i + 1, finding.getValue().get(i)));
        restored++;
      }
    }
    return restored;
  }

  private static DecisionRow restored(long audit, int seq, Kept one) {
    return new DecisionRow(
        audit,
        one.finding(),
        seq,
        Verdict.valueOf(one.verdict()),
        one.reason(),
        one.approver(),
        one.until() == null ? null : LocalDate.parse(one.until()),
        one.by(),
        Instant.parse(one.at()),
        basis(one));
  }

  @Transactional(readOnly = true)
  List<DecisionRow> history(long audit, String key) {
    return rows.findByAuditIdAndFindingKeyOrderBySeqDesc(audit, key);
  }
}
