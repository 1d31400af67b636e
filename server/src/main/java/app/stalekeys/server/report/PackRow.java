package app.stalekeys.server.report;

import jakarta.persistence.Basic;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A pack that was made, kept as it left the house.
@Entity
@Table(name = "pack")
class PackRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private long snapshotId;
  private String template = "";
  private Instant madeAt = Instant.EPOCH;
  private String madeBy = "";

  /// The hash of the manifest.
  private String seal = "";

  private long bytes;

  /// Names and hashes of the files, as `sha256sum` writes them.
  private String files = "";

  @Lob
  @Basic(fetch = FetchType.LAZY)
  private byte[] zip = new byte[0];

  protected PackRow() {}

  PackRow(long auditId, long snapshotId, String template, String by, Instant at) {
    this.auditId = auditId;
    this.snapshotId = snapshotId;
    this.template = template;
    this.madeBy = by;
    this.madeAt = at;
  }

  void holds(String newSeal, String sums, byte[] archive) {
    seal = newSeal;
    files = sums;
    zip = archive;
    bytes = archive.length;
  }

  byte[] zip() {
    return zip;
  }

  long id() {
    return id == null ? 0 : id;
  }
}
