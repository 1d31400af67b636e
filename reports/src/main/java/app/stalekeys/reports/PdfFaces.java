package app.stalekeys.reports;

import java.awt.Color;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.SecureRandom;
import java.util.Objects;
import org.openpdf.text.Font;
import org.openpdf.text.pdf.BaseFont;

/// The faces and inks of our printed pages. Fonts are embedded, so that ids read the same everywhere.
/// New faces for every document: a font remembers which letters it was asked for.
final class PdfFaces {

  static final Color INK = new Color(0x1c232d);
  static final Color SOFT = new Color(0x5a6270);
  static final Color BRASS = new Color(0x8a5f12);
  static final Color OXBLOOD = new Color(0x8b1e1e);
  static final Color RULE = new Color(0xdcd7ca);
  static final Color PAPER = new Color(0xf3f1ea);

  private static final String FOLDER = "/net/sf/jasperreports/fonts/dejavu/";

  final Font title;
  final Font heading;
  final Font strong;
  final Font text;
  final Font soft;
  final Font mono;
  final Font brass;
  final Font oxblood;

  PdfFaces() {
    BaseFont plain = face("DejaVuSansCondensed.ttf");
    BaseFont bold = face("DejaVuSansCondensed-Bold.ttf");
    BaseFont fixed = face("DejaVuSansMono.ttf");
    title = new Font(bold, 17, Font.NORMAL, INK);
    heading = new Font(bold, 12, Font.NORMAL, INK);
    strong = new Font(bold, 8.5f, Font.NORMAL, INK);
    text = new Font(plain, 8.5f, Font.NORMAL, INK);
    soft = new Font(plain, 7.5f, Font.NORMAL, SOFT);
    mono = new Font(fixed, 7f, Font.NORMAL, INK);
    brass = new Font(bold, 8.5f, Font.NORMAL, BRASS);
    oxblood = new Font(bold, 8.5f, Font.NORMAL, OXBLOOD);
  }

  private static BaseFont face(String name) {
    try (InputStream in = PdfFaces.class.getResourceAsStream(FOLDER + name)) {
      byte[] bytes = Objects.requireNonNull(in, name).readAllBytes();
      BaseFont font =
          BaseFont.createFont(name, BaseFont.IDENTITY_H, BaseFont.EMBEDDED, false, bytes, null);
      font.setSecureRandom(new FixedRandom());
      return font;
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /// The library puts a random tag before the name of each embedded font; the same inputs must give
  /// the same bytes, and the tag protects nothing.
  private static final class FixedRandom extends SecureRandom {
    private static final long serialVersionUID = 1;

    @Override
    public double nextDouble() {
      return 0.5;
    }
  }
}
