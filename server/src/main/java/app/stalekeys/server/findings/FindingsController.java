package app.stalekeys.server.findings;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Remedy;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.gather.EvidenceLines;
import app.stalekeys.server.platform.Refusal;
import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The triage desk's requests.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/findings")
class FindingsController {

  private static final int MOST = 500;
  private static final int SHOWN_EVIDENCE = 60;

  record DecisionView(
      int seq,
      String verdict,
      String words,
      String reason,
      String approver,
      @Nullable String until,
      String by,
      String at,
      String reopened) {
    static @Nullable DecisionView of(@Nullable DecisionRow row) {
      return of(row, "");
    }

    static @Nullable DecisionView of(@Nullable DecisionRow row, String reopened) {
      return row == null
          ? null
          : new DecisionView(
              row.seq(),
              row.verdict().name().toLowerCase(Locale.ROOT),
              row.verdict().words(),
              row.reason(),
              row.approver(),
              row.untilDay() == null ? null : row.untilDay().toString(),
              row.decidedBy(),
              row.decidedAt().toString(),
              reopened);
    }
  }

  record FindingLine(
      String key,
      String check,
      String severity,
      String application,
      String subjectType,
      String subject,
      String person,
      String personName,
      @Nullable Long figure,
      String sentence,
      Map<String, Object> facts,
      String since,
      @Nullable DecisionView decision) {}

  record FindingPage(long total, List<FindingLine> lines) {}

  record GroupView(
      String check,
      String title,
      String severity,
      long findings,
      long open,
      int tested,
      List<String> notTestedIn) {}

  record ApplicationName(String id, String name) {}

  /// How many findings share check, application, severity and state.
  record CountView(String check, String application, String severity, boolean open, long count) {}

  record Desk(
      List<GroupView> groups,
      List<ApplicationName> applications,
      List<CountView> counts,
      long total,
      long open) {}

  /// @param evidenceId the file to open at `row`
  record EvidenceView(
      String citation, String file, long evidenceId, long row, @Nullable String line) {}

  record RemedyView(String title, List<String> steps, int minutes) {}

  record FindingDetail(
      FindingLine finding,
      String checkTitle,
      String why,
      List<String> references,
      List<EvidenceView> evidence,
      long evidenceTotal,
      List<RemedyView> remedies,
      List<LifeLine.Event> life,
      List<DecisionView> history,
      List<NoteView> notes,
      long others) {}

  record NoteView(String note, String by, String at) {}

  record NoteText(String note) {}

  private final Snapshots snapshots;
  private final FindingList list;
  private final FindingBody bodies;
  private final Decisions decisions;
  private final Notes notes;
  private final Evidence evidence;
  private final EvidenceLines lines;
  private final LifeLine life;

  FindingsController(
      Snapshots snapshots,
      FindingList list,
      FindingBody bodies,
      Decisions decisions,
      Notes notes,
      Evidence evidence,
      EvidenceLines lines,
      LifeLine life) {
    this.snapshots = snapshots;
    this.list = list;
    this.bodies = bodies;
    this.decisions = decisions;
    this.notes = notes;
    this.evidence = evidence;
    this.lines = lines;
    this.life = life;
  }

  @GetMapping("/desk")
  Desk desk(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    List<FindingList.Count> counts = list.counts(open);
    List<CheckResult> results = list.checks(open);
    return new Desk(
        open.file().allChecks().stream().map(check -> group(check, counts, results)).toList(),
        open.file().applications().stream()
            .map(application -> new ApplicationName(application.id(), application.name()))
            .toList(),
        counts.stream()
            .map(c -> new CountView(c.check(), c.application(), c.severity(), c.open(), c.count()))
            .toList(),
        counts.stream().mapToLong(FindingList.Count::count).sum(),
        counts.stream().filter(FindingList.Count::open).mapToLong(FindingList.Count::count).sum());
  }

  private static GroupView group(
      Check check, List<FindingList.Count> counts, List<CheckResult> results) {
    List<FindingList.Count> own =
        counts.stream().filter(count -> count.check().equals(check.id())).toList();
    List<CheckResult> fared =
        results.stream().filter(result -> result.check().equals(check.id())).toList();
    return new GroupView(
        check.id(),
        check.title(),
        check.severity().word(),
        own.stream().mapToLong(FindingList.Count::count).sum(),
        own.stream().filter(FindingList.Count::open).mapToLong(FindingList.Count::count).sum(),
        fared.stream().mapToInt(CheckResult::tested).sum(),
        fared.stream()
            .filter(result -> result.state() != CheckResult.State.TESTED)
            .map(CheckResult::application)
            .toList());
  }

  @GetMapping
  FindingPage page(
      @PathVariable long snapshot,
      @RequestParam(required = false) @Nullable List<String> check,
      @RequestParam(required = false) @Nullable List<String> application,
      @RequestParam(required = false) @Nullable List<String> severity,
      @RequestParam(required = false) @Nullable List<String> state,
      @RequestParam(required = false) @Nullable List<String> since,
      @RequestParam(required = false) @Nullable List<String> person,
      @RequestParam(required = false) @Nullable Long gone,
      @RequestParam(required = false) @Nullable String text,
      @RequestParam(required = false) @Nullable String sort,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "200") int limit) {
    OpenSnapshot open = snapshots.get(snapshot);
    FindingFilter filter =
        FindingFilter.of(check, application, severity, state, since, gone, text, sort)
            .people(person);
    return new FindingPage(
        list.count(open, filter),
        list.page(open, filter, Math.max(0, offset), Math.clamp(limit, 1, MOST)).stream()
            .map(line -> line(open, line))
            .toList());
  }

  private FindingLine line(OpenSnapshot open, FindingList.Line line) {
    FindingRow row = line.finding();
    return new FindingLine(
        row.findingKey(),
        row.checkId(),
        row.severity(),
        row.application(),
        row.subjectType(),
        row.subjectKey(),
        row.person(),
        row.personName(),
        row.figure(),
        row.sentence(),
        bodies.read(row).facts(),
        line.since(),
        DecisionView.of(line.decision(), Worsening.of(row, line.decision(), open.file().asOf())));
  }

  /// Who has findings.
  @GetMapping("/people")
  List<FindingList.PersonCount> people(@PathVariable long snapshot) {
    return list.people(snapshots.get(snapshot));
  }

  @PostMapping("/{key}/notes")
  void note(
      @PathVariable long snapshot,
      @PathVariable String key,
      @RequestBody NoteText text,
      Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    if (list.one(open, key).isEmpty()) {
      throw Refusal.missing("This finding does not stand any more.");
    }
    notes.write(open, key, text.note(), who.getName());
  }

  @GetMapping("/{key}")
  FindingDetail detail(@PathVariable long snapshot, @PathVariable String key) {
    OpenSnapshot open = snapshots.get(snapshot);
    FindingRow row =
        list.one(open, key)
            .orElseThrow(() -> Refusal.missing("This finding does not stand any more."));
    List<DecisionRow> history = decisions.history(open.auditId(), key);
    Check check =
        open.file()
            .check(row.checkId())
            .orElseThrow(() -> Refusal.missing("This check is not in the audit any more."));
    FindingBody.Body body = bodies.read(row);
    return new FindingDetail(
        line(open, list.line(open, row, history.isEmpty() ? null : history.getFirst())),
        check.title(),
        check.card().why(),
        check.card().references(),
        cited(open, body.evidence()),
        body.evidence().size(),
        check.card().remedies().stream().map(FindingsController::remedy).toList(),
        life.of(open, row),
        history.stream().map(DecisionView::of).filter(Objects::nonNull).toList(),
        notes.of(open, key).stream()
            .map(note -> new NoteView(note.note(), note.notedBy(), note.notedAt().toString()))
            .toList(),
        list.others(open, row));
  }

  private List<EvidenceView> cited(OpenSnapshot open, List<FindingBody.Cited> cited) {
    Citations citations = Citations.of(open.file().evidence());
    Map<String, Long> ids =
        evidence.summaries(open.id()).stream()
            .collect(Collectors.toMap(Evidence.Summary::file, Evidence.Summary::id));
    List<FindingBody.Cited> shown = cited.stream().limit(SHOWN_EVIDENCE).toList();
    Map<String, Map<Long, String>> texts = new LinkedHashMap<>();
    shown.stream()
        .filter(place -> place.row() > 0 && ids.containsKey(place.file()))
        .collect(
            Collectors.groupingBy(
                FindingBody.Cited::file,
                Collectors.mapping(FindingBody.Cited::row, Collectors.toList())))
        .forEach((file, rows) ->
            texts.put(file, lines.rawLines(open, ids.getOrDefault(file, 0L), rows)));
    return shown.stream()
        .map(place ->
            new EvidenceView(
                citations.file(place.file()),
                place.file(),
                ids.getOrDefault(place.file(), 0L),
                place.row(),
                texts.getOrDefault(place.file(), Map.of()).get(place.row())))
        .toList();
  }

  private static RemedyView remedy(Remedy remedy) {
    return new RemedyView(remedy.title(), remedy.steps(), remedy.minutes());
  }

  /// Decides findings and answers with the decisions that now hold, by finding.
  @PostMapping("/decisions")
  Map<String, DecisionView> decide(
      @PathVariable long snapshot, @RequestBody Decisions.Decide decide, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    Map<String, DecisionView> now = new LinkedHashMap<>();
    for (DecisionRow row : decisions.decide(open, decide, who.getName())) {
      now.put(row.findingKey(), Objects.requireNonNull(DecisionView.of(row)));
    }
    return now;
  }
}
