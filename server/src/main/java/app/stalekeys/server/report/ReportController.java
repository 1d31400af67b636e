package app.stalekeys.server.report;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.reports.FindingsCsv;
import app.stalekeys.reports.FindingsPdf;
import app.stalekeys.reports.FindingsReport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.journal.Journal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The findings report as PDF and CSV, with the decisions as they stand. Each one that is made is
/// written into the journal with its hash.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/report")
class ReportController {

  private interface Writing {
    void write(FindingsReport report, OutputStream out) throws IOException;
  }

  private final Snapshots snapshots;
  private final FindingsReports reports;
  private final Journal journal;

  ReportController(Snapshots snapshots, FindingsReports reports, Journal journal) {
    this.snapshots = snapshots;
    this.reports = reports;
    this.journal = journal;
  }

  @GetMapping("/findings.pdf")
  ResponseEntity<byte[]> pdf(
      @PathVariable long snapshot,
      FilterParameters asked,
      @RequestParam(defaultValue = "false") boolean preview,
      Principal who)
      throws IOException {
    return file(
        snapshot, asked, preview, "pdf", MediaType.APPLICATION_PDF, FindingsPdf::write, who);
  }

  @GetMapping("/findings.csv")
  ResponseEntity<byte[]> csv(@PathVariable long snapshot, FilterParameters asked, Principal who)
      throws IOException {
    MediaType type = new MediaType("text", "csv", java.nio.charset.StandardCharsets.UTF_8);
    return file(snapshot, asked, false, "csv", type, FindingsCsv::write, who);
  }

  /// The same words that the list of findings takes, so that a list leaves as it is seen.
  record FilterParameters(
      @Nullable List<String> check,
      @Nullable List<String> application,
      @Nullable List<String> severity,
      @Nullable List<String> state,
      @Nullable List<String> since,
      @Nullable List<String> person,
      @Nullable Long gone,
      @Nullable String text) {
    FindingFilter filter() {
      return FindingFilter.of(check, application, severity, state, since, gone, text, null)
          .people(person);
    }
  }

  private ResponseEntity<byte[]> file(
      long id,
      FilterParameters asked,
      boolean preview,
      String format,
      MediaType type,
      Writing writing,
      Principal who)
      throws IOException {
    OpenSnapshot open = snapshots.get(id);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    writing.write(reports.of(open, asked.filter()), bytes);
    String name = "findings-" + open.file().asOf() + "." + format;
    if (!preview) {
      journal.write(
          who.getName(),
          "report",
          "made %s of %s (%s), SHA-256 %s"
              .formatted(
                  name,
                  open.file().title(),
                  asked.filter().words(),
                  Sha256.of(bytes.toByteArray())));
    }
    ContentDisposition disposition =
        (preview ? ContentDisposition.inline() : ContentDisposition.attachment())
            .filename(name.toLowerCase(Locale.ROOT))
            .build();
    return ResponseEntity.ok()
        .contentType(type)
        .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
        .body(bytes.toByteArray());
  }
}
