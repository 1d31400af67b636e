package app.stalekeys.server.standing;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Service;

/// Opens an audit folder: keeps every file, reads those that are new or were interrupted, and examines
/// when anything changed. Opening the same folder again changes nothing.
@Service
public class AuditOpener {

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final Examinations examinations;
  private final KeptWords keptWords;
  private final KeptRounds keptRounds;
  private final KeptFixes keptFixes;

  AuditOpener(
      Snapshots snapshots,
      Evidence evidence,
      Examinations examinations,
      KeptWords keptWords,
      KeptRounds keptRounds,
      KeptFixes keptFixes) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.examinations = examinations;
    this.keptWords = keptWords;
    this.keptRounds = keptRounds;
    this.keptFixes = keptFixes;
  }

  /// @return the snapshot's id
  /// @throws Refusal when the audit file cannot be used; nothing was taken then
  public long open(Path path, String who, Job job) throws IOException {
    AuditFolder.Opened opened = AuditFolder.open(path);
    AuditFile file = opened.audit();
    if (file == null) {
      throw Refusal.unusable(
          opened.issues().stream()
              .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
              .map(Issue::line)
              .toList());
    }
    openPrevious(opened, file, who, job);
    OpenSnapshot snapshot = snapshots.open(file, opened.folder().path().toString());
    boolean changed = snapshot.examinedAt() == null;
    for (EvidenceSpec spec : file.evidence()) {
      changed |= bring(snapshot, spec, opened.folder().file(spec), who, job);
      if (job.stopAsked()) {
        throw Refusal.unusable("Opening was stopped; open the folder again to go on.");
      }
    }
    if (changed) {
      examinations.examine(snapshot.id(), who, job);
    }
    keptWords.restore(snapshot, opened.folder().path(), who);
    keptRounds.restore(snapshot, opened.folder().path(), who);
    keptFixes.restore(snapshot, opened.folder().path(), who);
    job.result(snapshot.id());
    return snapshot.id();
  }

  /// Reads what was received and not read before the program was ended, and examines; without any,
  /// loads the snapshot, so that the first click need not wait for it.
  void resume(OpenSnapshot snapshot, Job job) {
    List<Long> waiting = evidence.waiting(snapshot.id());
    waiting.forEach(id -> evidence.take(snapshot, evidence.spec(snapshot, id), id, job));
    if (waiting.isEmpty()) {
      examinations.load(snapshot.id(), job);
    } else {
      examinations.examine(snapshot.id(), "stale-keys", job);
    }
  }

  /// The earlier folder that this one is to be compared with becomes the earlier snapshot, when it is
  /// of the same audit.
  private void openPrevious(AuditFolder.Opened opened, AuditFile file, String who, Job job)
      throws IOException {
    AuditFolder.Opened previous = opened.folder().previous(file);
    AuditFile earlier = previous == null ? null : previous.audit();
    if (previous != null
        && earlier != null
        && earlier.title().equals(file.title())
        && earlier.asOf().isBefore(file.asOf())) {
      open(previous.folder().path(), who, job);
    }
  }

  private boolean bring(OpenSnapshot snapshot, EvidenceSpec spec, Path file, String who, Job job)
      throws IOException {
    job.step("Receiving " + spec.entry(), 0);
    Evidence.Received received;
    try (InputStream in = Files.newInputStream(file)) {
      received = evidence.receive(snapshot.id(), spec, in, who);
    }
    if (!received.isNew() && !evidence.waits(received.id())) {
      return false;
    }
    evidence.take(snapshot, spec, received.id(), job);
    return true;
  }
}
