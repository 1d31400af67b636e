package app.stalekeys.server.standing;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import app.stalekeys.server.requests.RequestList;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Which audits there are, and opening one more.
@RestController
@RequestMapping("/api")
class AuditsController {

  record SnapshotView(
      long id, long audit, String title, String asOf, int applications, boolean examined) {}

  record Folder(String path) {}

  /// @param from first day of its period
  record Next(LocalDate asOf, LocalDate from, LocalDate to) {}

  /// @param id to be asked for under `/api/jobs`
  record Started(long id) {}

  /// @param job null when nothing is to be waited for
  record Loading(@Nullable Long job) {}

  private final Snapshots snapshots;
  private final AuditOpener opener;
  private final RequestList requests;
  private final Examinations examinations;
  private final Journal journal;
  private final Jobs jobs;

  AuditsController(
      Snapshots snapshots,
      AuditOpener opener,
      RequestList requests,
      Examinations examinations,
      Journal journal,
      Jobs jobs) {
    this.snapshots = snapshots;
    this.opener = opener;
    this.requests = requests;
    this.examinations = examinations;
    this.journal = journal;
    this.jobs = jobs;
  }

  @GetMapping("/snapshots")
  List<SnapshotView> all() {
    return snapshots.all().stream().map(AuditsController::view).toList();
  }

  /// Sees that the snapshot is in memory.
  ///
  /// @return the job that brings it there; without a number when it is there
  @GetMapping("/snapshots/{snapshot}/load")
  Loading load(@PathVariable long snapshot) {
    Job job = examinations.loading(snapshots.get(snapshot).id());
    return new Loading(job == null ? null : job.id());
  }

  /// Opens the same audit as of another date: maps and requests are taken over, evidence is not.
  @PostMapping("/snapshots/{snapshot}/next")
  SnapshotView next(@PathVariable long snapshot, @RequestBody Next next, Principal who) {
    if (next.from().isAfter(next.to())) {
      throw Refusal.unusable("The period begins after it ends.");
    }
    OpenSnapshot opened = snapshots.next(snapshot, next.asOf(), next.from(), next.to());
    requests.carryOver(snapshot, opened.id(), who.getName());
    journal.write(
        who.getName(), "audit", "opened %s as of %s".formatted(opened.file().title(), next.asOf()));
    return view(opened);
  }

  private static SnapshotView view(OpenSnapshot open) {
    return new SnapshotView(
        open.id(),
        open.auditId(),
        open.file().title(),
        open.file().asOf().toString(),
        open.file().applications().size(),
        open.examinedAt() != null);
  }

  /// Opens an audit folder of this machine as a job; its result is the snapshot's id.
  @PostMapping("/snapshots")
  Started open(@RequestBody Folder folder, Principal who) {
    Path path;
    try {
      path = Path.of(folder.path().strip());
    } catch (java.nio.file.InvalidPathException noPath) {
      throw Refusal.unusable("This is no path of a folder.");
    }
    if (folder.path().isBlank() || !Files.isDirectory(path)) {
      throw Refusal.unusable(
          "There is no folder %s on the machine that runs Stale Keys.".formatted(folder.path()));
    }
    Job job = jobs.submit("Opening " + path, work -> opener.open(path, who.getName(), work));
    return new Started(job.id());
  }
}
