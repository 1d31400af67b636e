package app.stalekeys.server.command;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.source.Issue;
import app.stalekeys.reports.EffectiveCsv;
import app.stalekeys.reports.FindingsCsv;
import app.stalekeys.reports.FindingsJson;
import app.stalekeys.reports.FindingsPdf;
import app.stalekeys.reports.FindingsReport;
import app.stalekeys.reports.TieOutJson;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/// Reads an audit folder, runs the checks and writes the results.
@Command(
    name = "examine",
    mixinStandardHelpOptions = true,
    description = {
      "Reads an audit folder, runs the checks, and writes findings.json and tie-out.json.",
      "Exit code 0: ran. 3: findings at or above --fail-on. 2: the audit file or the evidence is unusable."
    })
final class ExamineCommand implements Callable<Integer> {

  private static final int FAILED_ON = 3;

  enum Report {
    PDF,
    CSV
  }

  @Parameters(paramLabel = "FOLDER", description = "Folder with an audit.yaml.")
  private Path folder;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "DIR",
      description = "Where the results go; made if need be.")
  private Path out;

  @Option(
      names = "--fail-on",
      paramLabel = "SEVERITY",
      description = "low, medium, high or critical: exit with 3 when a finding is at least that.")
  private @Nullable String failOn;

  @Option(
      names = "--report",
      paramLabel = "FORMAT",
      split = ",",
      description = "pdf, csv: also write the findings report as findings.pdf, findings.csv.")
  private List<String> reports = List.of();

  @Option(
      names = "--effective",
      description = "Also write effective.csv: what every account can do.")
  private boolean effective;

  @Spec private CommandSpec spec;

  @SuppressWarnings("NullAway.Init") // picocli sets the annotated fields
  ExamineCommand() {}

  private interface Writing {
    void to(OutputStream out) throws IOException;
  }

  @Override
  public Integer call() throws IOException {
    Severity limit = failOn == null ? null : limit(failOn);
    List<Report> chosen = reports.stream().map(this::report).toList();
    AuditRun.Answer answer = AuditRun.run(AuditFolder.open(folder), new AllHands());
    return switch (answer) {
      case AuditRun.Answer.Unusable unusable -> refuse(unusable.issues());
      case AuditRun.Answer.Ran ran -> {
        write(ran.outcome(), chosen);
        say(ran.outcome());
        yield exitCode(ran.outcome().result().findings(), limit);
      }
    };
  }

  private Severity limit(String word) {
    return Severity.of(word.toLowerCase(Locale.ROOT))
        .orElseThrow(() ->
            new picocli.CommandLine.ParameterException(
                spec.commandLine(),
                "--fail-on is \"%s\", expected one of %s"
                    .formatted(word, String.join(", ", Severity.words()))));
  }

  private Report report(String word) {
    try {
      return Report.valueOf(word.strip().toUpperCase(Locale.ROOT));
    } catch (IllegalArgumentException unknown) {
      throw new picocli.CommandLine.ParameterException(
          spec.commandLine(), "--report is \"%s\", expected pdf or csv".formatted(word));
    }
  }

  private int refuse(List<Issue> issues) {
    PrintWriter err = spec.commandLine().getErr();
    issues.stream()
        .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
        .forEach(issue -> err.println(issue.line()));
    err.println("Nothing was written: the audit is unusable until this is put right.");
    return StaleKeys.UNUSABLE;
  }

  private void write(AuditRun.Outcome outcome, List<Report> chosen) throws IOException {
    Files.createDirectories(out);
    put("findings.json", stream -> FindingsJson.write(outcome, stream));
    put("tie-out.json", stream -> TieOutJson.write(outcome, stream));
    if (effective) {
      put("effective.csv", stream -> EffectiveCsv.write(outcome, stream));
    }
    FindingsReport report = FindingsReport.of(outcome);
    for (Report format : chosen) {
      switch (format) {
        case PDF -> put("findings.pdf", stream -> FindingsPdf.write(report, stream));
        case CSV -> put("findings.csv", stream -> FindingsCsv.write(report, stream));
      }
    }
  }

  /// Writes beside the name first, so that a result is there whole or not at all.
  private void put(String name, Writing writing) throws IOException {
    Path half = out.resolve(name + ".part");
    try (OutputStream stream = new BufferedOutputStream(Files.newOutputStream(half))) {
      writing.to(stream);
    }
    Files.move(half, out.resolve(name), StandardCopyOption.REPLACE_EXISTING);
  }

  private void say(AuditRun.Outcome outcome) {
    PrintWriter say = spec.commandLine().getOut();
    say.printf("%s, as of %s%n", outcome.audit().title(), outcome.audit().asOf());
    for (AuditRun.ReadFile file : outcome.files()) {
      TieOut tieOut = file.read().tieOut();
      say.printf(
          "  %-28s %,9d read %,6d rejected %,4d skipped%s%n",
          file.spec().entry(),
          tieOut.read(),
          tieOut.rejected(),
          tieOut.skipped(),
          difference(tieOut));
    }
    long problems =
        outcome.issues().stream().filter(i -> i.weight() != Issue.Weight.QUESTION).count();
    if (problems > 0) {
      say.printf("  %,d data problems; they are kept with their rows%n", problems);
      outcome.issues().stream().limit(10).forEach(issue -> say.println("    " + issue.line()));
    }
    for (CheckResult result : outcome.result().checks()) {
      String state =
          result.state() == CheckResult.State.TESTED
              ? "%,d of %,d flagged".formatted(result.flagged(), result.tested())
              : "not tested, missing " + String.join(", ", result.missing());
      say.printf("  %-18s %-12s %s%n", result.check(), result.application(), state);
    }
  }

  private static String difference(TieOut tieOut) {
    Long difference = tieOut.difference();
    if (difference == null) {
      return "";
    }
    return difference == 0
        ? ", ties out"
        : ", %,d %s than declared"
            .formatted(Math.abs(difference), difference < 0 ? "fewer" : "more");
  }

  private static int exitCode(List<Finding> findings, @Nullable Severity limit) {
    boolean failed =
        limit != null
            && findings.stream()
                .anyMatch(
                    finding -> Objects.requireNonNull(finding.severity()).compareTo(limit) >= 0);
    return failed ? FAILED_ON : 0;
  }
}
