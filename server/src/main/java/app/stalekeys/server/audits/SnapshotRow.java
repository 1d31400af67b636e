package app.stalekeys.server.audits;

import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Lob;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// One as-of date of an audit.
@Entity
@Table(name = "snapshot")
class SnapshotRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  @ManyToOne(fetch = FetchType.EAGER, optional = false)
  @JoinColumn(name = "audit_id")
  private AuditRow audit;

  private LocalDate asOf;
  @Lob private String auditFile;
  private String folder;
  private @Nullable Instant examinedAt;

  @SuppressWarnings("NullAway.Init") // filled by the store
  protected SnapshotRow() {}

  SnapshotRow(AuditRow audit, LocalDate asOf, String auditFile, String folder) {
    this.audit = audit;
    this.asOf = asOf;
    this.auditFile = auditFile;
    this.folder = folder;
  }

  long id() {
    return java.util.Objects.requireNonNull(id);
  }

  AuditRow audit() {
    return audit;
  }

  LocalDate asOf() {
    return asOf;
  }

  String auditFile() {
    return auditFile;
  }

  void auditFile(String text) {
    auditFile = text;
  }

  @Nullable Instant examinedAt() {
    return examinedAt;
  }

  void examinedAt(Instant at) {
    examinedAt = at;
  }
}
