package app.stalekeys.reports;

import app.stalekeys.core.fix.FixState;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.openpdf.text.DocumentException;
import org.openpdf.text.Phrase;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;

/// The remediation report as PDF: how many fixes stand where, then every one, those that came back first.
public final class RemediationPdf {

  /// What a reader wants to know first.
  private static final List<FixState> ORDER =
      List.of(
          FixState.CAME_BACK,
          FixState.REFUSED,
          FixState.PLANNED,
          FixState.HANDED_OVER,
          FixState.REPORTED_DONE,
          FixState.CONFIRMED,
          FixState.DROPPED);

  private final RemediationReport report;
  private final PdfPages pages;
  private final PdfFaces faces;

  private RemediationPdf(RemediationReport report, PdfPages pages) {
    this.report = report;
    this.pages = pages;
    this.faces = pages.faces;
  }

  public static void write(RemediationReport report, OutputStream out) throws IOException {
    try {
      PdfPages pages =
          new PdfPages(
              out,
              report.audit(),
              report.audit() + ", remediation",
              report.asOf(),
              report.toString());
      new RemediationPdf(report, pages).write();
    } catch (DocumentException failed) {
      throw new IOException("the PDF could not be laid out", failed);
    }
  }

  private void write() {
    pages.paragraph("Remediation", faces.title);
    pages.paragraph("As of %s. %s.".formatted(report.asOf(), report.filter()), faces.soft);
    body(report, pages);
    pages.close();
  }

  /// The report without its title, for packs.
  static void body(RemediationReport report, PdfPages pages) {
    new RemediationPdf(report, pages).parts();
  }

  private void parts() {
    pages.paragraph(
        "\n%,d fixes. Confirmed is what a later snapshot proves, not what was reported; whatever a later snapshot still shows after that came back."
            .formatted(report.lines().size()),
        faces.text);
    PdfPTable table = PdfPages.table(new float[] {50, 25, 25});
    pages.heads(table, "State", ">fixes", ">of these overdue");
    for (FixState state : ORDER) {
      List<RemediationReport.Line> lines = report.in(state);
      PdfPages.text(table, state.words(), faces.strong);
      PdfPages.number(table, lines.size(), faces.text);
      long overdue = lines.stream().filter(RemediationReport.Line::overdue).count();
      PdfPages.number(table, (int) overdue, overdue > 0 ? faces.oxblood : faces.text);
    }
    pages.add(table);
    ORDER.forEach(this::state);
  }

  private void state(FixState state) {
    List<RemediationReport.Line> lines = report.in(state);
    if (lines.isEmpty()) {
      return;
    }
    pages.heading("%s, %,d".formatted(capital(state.words()), lines.size()));
    PdfPTable table = PdfPages.table(new float[] {34, 32, 18, 16});
    table.setComplete(false);
    pages.heads(
        table, "What", "Why, and what was last said or seen", "Who, and by when", "Evidence");
    int rows = 0;
    for (RemediationReport.Line line : lines) {
      line(table, line);
      if (++rows % PdfPages.FLUSH_ROWS == 0) {
        pages.add(table);
      }
    }
    table.setComplete(true);
    pages.add(table);
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private void line(PdfPTable table, RemediationReport.Line line) {
    PdfPCell what = PdfPages.cell();
    what.addElement(new Phrase(10.5f, line.what(), faces.strong));
    what.addElement(
        new Phrase(
            9f,
            "%s%s, %s"
                .formatted(
                    line.application(),
                    line.who().isEmpty() ? "" : ", " + line.who(),
                    line.severity().word()),
            faces.soft));
    table.addCell(what);
    PdfPCell why = PdfPages.cell();
    why.addElement(new Phrase(10.5f, line.why(), faces.text));
    if (!line.last().isEmpty()) {
      why.addElement(new Phrase(9f, line.last(), faces.brass));
    }
    table.addCell(why);
    PdfPCell who = PdfPages.cell();
    who.addElement(new Phrase(10.5f, line.actor().isEmpty() ? "nobody" : line.actor(), faces.text));
    who.addElement(
        new Phrase(
            9f,
            line.due() + (line.overdue() ? ", overdue" : ""),
            line.overdue() ? faces.oxblood : faces.soft));
    table.addCell(who);
    PdfPages.text(table, line.evidence(), faces.mono);
  }
}
