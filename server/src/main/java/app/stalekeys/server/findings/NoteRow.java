package app.stalekeys.server.findings;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// What somebody wrote beside a finding. Notes are only added, and stand for the finding on every date.
@Entity
@Table(name = "finding_note")
class NoteRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private String findingKey = "";
  private String note = "";
  private String notedBy = "";
  private Instant notedAt = Instant.EPOCH;

  protected NoteRow() {}

  NoteRow(long auditId, String findingKey, String note, String notedBy, Instant notedAt) {
    this.auditId = auditId;
    this.findingKey = findingKey;
    this.note = note;
    this.notedBy = notedBy;
    this.notedAt = notedAt;
  }

  String note() {
    return note;
  }

  String notedBy() {
    return notedBy;
  }

  Instant notedAt() {
    return notedAt;
  }
}
