package app.stalekeys.reports;

import app.stalekeys.core.evidence.read.Sha256;
import java.awt.Color;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.GregorianCalendar;
import org.openpdf.text.Document;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.PageSize;
import org.openpdf.text.Paragraph;
import org.openpdf.text.Phrase;
import org.openpdf.text.Rectangle;
import org.openpdf.text.pdf.ColumnText;
import org.openpdf.text.pdf.PdfContentByte;
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

/// The pages of a report: running heads, headings with bookmarks, tables with repeated heads, all in one look. The
/// date of the file is the as-of date, and its id is a hash of what it says: the same report gives the same bytes.
final class PdfPages {

  /// Rows after which a long table is laid out and forgotten.
  static final int FLUSH_ROWS = 200;

  private static final float MARGIN = 46;

  final PdfFaces faces = new PdfFaces();
  private final Document document = new Document(PageSize.A4, MARGIN, MARGIN, 62, 54);
  private final PdfWriter writer;
  private final String head;
  private final LocalDate asOf;

  /// @param head stands at the head of every page
  /// @param title of the file
  /// @param content all that the report says, for the file's id
  PdfPages(OutputStream out, String head, String title, LocalDate asOf, String content) {
    this.head = head;
    this.asOf = asOf;
    this.writer = PdfWriter.getInstance(document, out);
    writer.setPageEvent(new RunningHead());
    fixIdentity(content);
    document.addTitle(title);
    document.open();
    // Opening sets the time of the day; ours is the as-of date.
    fixIdentity(content);
  }

  private void fixIdentity(String content) {
    GregorianCalendar day = GregorianCalendar.from(asOf.atStartOfDay(ZoneOffset.UTC));
    writer.getInfo().put(PdfName.CREATIONDATE, new PdfDate(day));
    writer.getInfo().put(PdfName.MODDATE, new PdfDate(day));
    writer.getInfo().put(PdfName.PRODUCER, new PdfString("Stale Keys"));
    String id = Sha256.of(content.getBytes(StandardCharsets.UTF_8)).substring(0, 32);
    writer.getInfo().put(PdfName.FILEID, new PdfLiteral("[<" + id + "><" + id + ">]"));
  }

  void add(Element element) {
    document.add(element);
  }

  void paragraph(String text, Font font) {
    document.add(new Paragraph(text, font));
  }

  void close() {
    document.close();
  }

  void newPage() {
    document.newPage();
  }

  /// The page that is being written, from 1.
  int number() {
    return writer.getPageNumber();
  }

  /// A head that would stand alone at the foot of a page goes to the next one.
  void keepFromFoot() {
    if (writer.getVerticalPosition(false) < 130) {
      document.newPage();
    }
  }

  /// Begins a part, with a bookmark.
  void heading(String text) {
    Paragraph heading = new Paragraph(text, faces.heading);
    heading.setSpacingBefore(16);
    heading.setSpacingAfter(3);
    keepFromFoot();
    document.add(heading);
    new PdfOutline(
        writer.getRootOutline(),
        new PdfDestination(PdfDestination.FITH, writer.getVerticalPosition(false) + 24),
        text);
  }

  static PdfPTable table(float[] widths) {
    PdfPTable table = new PdfPTable(widths);
    table.setWidthPercentage(100);
    table.setHeaderRows(1);
    table.setSpacingBefore(4);
    table.setSplitLate(true);
    return table;
  }

  /// A head that begins with `>` stands over numbers, at the right.
  void heads(PdfPTable table, String... heads) {
    for (String head : heads) {
      boolean right = head.startsWith(">");
      PdfPCell cell = new PdfPCell(new Phrase(right ? head.substring(1) : head, faces.soft));
      cell.setHorizontalAlignment(right ? Element.ALIGN_RIGHT : Element.ALIGN_LEFT);
      line(cell, PdfFaces.INK, 0.8f);
      table.addCell(cell);
    }
  }

  static PdfPCell cell() {
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

  static void text(PdfPTable table, String text, Font font) {
    PdfPCell cell = new PdfPCell(new Phrase(10.5f, text, font));
    line(cell, PdfFaces.RULE, 0.5f);
    cell.setPaddingTop(4);
    table.addCell(cell);
  }

  static void number(PdfPTable table, long number, Font font) {
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
      show(canvas, Element.ALIGN_LEFT, head, document.left(), document.top() + 18);
      show(canvas, Element.ALIGN_RIGHT, "as of " + asOf, right, document.top() + 18);
      show(canvas, Element.ALIGN_LEFT, "Stale Keys", document.left(), document.bottom() - 22);
      show(
          canvas,
          Element.ALIGN_RIGHT,
          "page " + writer.getPageNumber(),
          right,
          document.bottom() - 22);
    }

    private void show(PdfContentByte canvas, int align, String text, float x, float y) {
      ColumnText.showTextAligned(canvas, align, new Phrase(text, faces.soft), x, y, 0);
    }
  }
}
