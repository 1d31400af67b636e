package app.stalekeys.server.standing;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.CleanShare;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.gather.Answers;
import app.stalekeys.server.gather.Evidence;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Where the audit stands, in counts that are doors.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/standing")
class StandingController {

  /// @param severities open findings by severity
  record ApplicationLine(
      String id,
      String name,
      int files,
      int refused,
      int accounts,
      int enabled,
      int matched,
      @Nullable Integer privileged,
      Map<String, Long> severities,
      int notTested) {}

  record NotTested(String check, String title, String application, List<String> missing) {}

  /// @param points what closing the check's open findings would add to the strict share
  record Gain(String check, String title, String severity, long open, double points) {}

  /// @param strict null when nothing could be tested
  record Clean(@Nullable Double strict, @Nullable Double stated, int tested, int notTested) {}

  record Standing(
      String title,
      String asOf,
      String from,
      String to,
      long findings,
      long open,
      Map<String, Long> openBySeverity,
      int accounts,
      int matched,
      List<ApplicationLine> applications,
      List<NotTested> notTested,
      Clean clean,
      List<Gain> gains,
      List<FileDifference> differences,
      long rejected,
      int refused,
      int problems,
      int questions,
      int onDesk,
      FindingList.@Nullable Movement movement,
      List<PastShare> history) {}

  /// The clean share of one snapshot of the audit.
  record PastShare(
      long snapshot,
      String asOf,
      @Nullable Double strict,
      @Nullable Double stated,
      int tested,
      int notTested) {}

  record FileDifference(long id, String file, long difference, String explanation) {}

  private final Snapshots snapshots;
  private final FindingList findings;
  private final Evidence evidence;
  private final Answers answers;

  StandingController(
      Snapshots snapshots, FindingList findings, Evidence evidence, Answers answers) {
    this.snapshots = snapshots;
    this.findings = findings;
    this.evidence = evidence;
    this.answers = answers;
  }

  @GetMapping
  Standing standing(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    List<FindingList.Count> counts = findings.counts(open);
    List<CheckResult> results = findings.checks(open);
    List<Evidence.Summary> files = evidence.summaries(snapshot);
    List<FindingList.Accounts> accounts = findings.accounts(open);
    CleanShare strict = CleanShare.of(results, left(counts, count -> true), weights(open));
    CleanShare stated =
        CleanShare.of(results, left(counts, count -> !count.accepted()), weights(open));
    return new Standing(
        open.file().title(),
        open.file().asOf().toString(),
        open.file().periodFrom().toString(),
        open.file().periodTo().toString(),
        sum(counts, count -> true),
        sum(counts, FindingList.Count::open),
        bySeverity(counts, FindingList.Count::open),
        accounts.stream().mapToInt(FindingList.Accounts::accounts).sum(),
        accounts.stream().mapToInt(FindingList.Accounts::matched).sum(),
        open.file().applications().stream()
            .map(application -> line(application, counts, results, files, accounts))
            .toList(),
        notTested(results, open.file()),
        clean(strict, stated, results),
        gains(open.file().allChecks(), strict, counts),
        differences(files),
        files.stream().mapToLong(file -> file.tieOut().rejected()).sum(),
        (int) files.stream().filter(Evidence.Summary::refused).count(),
        (int)
            evidence.issues(snapshot).stream()
                .filter(issue -> issue.weight() == Issue.Weight.PROBLEM)
                .count(),
        answers.open(snapshot),
        (int) files.stream().filter(file -> !file.taken() && !file.refused()).count(),
        findings.movement(open).orElse(null),
        Stream.concat(snapshots.others(open).stream(), Stream.of(open))
            .sorted(Comparator.comparing(one -> one.file().asOf()))
            .map(this::pastShare)
            .toList());
  }

  private PastShare pastShare(OpenSnapshot open) {
    List<FindingList.Count> counts = findings.counts(open);
    List<CheckResult> results = findings.checks(open);
    Clean clean =
        clean(
            CleanShare.of(results, left(counts, count -> true), weights(open)),
            CleanShare.of(results, left(counts, count -> !count.accepted()), weights(open)),
            results);
    return new PastShare(
        open.id(),
        open.file().asOf().toString(),
        clean.strict(),
        clean.stated(),
        clean.tested(),
        clean.notTested());
  }

  private static Map<String, Severity> weights(OpenSnapshot open) {
    return open.file().allChecks().stream().collect(Collectors.toMap(Check::id, Check::severity));
  }

  private static Map<String, Long> left(
      List<FindingList.Count> counts, Predicate<FindingList.Count> counted) {
    Map<String, Long> left = new LinkedHashMap<>();
    counts.stream().filter(counted).forEach(c -> left.merge(c.check(), c.count(), Long::sum));
    return left;
  }

  private static long sum(
      Collection<FindingList.Count> counts, Predicate<FindingList.Count> counted) {
    return counts.stream().filter(counted).mapToLong(FindingList.Count::count).sum();
  }

  private static Map<String, Long> bySeverity(
      Collection<FindingList.Count> counts, Predicate<FindingList.Count> counted) {
    Map<String, Long> bySeverity = new LinkedHashMap<>();
    for (Severity severity : Severity.values()) {
      bySeverity.put(
          severity.word(),
          sum(counts, c -> counted.test(c) && c.severity().equals(severity.word())));
    }
    return bySeverity;
  }

  private static ApplicationLine line(
      Application application,
      List<FindingList.Count> counts,
      List<CheckResult> results,
      List<Evidence.Summary> files,
      List<FindingList.Accounts> accounts) {
    String id = application.id();
    List<Evidence.Summary> own =
        files.stream().filter(file -> id.equals(file.application())).toList();
    FindingList.Accounts counted =
        accounts.stream()
            .filter(a -> a.application().equals(id))
            .findFirst()
            .orElse(new FindingList.Accounts(id, 0, 0, 0, null));
    return new ApplicationLine(
        id,
        application.name(),
        (int) own.stream().filter(Evidence.Summary::taken).count(),
        (int) own.stream().filter(Evidence.Summary::refused).count(),
        counted.accounts(),
        counted.enabled(),
        counted.matched(),
        counted.privileged(),
        bySeverity(counts, c -> c.open() && c.application().equals(id)),
        (int)
            results.stream()
                .filter(r -> r.application().equals(id) && r.state() != CheckResult.State.TESTED)
                .count());
  }

  private static List<NotTested> notTested(List<CheckResult> results, AuditFile file) {
    return results.stream()
        .filter(result -> result.state() != CheckResult.State.TESTED)
        .map(result ->
            new NotTested(
                result.check(),
                file.checkTitle(result.check()),
                file.applications().stream()
                    .filter(a -> a.id().equals(result.application()))
                    .map(Application::name)
                    .findFirst()
                    .orElse(result.application()),
                result.missing()))
        .toList();
  }

  private static Clean clean(CleanShare strict, CleanShare stated, List<CheckResult> results) {
    int tested = (int) results.stream().filter(r -> r.state() == CheckResult.State.TESTED).count();
    return new Clean(strict.percent(), stated.percent(), tested, results.size() - tested);
  }

  private static List<Gain> gains(
      List<Check> checks, CleanShare strict, List<FindingList.Count> counts) {
    List<Gain> gains = new ArrayList<>();
    for (Check check : checks) {
      double points = strict.gain(check.id());
      if (points > 0) {
        gains.add(
            new Gain(
                check.id(),
                check.title(),
                check.severity().word(),
                sum(counts, c -> c.check().equals(check.id())),
                points));
      }
    }
    gains.sort(Comparator.comparingDouble(Gain::points).reversed());
    return gains;
  }

  private static List<FileDifference> differences(List<Evidence.Summary> files) {
    return files.stream()
        .filter(file -> !file.tieOut().tiesOut())
        .map(file ->
            new FileDifference(
                file.id(),
                file.file(),
                java.util.Objects.requireNonNull(file.tieOut().difference()),
                file.explanation()))
        .toList();
  }
}
