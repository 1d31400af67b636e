package app.stalekeys.server.requests;

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

/// What was said about one kind of evidence of one application: that it was asked for, or that there is
/// none to ask for. A kind nobody spoke of has no row.
@Entity
@Table(name = "request")
class RequestRow {

  enum State {
    ASKED,
    NOT_APPLICABLE
  }

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long snapshotId;
  private String application = "";
  private String kind = "";

  @Enumerated(EnumType.STRING)
  private State state = State.ASKED;

  private String reason = "";
  private String askedOf = "";
  private @Nullable LocalDate due;
  private String words = "";
  private String askedBy = "";
  private Instant askedAt = Instant.EPOCH;

  protected RequestRow() {}

  RequestRow(long snapshotId, String application, String kind) {
    this.snapshotId = snapshotId;
    this.application = application;
    this.kind = kind;
  }

  void asked(String whom, @Nullable LocalDate by, String text, String who, Instant at) {
    state = State.ASKED;
    askedOf = whom;
    due = by;
    words = text;
    reason = "";
    askedBy = who;
    askedAt = at;
  }

  void notApplicable(String why, String who, Instant at) {
    state = State.NOT_APPLICABLE;
    reason = why;
    askedBy = who;
    askedAt = at;
  }

  String application() {
    return application;
  }

  String kind() {
    return kind;
  }

  State state() {
    return state;
  }

  String reason() {
    return reason;
  }

  String askedOf() {
    return askedOf;
  }

  @Nullable LocalDate due() {
    return due;
  }

  String words() {
    return words;
  }

  String askedBy() {
    return askedBy;
  }

  Instant askedAt() {
    return askedAt;
  }
}
