package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Reads one row a holder with one column a permission. Every column that no field uses is a resource
/// with letters for actions, or a `resource:action` that a cell grants with yes, x or 1.
final class WideGrantWriter implements RecordWriter {

  private static final Set<String> YES = Set.of("yes", "y", "x", "1", "true");
  private static final Set<String> NO = Set.of("", "no", "n", "-", "0", "false");
  private static final List<String> NUMBERS = List.of("from", "until");
  private static final List<String> TEXTS =
      List.of("holder", "directory", "holder-type", "resource", "action", "effect", "scope");

  private record Grant(String resource, String action) {}

  private final Wide wide;
  private final List<CellReader> readers;
  private final Map<Integer, String> permissions;
  private final Map<String, String> words = new LinkedHashMap<>();
  private final SegmentBuilder segment = new SegmentBuilder(Kind.GRANTS, TEXTS, NUMBERS);
  private final List<Grant> grants = new ArrayList<>();
  private final Map<String, String> texts = new LinkedHashMap<>();
  private final Map<String, Long> numbers = new LinkedHashMap<>();

  /// @param values the file's tables of words; a cell that one of them maps to yes grants
  WideGrantWriter(
      Wide wide,
      List<CellReader> readers,
      Map<Integer, String> permissions,
      Map<String, Map<String, String>> values) {
    this.wide = wide;
    this.readers = readers;
    this.permissions = permissions;
    values
        .values()
        .forEach(
            table -> table.forEach((from, to) -> words.put(from.toLowerCase(Locale.ROOT), to)));
  }

  @Override
  public Result read(RawRecord record) {
    texts.clear();
    numbers.clear();
    grants.clear();
    for (CellReader reader : readers) {
      Column column = reader.column();
      String cell = record.cell(column.position());
      CellReader.Outcome outcome = reader.read(cell);
      if (outcome == CellReader.Outcome.UNREADABLE || outcome == CellReader.Outcome.UNMAPPED) {
        return new Result.Bad(column, cell, outcome);
      }
      if (outcome == CellReader.Outcome.EMPTY && column.field().required()) {
        return new Result.Lacking(column);
      }
      texts.put(column.field().name(), reader.text());
      numbers.put(column.field().name(), reader.number());
    }
    return readPermissions(record);
  }

  private Result readPermissions(RawRecord record) {
    for (Map.Entry<Integer, String> permission : permissions.entrySet()) {
      String cell = IdRule.trim(record.cell(permission.getKey()));
      String unknown =
          wide.letters().isEmpty()
              ? readMark(permission.getValue(), cell)
              : readLetters(permission.getValue(), cell);
      if (unknown != null) {
        Field action = Kind.GRANTS.field("action").orElseThrow();
        Column column =
            new Column(
                action,
                permission.getKey(),
                permission.getValue(),
                Column.How.DECLARED,
                null,
                Map.of());
        return new Result.Bad(column, unknown, CellReader.Outcome.UNMAPPED);
      }
    }
    return Result.READY;
  }

  /// Gives back the cell when it says neither yes nor no.
  private @Nullable String readMark(String head, String cell) {
    String word = cell.toLowerCase(Locale.ROOT);
    String meant = words.getOrDefault(word, word);
    if (NO.contains(meant)) {
      return null;
    }
    int colon = head.lastIndexOf(':');
    if (!YES.contains(meant) || colon < 0) {
      return cell;
    }
    grants.add(new Grant(head.substring(0, colon).strip(), head.substring(colon + 1).strip()));
    return null;
  }

  /// Gives back the first letter that means nothing.
  private @Nullable String readLetters(String head, String cell) {
    if (cell.equals("-")) {
      return null;
    }
    for (int i = 0; i < cell.length(); i++) {
      String letter = cell.substring(i, i + 1);
      if (letter.isBlank() || letter.equals(",") || letter.equals("/")) {
        continue;
      }
      String action = wide.letters().get(letter);
      if (action == null) {
        return letter;
      }
      grants.add(new Grant(head, action));
    }
    return null;
  }

  @Override
  public void write(RawRecord record) {
    for (Grant grant : grants) {
      for (int i = 0; i < TEXTS.size(); i++) {
        segment.text(i, text(TEXTS.get(i), grant));
      }
      for (int i = 0; i < NUMBERS.size(); i++) {
        segment.number(i, numbers.getOrDefault(NUMBERS.get(i), LongColumn.ABSENT));
      }
      segment.endRow(record.row(), Moment.ClockMark.NONE);
    }
  }

  private @Nullable String text(String name, Grant grant) {
    return switch (name) {
      case "resource" -> grant.resource;
      case "action" -> grant.action;
      case "holder-type" -> texts.getOrDefault(name, wide.holderType());
      default -> texts.get(name);
    };
  }

  @Override
  public Moment.ClockMark clockMark() {
    return Moment.ClockMark.NONE;
  }

  @Override
  public void flush(boolean atEnd, FactSink sink) {
    if (segment.isFull() || (atEnd && !segment.isEmpty())) {
      sink.draft(segment.draft());
    }
  }
}
