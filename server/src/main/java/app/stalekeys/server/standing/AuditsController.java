package app.stalekeys.server.standing;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Principal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Which audits there are, opening one more, and files dropped on one.
@RestController
@RequestMapping("/api")
class AuditsController {

  private static final int LONGEST_NAME = 200;

  record SnapshotView(long id, String title, String asOf, int applications, boolean examined) {}

  record Folder(String path) {}

  /// @param id to be asked for under `/api/jobs`
  record Started(long id) {}

  private final Snapshots snapshots;
  private final AuditOpener opener;
  private final Evidence evidence;
  private final Jobs jobs;

  AuditsController(Snapshots snapshots, AuditOpener opener, Evidence evidence, Jobs jobs) {
    this.snapshots = snapshots;
    this.opener = opener;
    this.evidence = evidence;
    this.jobs = jobs;
  }

  @GetMapping("/snapshots")
  List<SnapshotView> all() {
    return snapshots.all().stream().map(AuditsController::view).toList();
  }

  private static SnapshotView view(OpenSnapshot open) {
    return new SnapshotView(
        open.id(),
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

  /// Takes a dropped file, whose bytes are the request's body, as a job.
  ///
  /// @param application whose export it is; absent for a file of the whole organisation
  @PostMapping("/snapshots/{snapshot}/files")
  Started drop(
      @PathVariable long snapshot,
      @RequestParam String name,
      @RequestParam(required = false) @Nullable String application,
      HttpServletRequest request,
      Principal who)
      throws IOException {
    OpenSnapshot open = snapshots.get(snapshot);
    boolean known =
        application == null
            || open.file().applications().stream().anyMatch(a -> a.id().equals(application));
    if (!known) {
      throw Refusal.unusable("There is no such application in this audit.");
    }
    String file = (application == null ? "people" : application) + "/" + plain(name);
    Path spool = Files.createTempFile("stale-keys-", ".part");
    try (InputStream in = request.getInputStream()) {
      Files.copy(in, spool, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    }
    refuseTwin(snapshot, file, spool);
    EvidenceSpec spec = EvidenceSpec.undeclared(file, application);
    Job job =
        jobs.submit(
            "Reading " + name,
            work -> {
              try {
                opener.drop(open, spec, spool, who.getName(), work);
              } finally {
                Files.deleteIfExists(spool);
              }
            });
    return new Started(job.id());
  }

  private void refuseTwin(long snapshot, String file, Path spool) throws IOException {
    String hash = Sha256.of(() -> Files.newInputStream(spool));
    evidence
        .withBytes(snapshot, hash)
        .ifPresent(twin -> {
          spool.toFile().delete();
          throw Refusal.unusable(
              "%s has exactly the bytes of %s, which is here already; nothing was changed."
                  .formatted(file, twin.file()));
        });
  }

  /// The last part of the name without signs that could lead elsewhere.
  private static String plain(String name) {
    String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
    String plain = last.replaceAll("[\\p{Cntrl}:*?\"<>|]", "_").strip();
    if (plain.isEmpty()
        || plain.equals("..")
        || plain.equals(".")
        || plain.length() > LONGEST_NAME) {
      throw Refusal.unusable("The file has no usable name.");
    }
    return plain;
  }
}
