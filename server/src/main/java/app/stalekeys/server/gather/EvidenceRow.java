package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.TieOut;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// One evidence file of a snapshot.
@Entity
@Table(name = "evidence")
class EvidenceRow {

  enum State {
    /// The bytes are kept, nothing is read yet.
    RECEIVED,
    /// All its facts are in.
    TAKEN,
    /// It cannot be read; none of its facts are in, and its issues say why.
    REFUSED
  }

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long snapshotId;
  private int ordinal;
  private String file = "";
  private @Nullable String application;
  private String sha256 = "";
  private long bytes;
  private long textLines;

  @Enumerated(EnumType.STRING)
  private State state = State.RECEIVED;

  private Instant receivedAt = Instant.EPOCH;
  private String receivedBy = "";
  private long rowsRead;
  private long rowsRejected;
  private long rowsSkipped;
  private @Nullable Long rowsExpected;
  @Lob private String fields = "{}";
  @Lob private String understanding = "{}";
  private String explanation = "";
  @Lob private String heads = "[]";
  @Lob private @Nullable String draft;
  private boolean wanted = true;
  private @Nullable Long mapOf;
  private @Nullable Long replaces;
  private int version;

  protected EvidenceRow() {}

  EvidenceRow(long snapshotId, int ordinal, String file, @Nullable String application) {
    this.snapshotId = snapshotId;
    this.ordinal = ordinal;
    this.file = file;
    this.application = application;
  }

  void named(String name) {
    file = name;
  }

  void received(String hash, long size, long lines, Instant at, String by) {
    sha256 = hash;
    bytes = size;
    textLines = lines;
    receivedAt = at;
    receivedBy = by;
  }

  /// Laid on the reading desk: nothing is read until somebody says so.
  void laidOut(@Nullable String description, @Nullable Long mapFrom, @Nullable Long makesWayFor) {
    wanted = false;
    draft = description;
    mapOf = mapFrom;
    replaces = makesWayFor;
  }

  void draft(@Nullable String description) {
    draft = description;
  }

  /// What it seems to hold, while nothing of it is taken.
  void seemsToHold(String fieldsJson) {
    fields = fieldsJson;
  }

  /// How often it was taken.
  int version() {
    return version;
  }

  void wanted() {
    wanted = true;
  }

  void belongsTo(@Nullable String owner) {
    application = owner;
  }

  void taken(TieOut tieOut, String headsJson, String fieldsJson, String understandingJson) {
    state = State.TAKEN;
    read(tieOut, understandingJson);
    heads = headsJson;
    fields = fieldsJson;
    version++;
    draft = null;
    replaces = null;
  }

  void refused(TieOut tieOut, String understandingJson) {
    state = State.REFUSED;
    read(tieOut, understandingJson);
    fields = "{}";
  }

  private void read(TieOut tieOut, String understandingJson) {
    rowsRead = tieOut.read();
    rowsRejected = tieOut.rejected();
    rowsSkipped = tieOut.skipped();
    rowsExpected = tieOut.expected();
    understanding = understandingJson;
  }

  void explain(String words) {
    explanation = words;
  }

  long id() {
    return java.util.Objects.requireNonNull(id);
  }

  long snapshotId() {
    return snapshotId;
  }

  String file() {
    return file;
  }

  @Nullable String application() {
    return application;
  }

  String sha256() {
    return sha256;
  }

  long bytes() {
    return bytes;
  }

  long textLines() {
    return textLines;
  }

  State state() {
    return state;
  }

  Instant receivedAt() {
    return receivedAt;
  }

  String receivedBy() {
    return receivedBy;
  }

  TieOut tieOut() {
    return new TieOut(rowsRead, rowsRejected, rowsSkipped, rowsExpected);
  }

  String fields() {
    return fields;
  }

  String understanding() {
    return understanding;
  }

  String explanation() {
    return explanation;
  }

  String heads() {
    return heads;
  }

  @Nullable String draft() {
    return draft;
  }

  boolean isWanted() {
    return wanted;
  }

  @Nullable Long mapOf() {
    return mapOf;
  }

  @Nullable Long replaces() {
    return replaces;
  }
}
