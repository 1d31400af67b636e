package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceText;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.read.TextLines;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The rows of kept files as they are: what a citation leads to.
@Service
public class EvidenceLines {

  /// Rows that titles and heads may take above the records.
  private static final int HEAD_ROOM = 60;

  /// Rows so near to each other that one walk fetches them together.
  private static final int NEAR = 2000;

  private final EvidenceRows rows;
  private final EvidenceBytes bytes;
  private final Evidence evidence;

  EvidenceLines(EvidenceRows rows, EvidenceBytes bytes, Evidence evidence) {
    this.rows = rows;
    this.bytes = bytes;
    this.evidence = evidence;
  }

  /// Lines of text, or records where rows are no lines.
  @Transactional(readOnly = true)
  public List<TextLines.Line> lines(OpenSnapshot snapshot, long id, long from, int count) {
    EvidenceRow row = evidence.row(id);
    return lines(snapshot, id, evidence.words(row.understanding()), from, count);
  }

  /// Lines of a file that is understood otherwise than when it was taken, or was never taken.
  @Transactional(readOnly = true)
  public List<TextLines.Line> lines(
      OpenSnapshot snapshot, long id, Map<String, String> understood, long from, int count) {
    return read(evidence.row(id), evidence.spec(snapshot, id), understood, from, count);
  }

  private List<TextLines.Line> read(
      EvidenceRow row, EvidenceSpec spec, Map<String, String> understood, long from, int count) {
    Charset letters =
        Charset.forName(understood.getOrDefault("letters", StandardCharsets.UTF_8.name()));
    long id = row.id();
    try {
      if (rowsAreRecords(understood)) {
        return EvidenceText.records(spec, () -> bytes.open(id), from, count);
      }
      // Line ends were counted as bytes of the file: no help in UTF-16 or inside an archive.
      if (isPacked(row) || letters.name().startsWith("UTF-16")) {
        return EvidenceText.lines(spec, () -> bytes.open(id), letters, from, count);
      }
      EvidenceBytes.Start start = bytes.startFor(id, from);
      return TextLines.read(
          () -> bytes.open(id, start.piece()), letters, start.before(), from, count);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /// The row behind a place as text; empty for a file as a whole.
  @Transactional(readOnly = true)
  public Optional<String> rawLine(OpenSnapshot snapshot, Place place) {
    if (place.row() == 0) {
      return Optional.empty();
    }
    return rows.findBySnapshotIdAndFile(snapshot.id(), place.file())
        .flatMap(row -> lines(snapshot, row.id(), place.row(), 1).stream().findFirst())
        .map(TextLines.Line::text);
  }

  /// Several rows of one file; rows near each other cost one walk.
  ///
  /// @return the texts by row; a row that the file does not have is left out
  @Transactional(readOnly = true)
  public Map<Long, String> rawLines(OpenSnapshot snapshot, long id, Collection<Long> wanted) {
    EvidenceRow row = evidence.row(id);
    EvidenceSpec spec = evidence.spec(snapshot, id);
    Map<String, String> understood = evidence.words(row.understanding());
    TreeSet<Long> left = new TreeSet<>(wanted);
    Map<Long, String> found = new LinkedHashMap<>();
    while (!left.isEmpty()) {
      long from = left.first();
      long to = java.util.Objects.requireNonNull(left.floor(from + NEAR));
      for (TextLines.Line line : read(row, spec, understood, from, (int) (to - from) + 1)) {
        if (left.remove(line.number())) {
          found.put(line.number(), line.text());
        }
      }
      left.removeIf(number -> number <= to);
    }
    return found;
  }

  /// How many rows the file's view has: its lines, or its records where they are no lines. What lies
  /// above and inside is not counted exactly; the view leaves numbers without a row blank.
  long shownRows(EvidenceRow row) {
    boolean uncounted = rowsAreRecords(evidence.words(row.understanding())) || isPacked(row);
    return uncounted ? row.tieOut().rows() + HEAD_ROOM : row.textLines();
  }

  private static boolean rowsAreRecords(Map<String, String> understood) {
    return "records".equals(understood.get("rows are"));
  }

  private static boolean isPacked(EvidenceRow row) {
    return row.file().toLowerCase(Locale.ROOT).matches(".*\\.(gz|zip)( \\[.*)?");
  }
}
