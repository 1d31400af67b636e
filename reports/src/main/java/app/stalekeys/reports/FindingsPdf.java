package app.stalekeys.reports;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.TieOut;
import java.io.IOException;
import java.io.OutputStream;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.openpdf.text.DocumentException;
import org.openpdf.text.Font;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;

/// The findings report as PDF: summary, evidence with hashes and tie-out, what was not tested, and
/// every finding with its citations and the decision. The date of the file is the as-of date, and its
/// id is a hash of what it says: the same report gives the same bytes.
public final class FindingsPdf {

  private final FindingsReport report;
  private final PdfPages pages;
  private final PdfFaces faces;

  private FindingsPdf(FindingsReport report, PdfPages pages) {
    this.report = report;
    this.pages = pages;
    this.faces = pages.faces;
  }

  public static void write(FindingsReport report, OutputStream out) throws IOException {
    try {
      PdfPages pages =
          new PdfPages(
              out,
              report.audit().title(),
              report.audit().title() + ", findings",
              report.audit().asOf(),
              report.audit() + "\n" + report.findings() + "\n" + report.checks());
      new FindingsPdf(report, pages).write();
    } catch (DocumentException failed) {
      throw new IOException("the PDF could not be laid out", failed);
    }
  }

  private void write() {
    summary();
    evidence();
    notTested();
    for (Check check : report.audit().allChecks()) {
      findings(check);
    }
    pages.close();
  }

  private void summary() {
    pages.add(new Paragraph(report.audit().title(), faces.title));
    pages.add(
        new Paragraph(
            "Findings as of %s, period %s to %s, zone %s. Shown: %s."
                .formatted(
                    report.audit().asOf(),
                    report.audit().periodFrom(),
                    report.audit().periodTo(),
                    report.audit().zone(),
                    report.filter()),
            faces.soft));
    Paragraph sentence = new Paragraph(summarySentence(), faces.text);
    sentence.setSpacingBefore(10);
    sentence.setSpacingAfter(8);
    pages.add(sentence);
    PdfPTable table = PdfPages.table(new float[] {34, 11, 11, 11, 11, 22});
    pages.heads(
        table, "Application", ">critical", ">high", ">medium", ">low", ">checks not tested");
    for (var application : report.audit().applications()) {
      Map<Severity, Long> counts = counts(application.id());
      PdfPages.text(table, application.name(), faces.strong);
      for (Severity severity :
          List.of(Severity.CRITICAL, Severity.HIGH, Severity.MEDIUM, Severity.LOW)) {
        long count = counts.getOrDefault(severity, 0L);
        PdfPages.number(
            table, count, severity == Severity.CRITICAL && count > 0 ? faces.oxblood : faces.text);
      }
      PdfPages.number(table, notTestedIn(application.id()), faces.text);
    }
    pages.add(table);
  }

  private String summarySentence() {
    long decided = report.findings().stream().filter(line -> line.decision() != null).count();
    long untested =
        report.checks().stream().filter(c -> c.state() != CheckResult.State.TESTED).count();
    return "%,d findings stand, %,d of them decided. Of %,d checks over %d applications %,d could not be tested and say nothing."
        .formatted(
            report.findings().size(),
            decided,
            report.checks().size(),
            report.audit().applications().size(),
            untested);
  }

  private Map<Severity, Long> counts(String application) {
    return report.findings().stream()
        .map(FindingsReport.FindingLine::finding)
        .filter(finding -> finding.application().equals(application))
        .collect(
            Collectors.groupingBy(
                Finding::severity, () -> new EnumMap<>(Severity.class), Collectors.counting()));
  }

  private long notTestedIn(String application) {
    return report.checks().stream()
        .filter(result -> result.application().equals(application))
        .filter(result -> result.state() != CheckResult.State.TESTED)
        .count();
  }

  private void evidence() {
    pages.heading("Evidence and tie-out");
    PdfPTable table = PdfPages.table(new float[] {9, 27, 10, 10, 10, 10, 24});
    pages.heads(
        table,
        "Cited as",
        "File and SHA-256",
        ">read",
        ">rejected",
        ">skipped",
        ">in the file",
        "Declared");
    for (FindingsReport.EvidenceLine line : report.evidence()) {
      TieOut tieOut = line.tieOut();
      PdfPages.text(table, report.citations().file(line.spec().entry()), faces.mono);
      PdfPCell file = PdfPages.cell();
      file.addElement(new Phrase(line.spec().entry(), faces.text));
      file.addElement(
          new Phrase(line.sha256().substring(0, 32) + "\n" + line.sha256().substring(32), small()));
      table.addCell(file);
      PdfPages.number(table, tieOut.read(), faces.text);
      PdfPages.number(table, tieOut.rejected(), tieOut.rejected() > 0 ? faces.oxblood : faces.text);
      PdfPages.number(table, tieOut.skipped(), faces.text);
      PdfPages.number(table, tieOut.rows(), faces.text);
      PdfPages.text(table, declared(line), tieOut.tiesOut() ? faces.text : faces.oxblood);
    }
    pages.add(table);
  }

  private Font small() {
    return new Font(faces.mono.getBaseFont(), 5.6f, Font.NORMAL, PdfFaces.SOFT);
  }

  private static String declared(FindingsReport.EvidenceLine line) {
    Long difference = line.tieOut().difference();
    if (difference == null) {
      return "no count declared";
    }
    if (difference == 0) {
      return "%,d, ties out".formatted(line.tieOut().expected());
    }
    String said = line.explanation().isEmpty() ? "not explained" : line.explanation();
    return "%,d, %,d %s: %s"
        .formatted(
            line.tieOut().expected(),
            Math.abs(difference),
            difference < 0 ? "short" : "over",
            said);
  }

  private void notTested() {
    List<CheckResult> untested =
        report.checks().stream().filter(c -> c.state() != CheckResult.State.TESTED).toList();
    pages.heading("Not tested");
    if (untested.isEmpty()) {
      pages.add(new Paragraph("Every check could be tested in every application.", faces.text));
      return;
    }
    PdfPTable table = PdfPages.table(new float[] {34, 26, 40});
    pages.heads(table, "Check", "Application", "What is missing");
    for (CheckResult result : untested) {
      PdfPages.text(table, report.audit().checkTitle(result.check()), faces.text);
      PdfPages.text(table, report.applicationName(result.application()), faces.text);
      boolean off = result.state() == CheckResult.State.SWITCHED_OFF;
      PdfPages.text(
          table,
          off ? "switched off by the auditor" : String.join(", ", result.missing()),
          faces.text);
    }
    pages.add(table);
  }

  private void findings(Check check) {
    List<FindingsReport.FindingLine> lines =
        report.findings().stream()
            .filter(line -> line.finding().check().equals(check.id()))
            .toList();
    if (lines.isEmpty()) {
      return;
    }
    pages.heading("%s, %,d".formatted(check.title(), lines.size()));
    pages.add(
        new Paragraph(
            check.card().why()
                + " References: "
                + String.join(", ", check.card().references())
                + ".",
            faces.soft));
    PdfPTable table = PdfPages.table(new float[] {11, 41, 25, 23});
    table.setComplete(false);
    pages.heads(table, "Severity", "Finding", "Evidence", "Decision");
    int rows = 0;
    for (FindingsReport.FindingLine line : lines) {
      finding(table, line);
      if (++rows % PdfPages.FLUSH_ROWS == 0) {
        pages.add(table);
      }
    }
    table.setComplete(true);
    pages.add(table);
  }

  private void finding(PdfPTable table, FindingsReport.FindingLine line) {
    Finding finding = line.finding();
    PdfPages.text(
        table,
        finding.severity().word(),
        finding.severity() == Severity.CRITICAL ? faces.oxblood : faces.strong);
    PdfPCell sentence = PdfPages.cell();
    sentence.addElement(new Phrase(10.5f, finding.sentence(), faces.text));
    sentence.addElement(
        new Phrase(9f, report.applicationName(finding.application()) + about(finding), faces.soft));
    table.addCell(sentence);
    PdfPages.text(
        table,
        finding.evidence().stream().map(report.citations()::cite).collect(Collectors.joining("\n")),
        faces.mono);
    table.addCell(decision(line.decision()));
  }

  private static String about(Finding finding) {
    Object person = finding.facts().get("personName");
    Object department = finding.facts().get("department");
    return (person == null ? "" : " · " + person) + (department == null ? "" : " · " + department);
  }

  private PdfPCell decision(FindingsReport.@Nullable DecisionLine decision) {
    PdfPCell cell = PdfPages.cell();
    if (decision == null) {
      cell.addElement(new Phrase(10.5f, "to decide", faces.soft));
      return cell;
    }
    String until = decision.until().isEmpty() ? "" : " until " + decision.until();
    cell.addElement(new Phrase(10.5f, decision.word() + until, faces.brass));
    if (!decision.reason().isEmpty()) {
      cell.addElement(new Phrase(10.5f, decision.reason(), faces.text));
    }
    String approver = decision.approver().isEmpty() ? "" : ", approved by " + decision.approver();
    cell.addElement(new Phrase(9f, decision.by() + ", " + decision.at() + approver, faces.soft));
    return cell;
  }
}
