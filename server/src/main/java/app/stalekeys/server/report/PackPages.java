package app.stalekeys.server.report;

import app.stalekeys.reports.Pack;
import app.stalekeys.reports.PackTemplate;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.platform.Refusal;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.springframework.stereotype.Component;

/// The pages of packs that are being put together, as pictures of the real file. The last few are held.
@Component
class PackPages {

  private static final int HELD = 6;

  /// Dots an inch: sharp enough to be read at the width of half a screen.
  private static final float SHARPNESS = 110;

  /// @param snapshot whose pages they are
  private record Draft(long snapshot, byte[] pdf, int pages) {}

  /// @param id to ask for its pages with
  record Shown(String id, int pages) {}

  private final PackInputs inputs;
  private final Map<String, Draft> drafts =
      new LinkedHashMap<>() {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Draft> eldest) {
          return size() > HELD;
        }
      };

  PackPages(PackInputs inputs) {
    this.inputs = inputs;
  }

  Shown draw(OpenSnapshot open, PackTemplate template) throws IOException {
    byte[] pdf = Pack.pdf(inputs.of(open), template);
    try (PDDocument document = Loader.loadPDF(pdf)) {
      String id = UUID.nameUUIDFromBytes(pdf).toString();
      synchronized (drafts) {
        drafts.put(id, new Draft(open.id(), pdf, document.getNumberOfPages()));
      }
      return new Shown(id, document.getNumberOfPages());
    }
  }

  /// @param page from 1
  byte[] picture(long snapshot, String id, int page) throws IOException {
    Draft draft;
    synchronized (drafts) {
      draft = drafts.get(id);
    }
    if (draft == null || draft.snapshot != snapshot) {
      throw Refusal.missing("These pages are not held any more; look at the pack again.");
    }
    if (page < 1 || page > draft.pages) {
      throw Refusal.missing("The pack has %,d pages.".formatted(draft.pages));
    }
    try (PDDocument document = Loader.loadPDF(draft.pdf)) {
      BufferedImage image = new PDFRenderer(document).renderImageWithDPI(page - 1, SHARPNESS);
      ByteArrayOutputStream png = new ByteArrayOutputStream();
      ImageIO.write(image, "png", png);
      return png.toByteArray();
    }
  }
}
