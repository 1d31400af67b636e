package app.stalekeys.reports;

import app.stalekeys.core.check.Finding;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The findings as one table: three title lines that say what it is, then every figure the screen has.
public final class FindingsCsv {

  private static final List<String> HEAD =
      List.of(
          "Finding",
          "Severity",
          "Check",
          "Check id",
          "Application",
          "Subject type",
          "Subject",
          "Person",
          "Person's name",
          "Sentence",
          "Figures",
          "Evidence",
          "Files and rows",
          "Decision",
          "Reason",
          "Approver",
          "Until",
          "Decided by",
          "Decided at");

  private FindingsCsv() {}

  public static void write(FindingsReport report, OutputStream out) throws IOException {
    Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(writer);
    csv.writeRecord(Cells.safe(report.audit().title()) + ", findings");
    csv.writeRecord("As of " + report.audit().asOf());
    csv.writeRecord("Shown: " + report.filter());
    csv.writeRecord(HEAD);
    for (FindingsReport.FindingLine line : report.findings()) {
      csv.writeRecord(row(report, line).map(Cells::safe).toList());
    }
    csv.flush();
  }

  private static Stream<String> row(FindingsReport report, FindingsReport.FindingLine line) {
    Finding finding = line.finding();
    FindingsReport.DecisionLine decision = line.decision();
    Stream<String> found =
        Stream.of(
            finding.id(),
            finding.severity().word(),
            report.audit().checkTitle(finding.check()),
            finding.check(),
            report.applicationName(finding.application()),
            finding.subject().type(),
            finding.subject().key(),
            String.valueOf(finding.facts().getOrDefault("person", "")),
            String.valueOf(finding.facts().getOrDefault("personName", "")),
            finding.sentence(),
            Cells.facts(finding.facts()),
            finding.evidence().stream()
                .map(report.citations()::cite)
                .collect(Collectors.joining("; ")),
            finding.evidence().stream().map(Object::toString).collect(Collectors.joining("; ")));
    Stream<String> decided =
        decision == null
            ? Stream.of("to decide", "", "", "", "", "")
            : Stream.of(
                decision.word(),
                decision.reason(),
                decision.approver(),
                decision.until(),
                decision.by(),
                decision.at());
    return Stream.concat(found, decided);
  }
}
