package app.stalekeys.server.certify;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// One round, from its start on.
@Entity
@Table(name = "certification_round")
class RoundRow {

  static final String RUNNING = "running";
  static final String SEALED = "sealed";

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private long snapshotId;
  private String name = "";

  /// As JSON.
  private String plan = "";

  /// The proofs of the population and the applications without evidence, as JSON.
  private String proofs = "";

  private String state = RUNNING;
  private int items;
  private LocalDate due = LocalDate.EPOCH;
  private Instant startedAt = Instant.EPOCH;
  private String startedBy = "";
  private @Nullable Instant sealedAt;
  private String sealedBy = "";
  private String sealedWords = "";
  private String seal = "";

  protected RoundRow() {}

  RoundRow(long auditId, long snapshotId, String name, LocalDate due, String by, Instant at) {
    this.auditId = auditId;
    this.snapshotId = snapshotId;
    this.name = name;
    this.due = due;
    this.startedBy = by;
    this.startedAt = at;
  }

  void holds(String newPlan, String newProofs, int count) {
    plan = newPlan;
    proofs = newProofs;
    items = count;
  }

  void extend(LocalDate day) {
    due = day;
  }

  void seal(String hash, String by, String words, Instant at) {
    state = SEALED;
    seal = hash;
    sealedBy = by;
    sealedWords = words;
    sealedAt = at;
  }

  long id() {
    return id == null ? 0 : id;
  }

  long auditId() {
    return auditId;
  }

  long snapshotId() {
    return snapshotId;
  }

  String name() {
    return name;
  }

  String plan() {
    return plan;
  }

  String proofs() {
    return proofs;
  }

  boolean isSealed() {
    return state.equals(SEALED);
  }

  int items() {
    return items;
  }

  LocalDate due() {
    return due;
  }

  Instant startedAt() {
    return startedAt;
  }

  String startedBy() {
    return startedBy;
  }

  @Nullable Instant sealedAt() {
    return sealedAt;
  }

  String sealedBy() {
    return sealedBy;
  }

  String sealedWords() {
    return sealedWords;
  }

  String seal() {
    return seal;
  }
}
