package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Finds the delimiter and the line of the head among the first lines of a delimited file: the line
/// and delimiter under which most cells are names we know, declared ones first, then synonyms; when
/// no cell is known, the first line with the most cells.
///
/// @param line line number of the head, from 1
final class HeadFinder {

  record Found(String delimiter, int line, String why) {}

  /// In order of preference when two explain the file equally well.
  private static final List<String> DELIMITERS = List.of(",", ";", "\t", "|", "~", "^", "§");

  private record Candidate(String delimiter, int line, int known, int cells) {
    boolean betterThan(@Nullable Candidate other) {
      return other == null
          || known > other.known
          || (known == other.known && known > 0 && line == other.line && cells > other.cells)
          || (known == 0 && other.known == 0 && cells > other.cells);
    }
  }

  private final EvidenceSpec spec;
  private final List<String> lines;
  private final KnownHeads heads;

  /// @param lines the first lines of the file as they are
  HeadFinder(EvidenceSpec spec, List<String> lines) {
    this.spec = spec;
    this.lines = lines;
    this.heads = new KnownHeads(spec);
  }

  Found find() {
    String delimiter = spec.read().delimiter();
    Integer declaredLine = spec.read().headLine();
    List<String> delimiters = delimiter == null ? DELIMITERS : List.of(delimiter);
    Candidate best = null;
    for (String candidate : delimiters) {
      if (declaredLine == null) {
        for (int line = 1; line <= lines.size(); line++) {
          best = better(best, candidate, line);
        }
      } else {
        best = better(best, candidate, firstLineWithText(declaredLine));
      }
    }
    if (best == null) {
      return new Found(delimiters.getFirst(), 1, "");
    }
    return new Found(best.delimiter, best.line, why(best, declaredLine != null));
  }

  private Candidate better(@Nullable Candidate best, String delimiter, int line) {
    List<String> cells =
        line <= lines.size() ? cells(lines.get(line - 1), delimiter) : List.<String>of();
    Candidate candidate = new Candidate(delimiter, line, heads.known(cells), cells.size());
    return best == null || candidate.betterThan(best) ? candidate : best;
  }

  /// Blank lines between the titles and the head belong to the titles.
  private int firstLineWithText(int declared) {
    int line = declared;
    while (line <= lines.size() && lines.get(line - 1).isBlank()) {
      line++;
    }
    return line;
  }

  private static String why(Candidate best, boolean declared) {
    if (declared) {
      return "as declared";
    }
    return best.known == 0
        ? "the first line with %d cells; no head is known".formatted(best.cells)
        : "%d of %d heads known".formatted(best.known, best.cells);
  }

  /// Splits a line outside quotes: enough to recognise a head, not how records are read.
  private static List<String> cells(String line, String delimiter) {
    List<String> cells = new ArrayList<>();
    StringBuilder cell = new StringBuilder();
    boolean quoted = false;
    for (int i = 0; i < line.length(); i++) {
      char c = line.charAt(i);
      if (c == '"') {
        quoted = !quoted;
      } else if (!quoted && line.startsWith(delimiter, i)) {
        cells.add(cell.toString());
        cell.setLength(0);
        i += delimiter.length() - 1;
      } else {
        cell.append(c);
      }
    }
    cells.add(cell.toString());
    return cells;
  }
}
