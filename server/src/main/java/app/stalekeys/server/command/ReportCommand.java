package app.stalekeys.server.command;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.source.Issue;
import app.stalekeys.reports.FindingsReport;
import app.stalekeys.reports.Pack;
import app.stalekeys.reports.PackInput;
import app.stalekeys.reports.PackTemplate;
import app.stalekeys.reports.PackTemplateText;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/// Examines an audit folder and makes a pack of it.
@Command(
    name = "report",
    mixinStandardHelpOptions = true,
    description = {
      "Examines an audit folder and writes a pack: PDF, workbook, CSV, OSCAL and a manifest of hashes.",
      "Decisions that were saved with the folder are in it. The same folder and template give the same bytes.",
      "Exit code 0: written. 2: the audit, its evidence or the template is unusable."
    })
final class ReportCommand implements Callable<Integer> {

  @Parameters(paramLabel = "FOLDER", description = "Folder with an audit.yaml.")
  private Path folder;

  @Option(
      names = "--template",
      paramLabel = "FILE",
      description = "A template as JSON; without one the standard pack is made.")
  private @Nullable Path template;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "DIR",
      description = "Where the pack goes; made if need be.")
  private Path out;

  @Spec private CommandSpec spec;

  @SuppressWarnings("NullAway.Init") // picocli sets the annotated fields
  ReportCommand() {}

  @Override
  public Integer call() throws IOException {
    PrintWriter err = spec.commandLine().getErr();
    PackTemplate wanted = PackTemplate.STANDARD;
    if (template != null) {
      Path file = template;
      if (!Files.isRegularFile(file)) {
        err.printf("%s: there is no such file; name a template, or leave --template out%n", file);
        return StaleKeys.UNUSABLE;
      }
      PackTemplateText.Parsed parsed = PackTemplateText.parse(Files.readString(file));
      if (parsed.template() == null) {
        parsed.faults().forEach(fault -> err.printf("%s: %s%n", file, fault));
        return StaleKeys.UNUSABLE;
      }
      wanted = Objects.requireNonNull(parsed.template());
    }
    AuditFolder.Opened opened = AuditFolder.open(folder);
    return switch (AuditRun.run(opened, new AllHands())) {
      case AuditRun.Answer.Unusable unusable -> {
        unusable.issues().stream()
            .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
            .forEach(issue -> err.println(issue.line()));
        err.println("Nothing was written: the audit is unusable until this is put right.");
        yield StaleKeys.UNUSABLE;
      }
      case AuditRun.Answer.Ran ran -> {
        write(ran.outcome(), wanted);
        yield 0;
      }
    };
  }

  private void write(AuditRun.Outcome outcome, PackTemplate wanted) throws IOException {
    FindingsReport findings = SavedDecisions.in(folder, FindingsReport.of(outcome));
    Pack pack =
        Pack.of(
            new PackInput(
                findings,
                outcome.snapshot(),
                null,
                null,
                places -> RawRows.of(folder, outcome, places)),
            wanted);
    for (Map.Entry<String, byte[]> file : pack.files().entrySet()) {
      Path target = out.resolve(file.getKey());
      Files.createDirectories(Objects.requireNonNull(target.getParent()));
      Path half = target.resolveSibling(target.getFileName() + ".part");
      Files.write(half, file.getValue());
      Files.move(half, target, StandardCopyOption.REPLACE_EXISTING);
    }
    spec.commandLine()
        .getOut()
        .printf(
            "%s, as of %s: %d files in %s%nmanifest SHA-256 %s%n",
            outcome.audit().title(), outcome.audit().asOf(), pack.files().size(), out, pack.seal());
  }
}
