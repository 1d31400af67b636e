package app.stalekeys.server.fix;

import app.stalekeys.core.check.Subject;
import app.stalekeys.core.fix.Confirmation;
import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.core.source.Place;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// One fix, from its planning to its confirmation.
@Entity
@Table(name = "fix")
class FixRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;

  /// The snapshot it was planned in: only a later one confirms it.
  private long snapshotId;

  private String fixKey = "";
  private String action = "";
  private String application = "";
  private String subjectType = "";
  private String subject = "";
  private String what = "";
  private String scope = "";
  private String target = "";

  /// The person behind the account, for people to read.
  private String who = "";

  private int severityRank;

  /// Where it comes from, in words.
  private String source = "";

  /// The findings it is to clear, as JSON.
  private String clears = "";

  /// What else goes with it, as JSON.
  private String takes = "";

  private String note = "";

  /// Who must act, in words.
  private String actor = "";

  private LocalDate due = LocalDate.EPOCH;
  private String state = FixState.PLANNED.word();
  private String file = "";
  private long rowNumber;
  private @Nullable LocalDate seenAsOf;
  private String seenOutcome = "";
  private String seenWords = "";
  private @Nullable Long seenSnapshot;
  private String seenFile = "";
  private long seenRow;
  private Instant plannedAt = Instant.EPOCH;
  private String plannedBy = "";

  @Version private int version;

  protected FixRow() {}

  FixRow(long auditId, long snapshotId, Step step, String by, Instant at) {
    this.auditId = auditId;
    this.snapshotId = snapshotId;
    this.fixKey = step.key();
    this.action = step.action().word();
    this.application = step.application();
    this.subjectType = step.subject().type();
    this.subject = step.subject().key();
    this.what = step.what();
    this.scope = step.scope();
    this.target = step.to();
    this.plannedBy = by;
    this.plannedAt = at;
  }

  void isFor(String person, int rank, String from, @Nullable Place place) {
    who = person;
    severityRank = rank;
    source = from;
    if (place != null) {
      file = place.file();
      rowNumber = place.row();
    }
  }

  void clears(String findings, String alsoTakes) {
    clears = findings;
    takes = alsoTakes;
  }

  /// A word of the auditor's about it.
  void note(String words) {
    note = words;
  }

  void give(String newActor, LocalDate newDue) {
    actor = newActor;
    due = newDue;
  }

  void become(FixState next) {
    state = next.word();
  }

  void seen(LocalDate asOf, long snapshot, Confirmation.Seen what) {
    seenAsOf = asOf;
    seenSnapshot = snapshot;
    seenOutcome = what.outcome().name();
    seenWords = what.words();
    Place place = what.place();
    seenFile = place == null ? "" : place.file();
    seenRow = place == null ? 0 : place.row();
  }

  Step step() {
    return new Step(
        FixAction.of(action).orElse(FixAction.OTHER),
        application,
        new Subject(subjectType, subject),
        what,
        scope,
        target);
  }

  FixState state() {
    return FixState.of(state).orElseThrow();
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

  String fixKey() {
    return fixKey;
  }

  String application() {
    return application;
  }

  String who() {
    return who;
  }

  int severityRank() {
    return severityRank;
  }

  String source() {
    return source;
  }

  String clears() {
    return clears;
  }

  String takes() {
    return takes;
  }

  String note() {
    return note;
  }

  String actor() {
    return actor;
  }

  LocalDate due() {
    return due;
  }

  @Nullable Place place() {
    return file.isEmpty() ? null : Place.ofRow(file, rowNumber);
  }

  @Nullable LocalDate seenAsOf() {
    return seenAsOf;
  }

  @Nullable Long seenSnapshot() {
    return seenSnapshot;
  }

  String seenOutcome() {
    return seenOutcome;
  }

  String seenWords() {
    return seenWords;
  }

  @Nullable Place seenPlace() {
    return seenFile.isEmpty() ? null : Place.ofRow(seenFile, seenRow);
  }

  Instant plannedAt() {
    return plannedAt;
  }

  String plannedBy() {
    return plannedBy;
  }

  int version() {
    return version;
  }
}
