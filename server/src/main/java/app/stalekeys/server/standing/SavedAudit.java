package app.stalekeys.server.standing;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.journal.JournalEntry;
import app.stalekeys.core.task.TaskList;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.journal.Journal;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/// The audit as a folder in an archive: audit file, evidence as received, what was decided and said, the
/// hashes of all in the form of `sha256sum`, and the journal. `stale-keys verify` checks it, `stale-keys examine` runs it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/audit.zip")
class SavedAudit {

  private static final String TASKS = "tasks.yaml";
  private static final String OWN_CHECKS = "own-checks.yaml";

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final KeptWords keptWords;
  private final KeptRounds keptRounds;
  private final KeptFixes keptFixes;
  private final Journal journal;
  private final JsonMapper json;

  SavedAudit(
      Snapshots snapshots,
      Evidence evidence,
      KeptWords keptWords,
      KeptRounds keptRounds,
      KeptFixes keptFixes,
      Journal journal,
      JsonMapper json) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.keptWords = keptWords;
    this.keptRounds = keptRounds;
    this.keptFixes = keptFixes;
    this.journal = journal;
    this.json = json;
  }

  @GetMapping
  void save(@PathVariable long snapshot, HttpServletResponse response, Principal who)
      throws IOException {
    OpenSnapshot open = snapshots.get(snapshot);
    journal.write(who.getName(), "audit", "saved %s as a folder".formatted(open.file().title()));
    response.setContentType("application/zip");
    response.setHeader(
        HttpHeaders.CONTENT_DISPOSITION,
        ContentDisposition.attachment()
            .filename("audit-" + open.file().asOf() + ".zip")
            .build()
            .toString());
    try (ZipOutputStream zip =
        new ZipOutputStream(response.getOutputStream(), StandardCharsets.UTF_8)) {
      write(open, zip);
    }
  }

  private void write(OpenSnapshot open, ZipOutputStream zip) throws IOException {
    StringBuilder hashes = new StringBuilder();
    write(open, "", zip, hashes);
    entry(
        zip,
        "evidence.sha256",
        out -> out.write(hashes.toString().getBytes(StandardCharsets.UTF_8)));
    entry(zip, "journal.jsonl", out -> journal.read(row -> line(row, out)));
  }

  /// Writes a snapshot, and the one before it into a folder inside.
  private void write(OpenSnapshot open, String prefix, ZipOutputStream zip, StringBuilder hashes)
      throws IOException {
    OpenSnapshot before = snapshots.before(open).orElse(null);
    String earlier = before == null ? null : before.file().asOf().toString();
    AuditFile file = open.file().comparedWith(earlier);
    if (!file.duties().isEmpty()) {
      hashed(zip, prefix + TASKS, bytes(AuditFileWriter.writeTasks(file.duties())), hashes);
      file = file.withDuties(TaskList.NONE, TASKS);
    }
    if (!file.own().isEmpty()) {
      hashed(zip, prefix + OWN_CHECKS, bytes(AuditFileWriter.writeOwnChecks(file.own())), hashes);
      file = file.withOwn(List.of(), OWN_CHECKS);
    }
    hashed(zip, prefix + AuditFolder.FILE, bytes(AuditFileWriter.write(file)), hashes);
    evidence(open, prefix, zip, hashes);
    hashed(zip, prefix + KeptWords.FILE, keptWords.of(open), hashes);
    hashed(zip, prefix + KeptRounds.FILE, keptRounds.of(open), hashes);
    hashed(zip, prefix + KeptFixes.FILE, keptFixes.of(open), hashes);
    if (before != null) {
      write(before, prefix + earlier + "/", zip, hashes);
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private void evidence(OpenSnapshot open, String prefix, ZipOutputStream zip, StringBuilder hashes)
      throws IOException {
    Set<String> written = new HashSet<>();
    for (Evidence.Summary kept : evidence.summaries(open.id())) {
      String path = prefix + open.file().path(kept.file());
      if (!written.add(path)) {
        continue; // another sheet or kind of a file that is in already
      }
      hashes.append(kept.sha256()).append("  ").append(path).append('\n');
      entry(
          zip,
          path,
          out -> {
            try (InputStream in = evidence.original(kept.id())) {
              in.transferTo(out);
            }
          });
    }
  }

  private static void hashed(ZipOutputStream zip, String name, byte[] bytes, StringBuilder hashes)
      throws IOException {
    hashes.append(Sha256.of(bytes)).append("  ").append(name).append('\n');
    entry(zip, name, out -> out.write(bytes));
  }

  private void line(JournalEntry entry, OutputStream out) {
    try {
      out.write(json.writeValueAsBytes(entry));
      out.write('\n');
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private interface Writing {
    void to(OutputStream out) throws IOException;
  }

  private static void entry(ZipOutputStream zip, String name, Writing writing) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    writing.to(zip);
    zip.closeEntry();
  }
}
