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
class AuditOpener {

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final Examinations examinations;

  AuditOpener(Snapshots snapshots, Evidence evidence, Examinations examinations) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.examinations = examinations;
  }

  /// @return the snapshot's id
  /// @throws Refusal when the audit file cannot be used; nothing was taken then
  long open(Path path, String who, Job job) throws IOException {
    AuditFolder.Opened opened = AuditFolder.open(path);
    AuditFile file = opened.audit();
    if (file == null) {
      throw Refusal.unusable(
          opened.issues().stream()
              .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
              .map(Issue::line)
              .toList());
    }
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
    job.result(snapshot.id());
    return snapshot.id();
  }

  /// Reads what was received and not read before the program was ended, and examines; without any,
  /// loads the snapshot, so that the first click need not wait for it.
  void resume(OpenSnapshot snapshot, Job job) {
    List<Evidence.Summary> waiting = evidence.waiting(snapshot.id());
    for (Evidence.Summary file : waiting) {
      EvidenceSpec spec = EvidenceSpec.undeclared(file.file(), file.application());
      boolean known =
          snapshot.file().evidence().stream().anyMatch(one -> one.file().equals(file.file()));
      OpenSnapshot with = known ? snapshot : snapshots.add(snapshot.id(), spec);
      evidence.take(with, with.spec(spec.file(), spec.application()), file.id(), job);
    }
    if (waiting.isEmpty()) {
      examinations.loaded(snapshot.id());
    } else {
      examinations.examine(snapshot.id(), "stale-keys", job);
    }
  }

  private boolean bring(OpenSnapshot snapshot, EvidenceSpec spec, Path file, String who, Job job)
      throws IOException {
    job.step("Receiving " + spec.file(), 0);
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

  /// Takes a file that was dropped on the screen: kept, read by what its heads say, and examined.
  ///
  /// @throws Refusal when it is there already or cannot be read, with the sentences
  void drop(OpenSnapshot snapshot, EvidenceSpec spec, Path file, String who, Job job)
      throws IOException {
    Evidence.Received received;
    try (InputStream in = Files.newInputStream(file)) {
      received = evidence.receive(snapshot.id(), spec, in, who);
    }
    boolean known = snapshot.file().evidence().stream().anyMatch(s -> s.file().equals(spec.file()));
    OpenSnapshot with = known ? snapshot : snapshots.add(snapshot.id(), spec);
    if (!received.isNew() && !evidence.waits(received.id())) {
      throw Refusal.unusable(
          "%s is here already with the same bytes; nothing was changed.".formatted(spec.file()));
    }
    List<Issue> issues =
        evidence.take(with, with.spec(spec.file(), spec.application()), received.id(), job);
    examinations.examine(snapshot.id(), who, job);
    job.result(received.id());
    List<String> faults =
        issues.stream()
            .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
            .map(Issue::line)
            .toList();
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
  }
}
