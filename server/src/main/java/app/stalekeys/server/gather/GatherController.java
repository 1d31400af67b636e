package app.stalekeys.server.gather;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.evidence.read.TextLines;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The list of received evidence, and one file with its rejects and lines.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/evidence")
class GatherController {

  private static final int MOST_LINES = 200;

  /// Rejects whose line is shown beside them; of the others it can be looked up.
  private static final int SHOWN = 200;

  record Counts(
      long rows,
      long read,
      long rejected,
      long skipped,
      @Nullable Long expected,
      @Nullable Long difference) {
    static Counts of(TieOut t) {
      return new Counts(
          t.rows(), t.read(), t.rejected(), t.skipped(), t.expected(), t.difference());
    }
  }

  record FileView(
      long id,
      String citation,
      String file,
      @Nullable String application,
      List<String> kinds,
      String state,
      String sha256,
      long bytes,
      String receivedAt,
      String receivedBy,
      @Nullable String from,
      @Nullable String extracted,
      @Nullable String filter,
      Counts counts,
      String explanation,
      int issues,
      long textLines) {}

  /// @param question the name under which it is answered, empty unless it is a question
  /// @param answer null while nobody has answered
  record IssueView(
      String weight,
      String code,
      String sentence,
      String file,
      long row,
      @Nullable String column,
      String question,
      @Nullable AnswerView answer) {
    static IssueView of(Issue issue) {
      return of(issue, Map.of());
    }

    static IssueView of(Issue issue, Map<String, AnswerRow> answers) {
      boolean asks = issue.weight() == Issue.Weight.QUESTION;
      String question = asks ? Answers.question(issue) : "";
      AnswerRow answer = answers.get(question);
      return new IssueView(
          issue.weight().name().toLowerCase(Locale.ROOT),
          issue.code(),
          issue.sentence(),
          issue.place().file(),
          issue.place().row(),
          issue.place().column(),
          question,
          answer == null
              ? null
              : new AnswerView(answer.words(), answer.saidBy(), answer.saidAt().toString()));
    }
  }

  record AnswerView(String words, String by, String at) {}

  record Answer(String question, String words) {}

  record RejectView(
      long row, @Nullable String column, String cell, String reason, @Nullable String line) {}

  record ApplicationView(String id, String name) {}

  record Overview(
      List<ApplicationView> applications, List<FileView> files, List<IssueView> problems) {}

  record Understood(String what, String how) {}

  record Detail(
      FileView file,
      List<Understood> understanding,
      List<RejectView> rejects,
      List<IssueView> issues) {}

  record Explanation(String words) {}

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final EvidenceLines lines;
  private final EvidenceRows rows;
  private final RejectRows rejects;
  private final Explanations explanations;
  private final Answers answers;

  GatherController(
      Snapshots snapshots,
      Evidence evidence,
      EvidenceLines lines,
      EvidenceRows rows,
      RejectRows rejects,
      Explanations explanations,
      Answers answers) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.lines = lines;
    this.rows = rows;
    this.rejects = rejects;
    this.explanations = explanations;
    this.answers = answers;
  }

  @GetMapping
  Overview overview(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    Citations citations = Citations.of(open.file().evidence());
    List<Issue> issues = evidence.issues(snapshot);
    Map<String, AnswerRow> said = answers.byQuestion(snapshot);
    List<FileView> files =
        rows.findBySnapshotIdOrderByOrdinal(snapshot).stream()
            .map(row -> view(row, open, citations, issues))
            .toList();
    return new Overview(
        open.file().applications().stream()
            .map(application -> new ApplicationView(application.id(), application.name()))
            .toList(),
        files,
        issues.stream().map(issue -> IssueView.of(issue, said)).toList());
  }

  /// Answers a question in words; without words, takes the answer back.
  @PutMapping("/answers")
  void answer(@PathVariable long snapshot, @RequestBody Answer said, Principal who) {
    snapshots.get(snapshot);
    answers.answer(snapshot, said.question(), said.words().strip(), who.getName());
  }

  private FileView view(
      EvidenceRow row, OpenSnapshot open, Citations citations, List<Issue> issues) {
    EvidenceSpec spec = open.spec(row.file(), row.application());
    return new FileView(
        row.id(),
        citations.file(row.file()),
        row.file(),
        applicationName(open, row.application()),
        evidence.kinds(row),
        row.state().name().toLowerCase(Locale.ROOT),
        row.sha256(),
        row.bytes(),
        row.receivedAt().toString(),
        row.receivedBy(),
        spec.from(),
        spec.extracted(),
        spec.filter(),
        Counts.of(row.tieOut()),
        row.explanation(),
        (int) issues.stream().filter(i -> i.place().file().equals(row.file())).count(),
        lines.shownRows(row));
  }

  private static @Nullable String applicationName(OpenSnapshot open, @Nullable String id) {
    return open.file().applications().stream()
        .filter(application -> application.id().equals(id))
        .map(Application::name)
        .findFirst()
        .orElse(id);
  }

  @GetMapping("/{id}")
  Detail detail(@PathVariable long snapshot, @PathVariable long id) {
    OpenSnapshot open = snapshots.get(snapshot);
    Map<String, AnswerRow> said = answers.byQuestion(snapshot);
    EvidenceRow row = row(snapshot, id);
    List<Issue> issues =
        evidence.issues(snapshot).stream()
            .filter(issue -> issue.place().file().equals(row.file()))
            .toList();
    List<RejectRow> kept = rejects.findByEvidenceIdOrderBySeq(id);
    Map<Long, String> texts =
        lines.rawLines(open, id, kept.stream().limit(SHOWN).map(RejectRow::rowNumber).toList());
    List<RejectView> rejected =
        kept.stream()
            .map(reject ->
                new RejectView(
                    reject.rowNumber(),
                    reject.columnName(),
                    reject.cell(),
                    reject.reason(),
                    texts.get(reject.rowNumber())))
            .toList();
    Map<String, String> words = evidence.words(row.understanding());
    return new Detail(
        view(row, open, Citations.of(open.file().evidence()), issues),
        words.entrySet().stream().map(e -> new Understood(e.getKey(), e.getValue())).toList(),
        rejected,
        issues.stream().map(issue -> IssueView.of(issue, said)).toList());
  }

  @GetMapping("/{id}/lines")
  List<TextLines.Line> lines(
      @PathVariable long snapshot,
      @PathVariable long id,
      @RequestParam(defaultValue = "1") long from,
      @RequestParam(defaultValue = "40") int count) {
    row(snapshot, id);
    return lines.lines(
        snapshots.get(snapshot), id, Math.max(1, from), Math.clamp(count, 1, MOST_LINES));
  }

  /// The original bytes, as they were received.
  @GetMapping("/{id}/original")
  void original(@PathVariable long snapshot, @PathVariable long id, HttpServletResponse response)
      throws IOException {
    EvidenceRow row = row(snapshot, id);
    String name = row.file().substring(row.file().lastIndexOf('/') + 1);
    response.setContentType("application/octet-stream");
    response.setHeader(
        HttpHeaders.CONTENT_DISPOSITION,
        ContentDisposition.attachment()
            .filename(name, java.nio.charset.StandardCharsets.UTF_8)
            .build()
            .toString());
    try (InputStream in = evidence.original(id)) {
      in.transferTo(response.getOutputStream());
    }
  }

  /// Says why the rows are not as many as declared.
  @PutMapping("/{id}/explanation")
  void explain(
      @PathVariable long snapshot,
      @PathVariable long id,
      @RequestBody Explanation said,
      Principal who) {
    row(snapshot, id);
    explanations.explain(id, said.words().strip(), who.getName());
  }

  private EvidenceRow row(long snapshot, long id) {
    EvidenceRow row = evidence.row(id);
    if (row.snapshotId() != snapshot) {
      throw Refusal.missing("There is no such file in this audit.");
    }
    return row;
  }
}
