package app.stalekeys.reports;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.openpdf.text.DocumentException;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.Rectangle;
import org.openpdf.text.pdf.PdfContentByte;
import org.openpdf.text.pdf.PdfPCell;
import org.openpdf.text.pdf.PdfPTable;

/// A pack as PDF: cover, contents with page numbers, each part on a page of its own, closing words. It is laid out
/// twice, the second time with the page numbers that the first time found.
final class PackPdf {

  private static final float BAR_HEIGHT = 7;

  private final PackInput input;
  private final PackTemplate template;
  private final List<PackSection> sections;
  private final PdfPages pages;
  private final PdfFaces faces;

  /// Pages by part, found in this run.
  private final Map<PackPart, Integer> found = new TreeMap<>();

  private PackPdf(
      PackInput input, PackTemplate template, List<PackSection> sections, OutputStream out) {
    this.input = input;
    this.template = template;
    this.sections = sections;
    var audit = input.findings().audit();
    this.pages = new PdfPages(out, title(), title(), audit.asOf(), template + "\n" + sections);
    this.faces = pages.faces;
  }

  static void write(
      PackInput input, PackTemplate template, List<PackSection> sections, OutputStream out)
      throws IOException {
    try {
      PackPdf first = new PackPdf(input, template, sections, new ByteArrayOutputStream());
      first.write(Map.of());
      new PackPdf(input, template, sections, out).write(first.found);
    } catch (DocumentException failed) {
      throw new IOException("the PDF could not be laid out", failed);
    }
  }

  private String title() {
    return template.title().isBlank() ? input.findings().audit().title() : template.title();
  }

  private void write(Map<PackPart, Integer> known) {
    cover();
    contents(known);
    for (PackSection section : sections) {
      pages.newPage();
      found.put(section.part(), pages.number());
      pages.heading(section.part().words());
      section.blocks().forEach(this::block);
    }
    if (!template.closing().isBlank()) {
      pages.heading("Closing words");
      paragraphs(template.closing(), faces.text);
    }
    pages.close();
  }

  private void cover() {
    var audit = input.findings().audit();
    Paragraph title = new Paragraph(title(), faces.title);
    title.setSpacingBefore(150);
    title.setSpacingAfter(10);
    pages.add(title);
    pages.paragraph(
        "Access as of %s, period %s to %s"
            .formatted(audit.asOf(), audit.periodFrom(), audit.periodTo()),
        faces.text);
    if (!template.by().isBlank()) {
      pages.paragraph(template.by(), faces.strong);
    }
    pages.paragraph(" ", faces.text);
    paragraphs(template.cover(), faces.text);
    pages.paragraph(" ", faces.text);
    pages.paragraph(
        "Every figure rests on rows of evidence, cited as LED-2 · row 418: the second file of an application, at that row. The part on evidence lists the files with their hashes; the manifest beside this file holds the hash of everything in the pack.",
        faces.soft);
  }

  private void paragraphs(String words, Font font) {
    for (String paragraph : words.strip().split("\n\\s*\n")) {
      if (!paragraph.isBlank()) {
        Paragraph text = new Paragraph(paragraph.strip(), font);
        text.setSpacingAfter(6);
        pages.add(text);
      }
    }
  }

  private void contents(Map<PackPart, Integer> known) {
    pages.newPage();
    Paragraph head = new Paragraph("Contents", faces.heading);
    head.setSpacingAfter(6);
    pages.add(head);
    PdfPTable table = new PdfPTable(new float[] {90, 10});
    table.setWidthPercentage(100);
    for (PackSection section : sections) {
      PdfPages.text(table, section.part().words(), faces.text);
      PdfPages.number(table, known.getOrDefault(section.part(), 0), faces.text);
    }
    pages.add(table);
  }

  private void block(Block block) {
    switch (block) {
      case Block.Words words -> words(words);
      case Block.Grid grid -> grid(grid);
      case Block.Bars bars -> bars(bars);
    }
  }

  private void words(Block.Words words) {
    Font font =
        switch (words.tone()) {
          case PLAIN -> faces.text;
          case SOFT -> faces.soft;
          case WARNING -> faces.oxblood;
          case HEAD -> faces.strong;
        };
    Paragraph paragraph = new Paragraph(words.text(), font);
    paragraph.setSpacingBefore(words.tone() == Block.Tone.HEAD ? 12 : 4);
    paragraph.setSpacingAfter(2);
    paragraph.setKeepTogether(true);
    if (words.tone() == Block.Tone.HEAD) {
      pages.keepFromFoot();
    }
    pages.add(paragraph);
  }

  private void grid(Block.Grid grid) {
    if (grid.rows().isEmpty()) {
      pages.paragraph("None.", faces.soft);
      return;
    }
    float[] widths = new float[grid.columns().size()];
    String[] heads = new String[widths.length];
    for (int i = 0; i < widths.length; i++) {
      Block.Column column = grid.columns().get(i);
      widths[i] = column.width();
      heads[i] = (column.kind() == Block.Kind.NUMBER ? ">" : "") + column.head();
    }
    PdfPTable table = PdfPages.table(widths);
    table.setComplete(false);
    pages.heads(table, heads);
    int rows = 0;
    for (List<String> row : grid.rows()) {
      for (int i = 0; i < widths.length; i++) {
        cell(table, grid.columns().get(i).kind(), row.get(i));
      }
      if (++rows % PdfPages.FLUSH_ROWS == 0) {
        pages.add(table);
      }
    }
    table.setComplete(true);
    pages.add(table);
  }

  private void cell(PdfPTable table, Block.Kind kind, String text) {
    switch (kind) {
      case NUMBER -> {
        if (text.isEmpty()) {
          PdfPages.text(table, "", faces.text);
        } else {
          PdfPages.number(table, Long.parseLong(text), faces.text);
        }
      }
      case ID, DAY -> PdfPages.text(table, text, faces.mono);
      case TEXT -> PdfPages.text(table, text, text.equals("critical") ? faces.oxblood : faces.text);
    }
  }

  /// Bars drawn as shapes; the numbers stand beside them.
  private void bars(Block.Bars chart) {
    if (chart.bars().isEmpty()) {
      return;
    }
    words(Block.Words.head(chart.title()));
    long most = chart.bars().stream().mapToLong(Block.Bar::value).max().orElse(0);
    PdfPTable table = new PdfPTable(new float[] {24, 64, 12});
    table.setWidthPercentage(100);
    table.setSpacingBefore(3);
    table.setKeepTogether(true);
    for (Block.Bar bar : chart.bars()) {
      table.addCell(plain(bar.label(), Element.ALIGN_LEFT));
      PdfPCell drawn = plain("", Element.ALIGN_LEFT);
      drawn.setCellEvent((cell, place, canvases) -> draw(bar, most, place, canvases));
      table.addCell(drawn);
      table.addCell(plain("%,d".formatted(bar.value()), Element.ALIGN_RIGHT));
    }
    pages.add(table);
  }

  private PdfPCell plain(String text, int align) {
    PdfPCell cell = new PdfPCell(new Phrase(text, faces.text));
    cell.setBorder(Rectangle.NO_BORDER);
    cell.setHorizontalAlignment(align);
    cell.setPadding(2);
    return cell;
  }

  private static void draw(Block.Bar bar, long most, Rectangle place, PdfContentByte[] canvases) {
    if (most > 0 && bar.value() > 0) {
      PdfContentByte canvas = canvases[PdfPTable.BACKGROUNDCANVAS];
      canvas.saveState();
      canvas.setColorFill(bar.strong() ? PdfFaces.OXBLOOD : PdfFaces.SOFT);
      float width = Math.max(1, place.getWidth() * bar.value() / most);
      float bottom = place.getBottom() + (place.getHeight() - BAR_HEIGHT) / 2;
      canvas.rectangle(place.getLeft(), bottom, width, BAR_HEIGHT);
      canvas.fill();
      canvas.restoreState();
    }
  }
}
