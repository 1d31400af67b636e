package app.stalekeys.reports;

import app.stalekeys.core.certify.Mark;
import app.stalekeys.core.certify.Proof;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.openpdf.text.DocumentException;
import org.openpdf.text.Phrase;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;

/// The certification report as PDF: what was in the round and the proof of it, who decided and when, what is to be
/// taken away, what was kept although it is marked, questions and answers, sign-offs, every item.
public final class CertificationPdf {

  private final CertificationReport report;
  private final PdfPages pages;
  private final PdfFaces faces;

  private CertificationPdf(CertificationReport report, PdfPages pages) {
    this.report = report;
    this.pages = pages;
    this.faces = pages.faces;
  }

  public static void write(CertificationReport report, OutputStream out) throws IOException {
    try {
      PdfPages pages =
          new PdfPages(
              out,
              report.audit(),
              "%s, certification: %s".formatted(report.audit(), report.round()),
              report.asOf(),
              report.toString());
      new CertificationPdf(report, pages).write();
    } catch (DocumentException failed) {
      throw new IOException("the PDF could not be laid out", failed);
    }
  }

  private void write() {
    summary();
    population();
    reviewers();
    items(
        "To be taken away or reduced",
        line -> line.decision().startsWith("withdraw") || line.decision().startsWith("reduce"));
    items("Kept although marked", line -> line.isKept() && !line.item().marks().isEmpty());
    items("Not decided", line -> line.decision().equals("not decided"));
    questions();
    items("Kept without a mark", line -> line.isKept() && line.item().marks().isEmpty());
    pages.close();
  }

  private void summary() {
    pages.paragraph("Certification: " + report.round(), faces.title);
    pages.paragraph(
        "As of %s, started %s, due %s. Decided by: %s. Shown: %s."
            .formatted(
                report.asOf(),
                report.started(),
                report.due(),
                report.rule(),
                report.narrowed().isEmpty() ? "the whole round" : report.narrowed()),
        faces.soft);
    pages.paragraph(
        "\n%,d items: %,d kept, %,d to be withdrawn, %,d to be reduced, %,d not decided."
            .formatted(
                report.items().size(),
                report.decided("keep"),
                report.decided("withdraw"),
                report.decided("reduce"),
                report.decided("not decided")),
        faces.text);
    pages.paragraph(
        report.sealed().isEmpty()
            ? "The round is not sealed: decisions may still change."
            : "Sealed with SHA-256 %s, which stands in the journal. %s"
                .formatted(report.sealed(), report.sealedWords()),
        report.sealed().isEmpty() ? faces.oxblood : faces.text);
  }

  private void population() {
    pages.heading("What was in the round, and the proof of it");
    pages.paragraph("In the round: " + report.population() + ".", faces.text);
    PdfPTable table = PdfPages.table(new float[] {17, 10, 13, 10, 12, 28, 10});
    pages.heads(
        table,
        "Application",
        ">held",
        ">of no account",
        ">not in force",
        ">one with another",
        "Left out by the filter",
        ">items");
    for (Proof proof : report.proofs()) {
      PdfPages.text(table, proof.application(), faces.strong);
      PdfPages.number(table, proof.held(), faces.text);
      PdfPages.number(table, proof.unknown(), proof.unknown() > 0 ? faces.oxblood : faces.text);
      PdfPages.number(table, proof.outOfWindow(), faces.text);
      PdfPages.number(table, proof.repeats(), faces.text);
      PdfPages.text(table, leftOut(proof.leftOut()), faces.text);
      PdfPages.number(table, proof.items(), proof.isWhole() ? faces.strong : faces.oxblood);
    }
    pages.add(table);
    pages.paragraph(
        report.proofs().stream().allMatch(Proof::isWhole)
            ? "Every sum comes out: held = of no account in the accounts file + not in force + one with another + left out + items."
            : "A sum does not come out: the population is not proven.",
        report.proofs().stream().allMatch(Proof::isWhole) ? faces.soft : faces.oxblood);
    if (!report.missing().isEmpty()) {
      pages.paragraph(
          "Not certified, since there is no evidence of what is held: %s."
              .formatted(String.join(", ", report.missing())),
          faces.oxblood);
    }
    PdfPTable files = PdfPages.table(new float[] {48, 10, 10, 10, 22});
    pages.heads(files, "Evidence and SHA-256", ">read", ">rejected", ">skipped", "Declared");
    for (CertificationReport.EvidenceFile file : report.evidence()) {
      PdfPCell name = PdfPages.cell();
      name.addElement(new Phrase(10.5f, file.file(), faces.text));
      name.addElement(new Phrase(8f, file.sha256(), faces.soft));
      files.addCell(name);
      PdfPages.number(files, file.read(), faces.text);
      PdfPages.number(files, file.rejected(), file.rejected() > 0 ? faces.oxblood : faces.text);
      PdfPages.number(files, file.skipped(), faces.text);
      PdfPages.text(files, file.declared(), faces.text);
    }
    pages.add(files);
  }

  private static String leftOut(Map<String, Integer> leftOut) {
    return leftOut.isEmpty()
        ? "nothing"
        : leftOut.entrySet().stream()
            .map(one -> "%,d %s".formatted(one.getValue(), one.getKey()))
            .collect(Collectors.joining(", "));
  }

  private void reviewers() {
    pages.heading("Reviewers, in time and late");
    PdfPTable table = PdfPages.table(new float[] {22, 11, 8, 8, 9, 8, 8, 8, 18});
    pages.heads(
        table,
        "Reviewer",
        "Due",
        ">items",
        ">kept",
        ">withdrawn",
        ">reduced",
        ">open",
        ">letters",
        "Signed off");
    for (CertificationReport.ReviewerLine line : report.reviewers()) {
      PdfPages.text(table, line.name(), faces.strong);
      PdfPages.text(table, line.due().toString(), faces.text);
      PdfPages.number(table, line.items(), faces.text);
      PdfPages.number(table, line.keep(), faces.text);
      PdfPages.number(table, line.withdraw(), faces.text);
      PdfPages.number(table, line.reduce(), faces.text);
      PdfPages.number(table, line.open(), line.open() > 0 ? faces.oxblood : faces.text);
      PdfPages.number(table, line.letters(), faces.text);
      String late = line.late() == null ? "" : ", %,d days late".formatted(line.late());
      PdfPages.text(
          table,
          line.signed().isEmpty() ? "not signed off" : line.signed() + late,
          line.signed().isEmpty() || line.late() != null ? faces.oxblood : faces.text);
    }
    pages.add(table);
  }

  private void questions() {
    pages.heading("Questions to reviewers, and their answers");
    if (report.questions().isEmpty()) {
      pages.paragraph("Nothing in the manner of deciding had to be asked about.", faces.text);
      return;
    }
    PdfPTable table = PdfPages.table(new float[] {20, 45, 35});
    pages.heads(table, "Reviewer", "Question", "Answer");
    for (CertificationReport.QuestionLine line : report.questions()) {
      PdfPages.text(table, line.reviewer(), faces.strong);
      PdfPages.text(table, line.question(), faces.text);
      PdfPages.text(
          table,
          line.answer().isEmpty() ? "not answered" : line.answer(),
          line.answer().isEmpty() ? faces.oxblood : faces.text);
    }
    pages.add(table);
  }

  private void items(String title, Predicate<CertificationReport.ItemLine> wanted) {
    List<CertificationReport.ItemLine> lines = report.items().stream().filter(wanted).toList();
    pages.heading("%s, %,d".formatted(title, lines.size()));
    if (lines.isEmpty()) {
      pages.paragraph("None.", faces.text);
      return;
    }
    PdfPTable table = PdfPages.table(new float[] {20, 34, 28, 18});
    table.setComplete(false);
    pages.heads(table, "Whose", "What", "Decision", "Evidence");
    int rows = 0;
    for (CertificationReport.ItemLine line : lines) {
      item(table, line);
      if (++rows % PdfPages.FLUSH_ROWS == 0) {
        pages.add(table);
      }
    }
    table.setComplete(true);
    pages.add(table);
  }

  private void item(PdfPTable table, CertificationReport.ItemLine line) {
    PdfPCell who = PdfPages.cell();
    who.addElement(new Phrase(10.5f, line.item().who(), faces.strong));
    who.addElement(
        new Phrase(
            9f,
            "%s in %s".formatted(line.item().account(), line.item().application()),
            faces.soft));
    table.addCell(who);
    PdfPCell what = PdfPages.cell();
    String scopes =
        line.item().scopes().stream()
            .filter(one -> !one.isEmpty())
            .collect(Collectors.joining(", "));
    what.addElement(
        new Phrase(
            10.5f, line.item().name() + (scopes.isEmpty() ? "" : " in " + scopes), faces.text));
    if (!line.item().marks().isEmpty()) {
      what.addElement(
          new Phrase(
              9f,
              line.item().marks().stream()
                  .map(Mark::word)
                  .distinct()
                  .collect(Collectors.joining(", ")),
              faces.oxblood));
    }
    table.addCell(what);
    PdfPCell decision = PdfPages.cell();
    decision.addElement(new Phrase(10.5f, line.decision(), faces.brass));
    if (!line.reason().isEmpty()) {
      decision.addElement(new Phrase(10.5f, line.reason(), faces.text));
    }
    decision.addElement(
        new Phrase(
            9f,
            line.decidedAt().isEmpty()
                ? line.reviewer()
                : "%s, %s".formatted(line.reviewer(), line.decidedAt()),
            faces.soft));
    table.addCell(decision);
    PdfPages.text(table, line.evidence(), faces.mono);
  }
}
