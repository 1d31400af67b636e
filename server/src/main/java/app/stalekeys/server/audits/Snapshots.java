package app.stalekeys.server.audits;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.server.platform.Refusal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The audits that were opened. The audit file is the one description of an audit; a change on a
/// screen is a change of that file.
@Service
public class Snapshots {

  private final AuditRows audits;
  private final SnapshotRows snapshots;
  private final Clock clock;

  /// What the text of each snapshot's audit file says; read again when the text is another.
  private final Map<Long, Parsed> parsed = new ConcurrentHashMap<>();

  Snapshots(AuditRows audits, SnapshotRows snapshots, Clock clock) {
    this.audits = audits;
    this.snapshots = snapshots;
    this.clock = clock;
  }

  /// Opens an audit as of its date: a new snapshot, or the one there is with the new audit file. Files
  /// and decisions on accounts that were added on the screen stay in it.
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
      if (file.entry(known.entry()).isEmpty()) {
        merged = merged.with(known);
      }
    }
    for (Application known : opened(row).file().applications()) {
      if (!known.rulings().isEmpty() && rulingsOf(merged, known.id()).isEmpty()) {
        merged = merged.ruledBy(known.id(), known.rulings());
      }
    }
    row.auditFile(AuditFileWriter.write(merged));
    return opened(row);
  }

  private static List<Ruling> rulingsOf(AuditFile file, String application) {
    return file.applications().stream()
        .filter(one -> one.id().equals(application))
        .flatMap(one -> one.rulings().stream())
        .toList();
  }

  @Transactional(readOnly = true)
  public OpenSnapshot get(long id) {
    return opened(row(id));
  }

  @Transactional(readOnly = true)
  public List<OpenSnapshot> all() {
    return snapshots.findAllByOrderByAsOfDesc().stream().map(this::opened).toList();
  }

  /// Puts the description of a file into the audit file, in the place of the one of its name.
  @Transactional
  public OpenSnapshot put(long id, EvidenceSpec spec) {
    return change(id, file -> file.with(spec));
  }

  /// Takes the description of a file out of the audit file.
  @Transactional
  public void remove(long id, String entry) {
    change(
        id,
        file ->
            file.withEvidence(
                file.evidence().stream().filter(spec -> !spec.entry().equals(entry)).toList()));
  }

  /// Changes the audit file.
  ///
  /// @param change may refuse; then nothing is changed
  @Transactional
  public OpenSnapshot change(long id, UnaryOperator<AuditFile> change) {
    SnapshotRow row = row(id);
    row.auditFile(AuditFileWriter.write(change.apply(opened(row).file())));
    return opened(row);
  }

  /// Puts decisions about whose an application's accounts are into the audit file.
  @Transactional
  public void rule(long id, String application, List<Ruling> rulings) {
    change(id, file -> file.ruledBy(application, rulings));
  }

  /// Opens the same audit as of another date, without evidence.
  ///
  /// @throws Refusal when the audit has that date already
  @Transactional
  public OpenSnapshot next(long id, LocalDate asOf, LocalDate from, LocalDate to) {
    SnapshotRow row = row(id);
    if (snapshots.findByAuditAndAsOf(row.audit(), asOf).isPresent()) {
      throw Refusal.unusable("This audit has a snapshot as of %s already.".formatted(asOf));
    }
    AuditFile next = opened(row).file().next(asOf, from, to);
    return opened(
        snapshots.save(new SnapshotRow(row.audit(), asOf, AuditFileWriter.write(next), "")));
  }

  /// The other snapshots of the same audit, the latest first.
  @Transactional(readOnly = true)
  public List<OpenSnapshot> others(OpenSnapshot snapshot) {
    return all().stream()
        .filter(other -> other.auditId() == snapshot.auditId() && other.id() != snapshot.id())
        .toList();
  }

  /// The snapshot of the same audit that comes before this one in time.
  @Transactional(readOnly = true)
  public Optional<OpenSnapshot> before(OpenSnapshot snapshot) {
    return others(snapshot).stream()
        .filter(other -> other.file().asOf().isBefore(snapshot.file().asOf()))
        .findFirst();
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

  private OpenSnapshot opened(SnapshotRow row) {
    Parsed known = parsed.get(row.id());
    if (known == null || !known.text.equals(row.auditFile())) {
      AuditFile file =
          Objects.requireNonNull(
              AuditFile.parse(row.auditFile(), AuditFolder.FILE).audit(),
              "a stored audit file can be read");
      known = new Parsed(row.auditFile(), file);
      parsed.put(row.id(), known);
    }
    return new OpenSnapshot(row.id(), row.audit().id(), known.file, row.examinedAt());
  }

  private record Parsed(String text, AuditFile file) {}
}
