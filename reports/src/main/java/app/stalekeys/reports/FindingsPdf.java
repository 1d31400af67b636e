package app.stalekeys.reports;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.evidence.read.Sha256;
import java.awt.Color;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.EnumMap;
import java.util.GregorianCalendar;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.openpdf.text.Document;
import org.openpdf.text.DocumentException;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.PageSize;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.Rectangle;
import org.openpdf.text.pdf.PdfDate;
import org.openpdf.text.pdf.PdfDestination;
import org.openpdf.text.pdf.PdfLiteral;
import org.openpdf.text.pdf.PdfName;
import org.openpdf.text.pdf.PdfOutline;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;
import org.openpdf.text.pdf.PdfPageEventHelper;
import org.openpdf.text.pdf.PdfString;
import org.openpdf.text.pdf.PdfWriter;

/// The findings report as PDF: summary, evidence with hashes and tie-out, what was not tested, and
/// every finding with its citations and the decision. The date of the file is the as-of date, and its
/// id is a hash of what it says: the same report gives the same bytes.
public final class FindingsPdf {

  private static final float MARGIN = 46;
  private static final int FLUSH_ROWS = 200;

  private final FindingsReport report;
  private final PdfFaces faces = new PdfFaces();

  private FindingsPdf(FindingsReport report) {
    this.report = report;
  }

  public static void write(FindingsReport report, OutputStream out) throws IOException {
    try {
      new FindingsPdf(report).write(out);
    } catch (DocumentException failed) {
      throw new IOException("the PDF could not be laid out", failed);
    }
  }

  private void write(OutputStream out) throws IOException {
    Document document = new Document(PageSize.A4, MARGIN, MARGIN, 62, 54);
    PdfWriter writer = PdfWriter.getInstance(document, out);
    writer.setPageEvent(new RunningHead());
    fixIdentity(writer);
    document.addTitle(report.audit().title() + ", findings");
    document.open();
    // Opening sets the time of the day; ours is the as-of date.
    fixIdentity(writer);
    summary(document);
    evidence(document, writer);
    notTested(document, writer);
    for (Check check : report.audit().allChecks()) {
      findings(check, document, writer);
    }
    document.close();
  }

  private void fixIdentity(PdfWriter writer) {
    GregorianCalendar day =
        GregorianCalendar.from(report.audit().asOf().atStartOfDay(ZoneOffset.UTC));
    writer.getInfo().put(PdfName.CREATIONDATE, new PdfDate(day));
    writer.getInfo().put(PdfName.MODDATE, new PdfDate(day));
    writer.getInfo().put(PdfName.PRODUCER, new PdfString("Stale Keys"));
    String text = report.audit() + "\n" + report.findings() + "\n" + report.checks();
    String id = Sha256.of(text.getBytes(StandardCharsets.UTF_8)).substring(0, 32);
    writer.getInfo().put(PdfName.FILEID, new PdfLiteral("[<" + id + "><" + id + ">]"));
  }

  private void summary(Document document) {
    document.add(new Paragraph(report.audit().title(), faces.title));
    document.add(
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
    document.add(sentence);
    PdfPTable table = table(new float[] {34, 11, 11, 11, 11, 22});
    heads(table, "Application", ">critical", ">high", ">medium", ">low", ">checks not tested");
    for (var application : report.audit().applications()) {
      Map<Severity, Long> counts = counts(application.id());
      text(table, application.name(), faces.strong);
      for (Severity severity :
          List.of(Severity.CRITICAL, Severity.HIGH, Severity.MEDIUM, Severity.LOW)) {
        long count = counts.getOrDefault(severity, 0L);
        number(
            table, count, severity == Severity.CRITICAL && count > 0 ? faces.oxblood : faces.text);
      }
      number(table, notTestedIn(application.id()), faces.text);
    }
    document.add(table);
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

  private void evidence(Document document, PdfWriter writer) {
    heading("Evidence and tie-out", document, writer);
    PdfPTable table = table(new float[] {9, 27, 10, 10, 10, 10, 24});
    heads(
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
      text(table, report.citations().file(line.spec().entry()), faces.mono);
      PdfPCell file = cell();
      file.addElement(new Phrase(line.spec().entry(), faces.text));
      file.addElement(
          new Phrase(line.sha256().substring(0, 32) + "\n" + line.sha256().substring(32), small()));
      table.addCell(file);
      number(table, tieOut.read(), faces.text);
      number(table, tieOut.rejected(), tieOut.rejected() > 0 ? faces.oxblood : faces.text);
      number(table, tieOut.skipped(), faces.text);
      number(table, tieOut.rows(), faces.text);
      text(table, declared(line), tieOut.tiesOut() ? faces.text : faces.oxblood);
    }
    document.add(table);
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

  private void notTested(Document document, PdfWriter writer) {
    List<CheckResult> untested =
        report.checks().stream().filter(c -> c.state() != CheckResult.State.TESTED).toList();
    heading("Not tested", document, writer);
    if (untested.isEmpty()) {
      document.add(new Paragraph("Every check could be tested in every application.", faces.text));
      return;
    }
    PdfPTable table = table(new float[] {34, 26, 40});
    heads(table, "Check", "Application", "What is missing");
    for (CheckResult result : untested) {
      text(table, report.audit().checkTitle(result.check()), faces.text);
      text(table, report.applicationName(result.application()), faces.text);
      boolean off = result.state() == CheckResult.State.SWITCHED_OFF;
      text(
          table,
          off ? "switched off by the auditor" : String.join(", ", result.missing()),
          faces.text);
    }
    document.add(table);
  }

  private void findings(Check check, Document document, PdfWriter writer) {
    List<FindingsReport.FindingLine> lines =
        report.findings().stream()
            .filter(line -> line.finding().check().equals(check.id()))
            .toList();
    if (lines.isEmpty()) {
      return;
    }
    heading("%s, %,d".formatted(check.title(), lines.size()), document, writer);
    document.add(
        new Paragraph(
            check.card().why()
                + " References: "
                + String.join(", ", check.card().references())
                + ".",
            faces.soft));
    PdfPTable table = table(new float[] {11, 41, 25, 23});
    table.setComplete(false);
    heads(table, "Severity", "Finding", "Evidence", "Decision");
    int rows = 0;
    for (FindingsReport.FindingLine line : lines) {
      finding(table, line);
      if (++rows % FLUSH_ROWS == 0) {
        document.add(table);
      }
    }
    table.setComplete(true);
    document.add(table);
  }

  private void finding(PdfPTable table, FindingsReport.FindingLine line) {
    Finding finding = line.finding();
    text(
        table,
        finding.severity().word(),
        finding.severity() == Severity.CRITICAL ? faces.oxblood : faces.strong);
    PdfPCell sentence = cell();
    sentence.addElement(new Phrase(10.5f, finding.sentence(), faces.text));
    sentence.addElement(
        new Phrase(9f, report.applicationName(finding.application()) + about(finding), faces.soft));
    table.addCell(sentence);
    text(
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
    PdfPCell cell = cell();
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

  private void heading(String text, Document document, PdfWriter writer) {
    Paragraph heading = new Paragraph(text, faces.heading);
    heading.setSpacingBefore(16);
    heading.setSpacingAfter(3);
    // A head that would stand alone at the foot of a page goes to the next one.
    if (writer.getVerticalPosition(false) < 130) {
      document.newPage();
    }
    document.add(heading);
    new PdfOutline(
        writer.getRootOutline(),
        new PdfDestination(PdfDestination.FITH, writer.getVerticalPosition(false) + 24),
        text);
  }

  private static PdfPTable table(float[] widths) {
    PdfPTable table = new PdfPTable(widths);
    table.setWidthPercentage(100);
    table.setHeaderRows(1);
    table.setSpacingBefore(4);
    table.setSplitLate(true);
    return table;
  }

  /// A head that begins with `>` stands over numbers, at the right.
  private void heads(PdfPTable table, String... heads) {
    for (String head : heads) {
      boolean right = head.startsWith(">");
      PdfPCell cell = new PdfPCell(new Phrase(right ? head.substring(1) : head, faces.soft));
      cell.setHorizontalAlignment(right ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
      line(cell, PdfFaces.INK, 0.8f);
      table.addCell(cell);
    }
  }

  private static PdfPCell cell() {
    PdfPCell cell = new PdfPCell();
    line(cell, PdfFaces.RULE, 0.5f);
    cell.setPaddingTop(1);
    return cell;
  }

  private static void line(PdfPCell cell, Color color, float width) {
    cell.setBorder(Rectangle.BOTTOM);
    cell.setBorderColorBottom(color);
    cell.setBorderWidthBottom(width);
    cell.setPaddingBottom(4);
    cell.setPaddingLeft(2);
  }

  private static void text(PdfPTable table, String text, Font font) {
    PdfPCell cell = new PdfPCell(new Phrase(10.5f, text, font));
    line(cell, PdfFaces.RULE, 0.5f);
    cell.setPaddingTop(4);
    table.addCell(cell);
  }

  private static void number(PdfPTable table, long number, Font font) {
    PdfPCell cell = new PdfPCell(new Phrase("%,d".formatted(number), font));
    line(cell, PdfFaces.RULE, 0.5f);
    cell.setPaddingTop(4);
    cell.setHorizontalAlignment(Element.ALIGN_RIGHT);
    table.addCell(cell);
  }

  /// Title at the head and page number at the foot of every page.
  private final class RunningHead extends PdfPageEventHelper {
    @Override
    public void onEndPage(PdfWriter writer, Document document) {
      var canvas = writer.getDirectContent();
      float right = document.right();
      show(
          canvas, Element.ALIGN_LEFT, report.audit().title(), document.left(), document.top() + 18);
      show(
          canvas,
          Element.ALIGN_RIGHT,
          "as of " + report.audit().asOf(),
          right,
          document.top() + 18);
      show(canvas, Element.ALIGN_LEFT, "Stale Keys", document.left(), document.bottom() - 22);
      show(
          canvas,
          Element.ALIGN_RIGHT,
          "page " + writer.getPageNumber(),
          right,
          document.bottom() - 22);
    }

    private void show(
        org.openpdf.text.pdf.PdfContentByte canvas, int align, String text, float x, float y) {
      org.openpdf.text.pdf.ColumnText.showTextAligned(
          canvas, align, new Phrase(text, faces.soft), x, y, 0);
    }
  }
}
