package app.stalekeys.server.fix;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.reports.DueDate;
import app.stalekeys.reports.ListExport;
import app.stalekeys.reports.RemediationPdf;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Attachment;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// Fixes as they leave the house: work orders, days for a calendar, the remediation report.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/fixes")
class FixListController {

  private static final List<String> HEADS =
      List.of(
          "application",
          "what to do",
          "whose",
          "severity",
          "to be done by",
          "due",
          "state",
          "why",
          "note",
          "held through",
          "permissions lost",
          "of these in use",
          "evidence",
          "seen as of",
          "seen",
          "seen in",
          "planned as of",
          "planned by");

  /// What is missing is "any".
  record Wanted(@Nullable String state, @Nullable String application, @Nullable String actor) {

    boolean fits(FixRow row) {
      return fits(state, row.state().word())
          && fits(application, row.application())
          && fits(actor, row.actor());
    }

    private static boolean fits(@Nullable String wanted, String value) {
      return wanted == null || wanted.isBlank() || wanted.equals(value);
    }

    String words() {
      List<String> words = new ArrayList<>();
      say(words, "state", state);
      say(words, "application", application);
      say(words, "to be done by", actor);
      return words.isEmpty() ? "all fixes" : String.join("; ", words);
    }

    private static void say(List<String> words, String name, @Nullable String value) {
      if (value != null && !value.isBlank()) {
        words.add(name + " " + value);
      }
    }
  }

  private final FixBook book;
  private final FixViews views;
  private final Snapshots snapshots;
  private final RemediationReports reports;
  private final Journal journal;

  FixListController(
      FixBook book,
      FixViews views,
      Snapshots snapshots,
      RemediationReports reports,
      Journal journal) {
    this.book = book;
    this.views = views;
    this.snapshots = snapshots;
    this.reports = reports;
    this.journal = journal;
  }

  private List<FixRow> rows(OpenSnapshot open, Wanted wanted) {
    return book.ofAudit(open).stream().filter(wanted::fits).toList();
  }

  @GetMapping("/list.{format:csv|xlsx}")
  ResponseEntity<StreamingResponseBody> list(
      @PathVariable long snapshot, @PathVariable String format, Wanted wanted) {
    OpenSnapshot open = snapshots.get(snapshot);
    List<FixRow> rows = rows(open, wanted);
    return Attachment.of(
        "work-orders",
        format,
        new ListExport(
            "Work orders: " + open.file().title(),
            List.of(
                "As of " + open.file().asOf(), "Filter: " + wanted.words(), rows.size() + " fixes"),
            HEADS,
            receiver -> {
              FixSnapshots known = views.snapshots();
              rows.forEach(row -> receiver.accept(line(row, known)));
            }));
  }

  private List<String> line(FixRow row, FixSnapshots known) {
    Takes takes = views.takes(row);
    return List.of(
        row.application(),
        row.step().words(),
        row.who(),
        FixViews.severity(row).word(),
        row.actor(),
        row.due().toString(),
        row.state().words() + (known.isOverdue(row) ? ", overdue" : ""),
        views.why(row),
        row.note(),
        String.join("; ", takes.through()),
        String.valueOf(takes.lost()),
        takes.used().stream()
            .map(used -> "%s on %s".formatted(used.permission(), used.day()))
            .collect(Collectors.joining("; ")),
        FixSnapshots.words(known.planned(row)),
        Objects.toString(row.seenAsOf(), ""),
        row.seenWords(),
        FixSnapshots.words(known.seen(row)),
        known.get(row.snapshotId()).file().asOf().toString(),
        row.plannedBy());
  }

  /// One day a fix that is still to be done.
  @GetMapping("/due.ics")
  ResponseEntity<StreamingResponseBody> calendar(@PathVariable long snapshot, Wanted wanted) {
    OpenSnapshot open = snapshots.get(snapshot);
    List<DueDate> days =
        rows(open, wanted).stream()
            .filter(row -> row.state().isOpen())
            .map(row ->
                new DueDate(
                    "fix-%d-%s@stale-keys".formatted(open.auditId(), row.fixKey()),
                    row.due(),
                    "%s: %s".formatted(row.application(), row.step().words()),
                    views.why(row),
                    row.plannedAt()))
            .toList();
    byte[] text = DueDate.calendar(days).getBytes(StandardCharsets.UTF_8);
    return Attachment.file("fixes.ics", "text/calendar;charset=utf-8", out -> out.write(text));
  }

  @GetMapping("/remediation.pdf")
  ResponseEntity<StreamingResponseBody> report(
      @PathVariable long snapshot, Wanted wanted, Principal who) throws IOException {
    OpenSnapshot open = snapshots.get(snapshot);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    RemediationPdf.write(reports.of(open, wanted.words(), wanted::fits), bytes);
    journal.write(
        who.getName(),
        "report",
        "made the remediation report of %s (%s), SHA-256 %s"
            .formatted(open.file().title(), wanted.words(), Sha256.of(bytes.toByteArray())));
    return Attachment.file(
        "remediation-%s.pdf".formatted(open.file().asOf()),
        "application/pdf",
        out -> out.write(bytes.toByteArray()));
  }
}
