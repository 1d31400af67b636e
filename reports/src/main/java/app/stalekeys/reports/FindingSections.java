package app.stalekeys.reports;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.CleanShare;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// The parts of a pack about the evidence, the checks and what they found.
final class FindingSections {

  private static final List<Severity> WORST_FIRST =
      List.of(Severity.CRITICAL, Severity.HIGH, Severity.MEDIUM, Severity.LOW);

  private static final List<Block.Column> FINDING =
      List.of(
          Block.Column.text("Severity", 9),
          Block.Column.text("What was found", 45),
          Block.Column.text("Decision", 24),
          Block.Column.id("Evidence", 22));

  /// Citations of one finding in a table; the appendix has the rest.
  private static final int CITED = 4;

  private final PackInput input;
  private final FindingsReport report;
  private final AuditFile audit;

  FindingSections(PackInput input) {
    this.input = input;
    this.report = input.findings();
    this.audit = report.audit();
  }

  List<Block> summary() {
    List<Block> blocks = new ArrayList<>();
    Map<Severity, Long> counts = count(line -> true);
    long decided = report.findings().stream().filter(line -> line.decision() != null).count();
    long untested = untested(result -> true).size();
    blocks.add(
        Block.Words.plain(
            "%,d findings stand in %d applications: %s. %,d of them are decided."
                .formatted(
                    report.findings().size(),
                    audit.applications().size(),
                    WORST_FIRST.stream()
                        .map(one -> "%,d %s".formatted(counts.getOrDefault(one, 0L), one.word()))
                        .collect(Collectors.joining(", ")),
                    decided)));
    blocks.add(
        Block.Words.plain(
            "Clean share %s in the strict figure, in which accepted findings count as open, and %s in the stated one. %,d of %,d checks could not be tested; they are in no figure, and nothing is known of them."
                .formatted(
                    share(line -> true),
                    share(line -> !isClosed(line)),
                    untested,
                    report.checks().size())));
    List<Block.Bar> bars = new ArrayList<>();
    audit
        .applications()
        .forEach(application -> {
          long all =
              report.findings().stream()
                  .filter(line -> line.finding().application().equals(application.id()))
                  .count();
          bars.add(new Block.Bar(application.name(), all, false));
        });
    blocks.add(new Block.Bars("Findings by application", bars));
    blocks.add(byApplicationCounts());
    blocks.add(Block.Words.head("The gravest"));
    List<FindingsReport.FindingLine> worst =
        report.findings().stream()
            .filter(line -> line.finding().severity() == Severity.CRITICAL)
            .limit(12)
            .toList();
    blocks.add(
        worst.isEmpty()
            ? Block.Words.plain("No finding is critical.")
            : new Block.Grid("gravest", FINDING, worst.stream().map(this::line).toList()));
    if (counts.getOrDefault(Severity.CRITICAL, 0L) > worst.size()) {
      blocks.add(
          Block.Words.soft(
              "And %,d more; the parts on findings hold all."
                  .formatted(counts.getOrDefault(Severity.CRITICAL, 0L) - worst.size())));
    }
    return blocks;
  }

  private Block.Grid byApplicationCounts() {
    return new Block.Grid(
        "by application",
        List.of(
            Block.Column.text("Application", 34),
            Block.Column.number("critical", 12),
            Block.Column.number("high", 12),
            Block.Column.number("medium", 12),
            Block.Column.number("low", 12),
            Block.Column.number("checks not tested", 18)),
        audit.applications().stream()
            .map(application -> {
              Map<Severity, Long> counts =
                  count(line -> line.finding().application().equals(application.id()));
              List<String> row = new ArrayList<>(List.of(application.name()));
              WORST_FIRST.forEach(one -> row.add(String.valueOf(counts.getOrDefault(one, 0L))));
              row.add(
                  String.valueOf(
                      untested(result -> result.application().equals(application.id())).size()));
              return row;
            })
            .toList());
  }

  private Map<Severity, Long> count(Predicate<FindingsReport.FindingLine> wanted) {
    return report.findings().stream()
        .filter(wanted)
        .collect(Collectors.groupingBy(line -> line.finding().severity(), Collectors.counting()));
  }

  private List<CheckResult> untested(Predicate<CheckResult> wanted) {
    return report.checks().stream()
        .filter(result -> result.state() != CheckResult.State.TESTED)
        .filter(wanted)
        .toList();
  }

  private static boolean isClosed(FindingsReport.FindingLine line) {
    FindingsReport.DecisionLine decision = line.decision();
    return decision != null
        && (decision.word().equals("accepted") || decision.word().equals("not a finding"));
  }

  private String share(Predicate<FindingsReport.FindingLine> open) {
    Map<String, Long> left =
        report.findings().stream()
            .filter(open)
            .collect(Collectors.groupingBy(line -> line.finding().check(), Collectors.counting()));
    Map<String, Severity> weights =
        audit.allChecks().stream()
            .collect(Collectors.toMap(Check::id, check -> check.card().severity()));
    Double percent = CleanShare.of(report.checks(), left, weights).percent();
    return percent == null
        ? "not known"
        : "%.1f %%".formatted(percent < 100 ? Math.min(99.9, percent) : 100);
  }

  List<Block> evidence() {
    List<Block> blocks = new ArrayList<>();
    blocks.add(
        Block.Words.plain(
            "%s, as of %s, period %s to %s, zone %s. %d applications, %d readings of files. Every file was kept and hashed before it was read; read + rejected + skipped = rows."
                .formatted(
                    audit.title(),
                    audit.asOf(),
                    audit.periodFrom(),
                    audit.periodTo(),
                    audit.zone(),
                    audit.applications().size(),
                    report.evidence().size())));
    blocks.add(
        new Block.Grid(
            "evidence",
            List.of(
                Block.Column.id("Ref.", 7),
                Block.Column.text("File", 26),
                Block.Column.number("rows", 9),
                Block.Column.number("read", 9),
                Block.Column.number("rejected", 8),
                Block.Column.number("skipped", 8),
                Block.Column.text("Tie-out", 17),
                Block.Column.id("SHA-256", 34)),
            report.evidence().stream().map(this::file).toList()));
    return blocks;
  }

  private List<String> file(FindingsReport.EvidenceLine line) {
    TieOut tie = line.tieOut();
    return List.of(
        report.citations().file(line.spec().entry()),
        line.spec().entry(),
        String.valueOf(tie.rows()),
        String.valueOf(tie.read()),
        String.valueOf(tie.rejected()),
        String.valueOf(tie.skipped()),
        tieOut(line),
        line.sha256());
  }

  private static String tieOut(FindingsReport.EvidenceLine line) {
    Long difference = line.tieOut().difference();
    if (difference == null) {
      return "no count declared";
    }
    if (difference == 0) {
      return "ties out";
    }
    String words =
        "%,d %s than declared".formatted(Math.abs(difference), difference < 0 ? "fewer" : "more");
    return line.explanation().isEmpty()
        ? words + ", not explained"
        : words + ": " + line.explanation();
  }

  List<Block> method() {
    List<Block> blocks = new ArrayList<>();
    blocks.add(
        Block.Words.plain(
            "Each check is a rule over the snapshot and the logs. A parameter that was set for this audit stands with its value; the others hold their standard. Privileged is an account that can do something critical or reaches a role flagged as administrative."));
    blocks.add(
        new Block.Grid(
            "checks",
            List.of(
                Block.Column.text("Check", 30),
                Block.Column.text("Severity", 20),
                Block.Column.text("Parameters", 28),
                Block.Column.number("tested", 9),
                Block.Column.number("flagged", 9),
                Block.Column.text("References", 14)),
            audit.allChecks().stream().map(this::check).toList()));
    return blocks;
  }

  private List<String> check(Check check) {
    CheckSettings settings = audit.of(check.id(), "");
    List<CheckResult> results =
        report.checks().stream().filter(result -> result.check().equals(check.id())).toList();
    String parameters =
        check.card().parameters().stream()
            .map(one ->
                "%s %s"
                    .formatted(
                        one.name(),
                        String.join(
                            ", ", settings.values().getOrDefault(one.name(), one.standard()))))
            .collect(Collectors.joining("; "));
    return List.of(
        check.card().title(),
        check.card().severityRule(),
        parameters + (settings.isOn() ? "" : " (switched off)"),
        String.valueOf(results.stream().mapToInt(CheckResult::tested).sum()),
        String.valueOf(results.stream().mapToInt(CheckResult::flagged).sum()),
        String.join(", ", check.card().references()));
  }

  List<Block> notTested() {
    List<CheckResult> untested = untested(result -> true);
    if (untested.isEmpty()) {
      return List.of(Block.Words.plain("Every check could be tested in every application."));
    }
    return List.of(
        Block.Words.warning(
            "%,d checks say nothing: not tested is not clean.".formatted(untested.size())),
        new Block.Grid(
            "not tested",
            List.of(
                Block.Column.text("Application", 24),
                Block.Column.text("Check", 36),
                Block.Column.text("Missing", 40)),
            untested.stream()
                .map(result ->
                    List.of(
                        report.applicationName(result.application()),
                        audit.checkTitle(result.check()),
                        result.state() == CheckResult.State.SWITCHED_OFF
                            ? "switched off by the auditor"
                            : String.join(", ", result.missing())))
                .toList()));
  }

  List<Block> byCheck() {
    return grouped(line -> audit.checkTitle(line.finding().check()), "findings");
  }

  List<Block> byApplication() {
    return grouped(line -> report.applicationName(line.finding().application()), "findings");
  }

  List<Block> byPerson() {
    Map<String, String> people = people();
    return grouped(line -> person(line.finding(), people), "findings");
  }

  /// The name of the person behind each account, by application and key.
  private Map<String, String> people() {
    Map<String, String> names = new LinkedHashMap<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      access
          .accounts()
          .forEach(account -> {
            var match = access.match(account);
            if (match != null) {
              names.put(access.application().id() + "\n" + account.key(), match.person().name());
            }
          });
    }
    return names;
  }

  private String person(Finding finding, Map<String, String> people) {
    if (finding.subject().type().equals("person")) {
      Person person = input.snapshot().roster().byId(finding.subject().key());
      return person == null ? finding.subject().key() : person.name();
    }
    return people.getOrDefault(
        finding.application() + "\n" + finding.subject().key(), "Nobody in the roster");
  }

  private List<Block> grouped(Function<FindingsReport.FindingLine, String> name, String grid) {
    Map<String, List<FindingsReport.FindingLine>> groups = new LinkedHashMap<>();
    report
        .findings()
        .forEach(
            line -> groups.computeIfAbsent(name.apply(line), key -> new ArrayList<>()).add(line));
    if (groups.isEmpty()) {
      return List.of(Block.Words.plain("Nothing was found."));
    }
    List<Block> blocks = new ArrayList<>();
    groups.forEach((title, lines) -> {
      blocks.add(Block.Words.head("%s, %,d".formatted(title, lines.size())));
      blocks.add(
          new Block.Grid(
              grid + " " + title.toLowerCase(Locale.ROOT),
              FINDING,
              lines.stream().map(this::line).toList()));
    });
    return blocks;
  }

  private List<String> line(FindingsReport.FindingLine line) {
    Finding finding = line.finding();
    return List.of(
        finding.severity().word(),
        "%s (%s)".formatted(finding.sentence(), report.applicationName(finding.application())),
        decision(line.decision()),
        cited(finding.evidence()));
  }

  private static String decision(FindingsReport.@Nullable DecisionLine decision) {
    if (decision == null) {
      return "not decided";
    }
    List<String> words = new ArrayList<>(List.of(decision.word()));
    if (!decision.until().isEmpty()) {
      words.add("until " + decision.until());
    }
    if (!decision.reason().isEmpty()) {
      words.add(decision.reason());
    }
    words.add("%s, %s".formatted(decision.by(), decision.at()));
    return String.join("; ", words);
  }

  private String cited(Collection<Place> places) {
    String first =
        places.stream()
            .limit(CITED)
            .map(report.citations()::cite)
            .collect(Collectors.joining(", "));
    return places.size() <= CITED
        ? first
        : first + " and %,d more".formatted(places.size() - CITED);
  }

  List<Block> exceptions() {
    List<FindingsReport.FindingLine> accepted =
        report.findings().stream()
            .filter(line -> {
              FindingsReport.DecisionLine decision = line.decision();
              return decision != null && decision.word().equals("accepted");
            })
            .toList();
    if (accepted.isEmpty()) {
      return List.of(Block.Words.plain("No finding is accepted."));
    }
    return List.of(
        new Block.Grid(
            "exceptions",
            List.of(
                Block.Column.text("What is accepted", 40),
                Block.Column.text("Why", 26),
                Block.Column.text("Approved by", 16),
                Block.Column.day("until", 10),
                Block.Column.id("Evidence", 18)),
            accepted.stream()
                .map(line -> {
                  FindingsReport.DecisionLine decision = Objects.requireNonNull(line.decision());
                  return List.of(
                      line.finding().sentence(),
                      decision.reason(),
                      decision.approver(),
                      decision.until(),
                      cited(line.finding().evidence()));
                })
                .toList()));
  }

  /// Every row that a finding rests on, with its text.
  List<Block> appendix() {
    Set<Place> places = new LinkedHashSet<>();
    report
        .findings()
        .forEach(line ->
            line.finding().evidence().stream()
                .filter(place -> place.row() > 0)
                .forEach(place -> places.add(Place.ofRow(place.file(), place.row()))));
    List<Place> sorted =
        places.stream()
            .sorted(
                java.util.Comparator.comparing(
                        (Place place) -> report.citations().file(place.file()))
                    .thenComparingLong(Place::row))
            .toList();
    Map<Place, String> texts = input.rawLines().apply(sorted);
    return List.of(
        Block.Words.plain(
            "%,d rows of evidence stand behind the findings, as the files have them."
                .formatted(sorted.size())),
        new Block.Grid(
            "rows of evidence",
            List.of(
                Block.Column.id("Cited as", 16),
                Block.Column.text("File", 22),
                Block.Column.number("row", 8),
                Block.Column.id("The row", 54)),
            sorted.stream()
                .map(place ->
                    List.of(
                        report.citations().cite(place),
                        place.file(),
                        String.valueOf(place.row()),
                        texts.getOrDefault(place, "")))
                .toList()));
  }
}
