package app.stalekeys.server.findings;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// One decision on a finding. Decisions are only added; the latest holds.
@Entity
@Table(name = "decision")
class DecisionRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private String findingKey = "";
  private int seq;

  @Enumerated(EnumType.STRING)
  private Verdict verdict = Verdict.OPEN;

  private String reason = "";
  private String approver = "";
  private @Nullable LocalDate untilDay;
  private String decidedBy = "";
  private Instant decidedAt = Instant.EPOCH;
  private boolean latest = true;

  /// What the finding showed when it was decided: a later one that shows worse is to be decided again.
  private @Nullable Long measure;

  private int severityRank;
  private long asOfDay;

  /// What a decision rests on.
  ///
  /// @param measure the finding's figure; null when it has none
  /// @param severityRank 0 for low and so on; [#UNKNOWN_RANK] when it is not known
  /// @param asOfDay days since 1970-01-01 of the snapshot it was decided in
  record Basis(@Nullable Long measure, int severityRank, long asOfDay) {
    static final int UNKNOWN_RANK = 9;
    static final Basis UNKNOWN = new Basis(null, UNKNOWN_RANK, 0);

    static Basis of(FindingRow row, LocalDate asOf) {
      return new Basis(row.measure(), row.severityRank(), asOf.toEpochDay());
    }
  }

  protected DecisionRow() {}

  DecisionRow(
      long auditId,
      String findingKey,
      int seq,
      Verdict verdict,
      String reason,
      String approver,
      @Nullable LocalDate untilDay,
      String decidedBy,
      Instant decidedAt,
      Basis basis) {
    this.auditId = auditId;
    this.findingKey = findingKey;
    this.seq = seq;
    this.verdict = verdict;
    this.reason = reason;
    this.approver = approver;
    this.untilDay = untilDay;
    this.decidedBy = decidedBy;
    this.decidedAt = decidedAt;
    this.measure = basis.measure;
    this.severityRank = basis.severityRank;
    this.asOfDay = basis.asOfDay;
  }

  Basis basis() {
    return new Basis(measure, severityRank, asOfDay);
  }

  void overtaken() {
    latest = false;
  }

  String findingKey() {
    return findingKey;
  }

  int seq() {
    return seq;
  }

  Verdict verdict() {
    return verdict;
  }

  String reason() {
    return reason;
  }

  String approver() {
    return approver;
  }

  @Nullable LocalDate untilDay() {
    return untilDay;
  }

  String decidedBy() {
    return decidedBy;
  }

  Instant decidedAt() {
    return decidedAt;
  }
}
