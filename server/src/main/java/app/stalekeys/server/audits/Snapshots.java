package app.stalekeys.server.audits;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.server.platform.Refusal;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The audits that were opened. The audit file is the one description of an audit; a change on a
/// screen is a change of that file.
@Service
public class Snapshots {

  private final AuditRows audits;
  private final SnapshotRows snapshots;
  private final Clock clock;

  Snapshots(AuditRows audits, SnapshotRows snapshots, Clock clock) {
    this.audits = audits;
    this.snapshots = snapshots;
    this.clock = clock;
  }

  /// Opens an audit as of its date: a new snapshot, or the one there is with the new audit file. Files
  /// that were added on the screen stay in it.
  @Transactional
  public OpenSnapshot open(AuditFile file, String folder) {
    AuditRow audit =
        audits.findByTitle(file.title()).orElseGet(() -> audits.save(new AuditRow(file.title())));
    String text = AuditFileWriter.write(file);
    SnapshotRow row =
        snapshots
            .findByAuditAndAsOf(audit, file.asOf())
            .orElseGet(() -> snapshots.save(new SnapshotRow(audit, file.asOf(), text, folder)));
    AuditFile merged = file;
    for (EvidenceSpec known : opened(row).file().evidence()) {
      if (file.evidence().stream().noneMatch(spec -> spec.file().equals(known.file()))) {
        merged = merged.with(known);
      }
    }
    row.auditFile(AuditFileWriter.write(merged));
    return opened(row);
  }

  @Transactional(readOnly = true)
  public OpenSnapshot get(long id) {
    return opened(row(id));
  }

  @Transactional(readOnly = true)
  public List<OpenSnapshot> all() {
    return snapshots.findAllByOrderByAsOfDesc().stream().map(Snapshots::opened).toList();
  }

  /// Adds a file of evidence to the audit file.
  @Transactional
  public OpenSnapshot add(long id, EvidenceSpec spec) {
    SnapshotRow row = row(id);
    row.auditFile(AuditFileWriter.write(opened(row).file().with(spec)));
    return opened(row);
  }

  @Transactional
  public void examined(long id) {
    row(id).examinedAt(clock.instant());
  }

  private SnapshotRow row(long id) {
    return snapshots
        .findById(id)
        .orElseThrow(() -> Refusal.missing("There is no audit at this address."));
  }

  private static OpenSnapshot opened(SnapshotRow row) {
    AuditFile file =
        Objects.requireNonNull(
            AuditFile.parse(row.auditFile(), AuditFolder.FILE).audit(),
            "a stored audit file can be read");
    return new OpenSnapshot(row.id(), row.audit().id(), file, row.examinedAt());
  }
}
