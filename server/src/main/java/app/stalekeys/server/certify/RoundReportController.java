package app.stalekeys.server.certify;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.reports.CertificationPdf;
import app.stalekeys.server.journal.Journal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.Principal;
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

/// The certification report: of the whole round, of one application, of one reviewer.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/rounds/{round}/report.pdf")
class RoundReportController {

  private final Rounds rounds;
  private final RoundReports reports;
  private final Journal journal;

  RoundReportController(Rounds rounds, RoundReports reports, Journal journal) {
    this.rounds = rounds;
    this.reports = reports;
    this.journal = journal;
  }

  /// @param reviewer a person's id; everybody's when missing
  /// @param application its id; all when missing
  @GetMapping
  ResponseEntity<byte[]> pdf(
      @PathVariable long snapshot,
      @PathVariable long round,
      @RequestParam @Nullable String reviewer,
      @RequestParam @Nullable String application,
      Principal who)
      throws IOException {
    RoundRow row = rounds.get(snapshot, round);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    CertificationPdf.write(
        reports.of(row, new ItemSearch.Wanted(reviewer, application, null, null, null)), bytes);
    journal.write(
        who.getName(),
        "report",
        "made the certification report of \"%s\", SHA-256 %s"
            .formatted(row.name(), Sha256.of(bytes.toByteArray())));
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename("certification.pdf").build().toString())
        .body(bytes.toByteArray());
  }
}
