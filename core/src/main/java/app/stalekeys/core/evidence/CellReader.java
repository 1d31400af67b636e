package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Reads the cells of one column as its field's type. Not for use by several threads.
final class CellReader {

  private static final Map<String, String> FLAGS =
      Map.of(
          "yes", "yes", "y", "yes", "true", "yes", "1", "yes", "x", "yes", "no", "no", "n", "no",
          "false", "no", "0", "no");

  private static final int MOST_KNOWN = 1000;

  /// What became of one cell.
  enum Outcome {
    VALUE,
    EMPTY,
    /// The cell is not of the field's type; the row is rejected.
    UNREADABLE,
    /// The word is in no map; the file cannot be taken until somebody says what it means.
    UNMAPPED
  }

  private final Column column;
  private final NeverWords never;
  private final MomentShape shape;
  private final ZoneId fileZone;
  private final ZoneId auditZone;
  private final Map<String, String> exact = new HashMap<>();
  private final Map<String, String> loose = new HashMap<>();
  private final Map<String, Known> closed = new HashMap<>();
  private final DayTimes dayTimes;

  /// By token.
  private @Nullable Meaning[] meanings = new @Nullable Meaning[16];

  private String text = "";
  private long number = LongColumn.ABSENT;
  private Moment.ClockMark clockMark = Moment.ClockMark.NONE;

  CellReader(
      Column column, NeverWords never, MomentShape shape, ZoneId fileZone, ZoneId auditZone) {
    this.column = column;
    this.never = never;
    this.shape = shape;
    this.fileZone = fileZone;
    this.auditZone = auditZone;
    this.dayTimes = new DayTimes(fileZone);
    column
        .words()
        .forEach((from, to) -> {
          exact.put(IdRule.trim(from), to);
          loose.putIfAbsent(looseKey(IdRule.trim(from)), to);
        });
  }

  Column column() {
    return column;
  }

  /// What a token's text was read as.
  private record Meaning(Outcome outcome, String text, long number, Moment.ClockMark clockMark) {}

  /// Reads a cell whose text may have been read before.
  ///
  /// @param token the text's, [RawRecord#NO_TOKEN] when it has none
  Outcome read(String cell, int token) {
    if (token == RawRecord.NO_TOKEN) {
      return read(cell);
    }
    if (token >= meanings.length) {
      meanings = Arrays.copyOf(meanings, Math.max(token + 1, meanings.length * 2));
    }
    Meaning known = meanings[token];
    if (known == null) {
      Outcome outcome = read(cell);
      meanings[token] = new Meaning(outcome, text, number, clockMark);
      return outcome;
    }
    text = known.text;
    number = known.number;
    clockMark = known.clockMark;
    return known.outcome;
  }

  Outcome read(String cell) {
    text = "";
    number = LongColumn.ABSENT;
    clockMark = Moment.ClockMark.NONE;
    String trimmed = IdRule.trim(cell);
    return switch (column.field().type()) {
      case TEXT, ID -> readText(trimmed);
      case DAY, TIME -> readMoment(trimmed);
      case FLAG, WORD -> readClosed(trimmed);
      case COUNT -> readCount(trimmed);
    };
  }

  /// The text of the last cell read, our own word for words and flags; empty when it had none.
  String text() {
    return text;
  }

  /// The number of the last cell read; [LongColumn#ABSENT] when it had none.
  long number() {
    return number;
  }

  /// Whether the last time read met a change of clocks.
  Moment.ClockMark clockMark() {
    return clockMark;
  }

  /// What a word of a closed vocabulary was read as, kept: there are few, and they stand in every row.
  private record Known(Outcome outcome, String text) {}

  private Outcome readClosed(String cell) {
    Known known = closed.get(cell);
    if (known == null) {
      Outcome outcome =
          column.field().type() == FieldType.FLAG
              ? readWord(cell, FLAGS.get(cell.toLowerCase(Locale.ROOT)))
              : readWord(cell, canonical(cell));
      known = new Known(outcome, text);
      if (closed.size() < MOST_KNOWN) {
        closed.put(cell, known);
      }
    }
    text = known.text;
    return known.outcome;
  }

  private Outcome readText(String cell) {
    text = exact.isEmpty() ? cell : mapped(cell) instanceof String word ? word : cell;
    return text.isEmpty() ? Outcome.EMPTY : Outcome.VALUE;
  }

  private Outcome readWord(String cell, @Nullable String standard) {
    String word = mapped(cell);
    if (word == null) {
      word = standard;
    } else if (column.field().type() == FieldType.FLAG) {
      word = FLAGS.get(word.toLowerCase(Locale.ROOT));
    }
    if (word != null) {
      text = word;
      return word.isEmpty() ? Outcome.EMPTY : Outcome.VALUE;
    }
    return cell.isEmpty() ? Outcome.EMPTY : Outcome.UNMAPPED;
  }

  private @Nullable String canonical(String cell) {
    List<String> words = column.field().words();
    String lower = cell.toLowerCase(Locale.ROOT);
    return words.contains(lower) ? lower : null;
  }

  /// The declared meaning: by exact text first, then without regard to case; true and yes are one.
  private @Nullable String mapped(String cell) {
    String word = exact.get(cell);
    return word == null ? loose.get(looseKey(cell)) : word;
  }

  private static String looseKey(String word) {
    String lower = word.toLowerCase(Locale.ROOT);
    return switch (lower) {
      case "true" -> "yes";
      case "false" -> "no";
      default -> lower;
    };
  }

  private Outcome readCount(String cell) {
    if (cell.isEmpty() || cell.equals("-")) {
      return Outcome.EMPTY;
    }
    if (cell.length() > 15 || !cell.chars().allMatch(c -> c >= '0' && c <= '9')) {
      return Outcome.UNREADABLE;
    }
    number = Long.parseLong(cell);
    return Outcome.VALUE;
  }

  private Outcome readMoment(String cell) {
    if (never.contains(cell)) {
      return Outcome.EMPTY;
    }
    if (column.field().type() == FieldType.TIME) {
      number = dayTimes.read(cell);
      if (number != LongColumn.ABSENT) {
        return Outcome.VALUE;
      }
    }
    Moment moment = shape.read(cell);
    if (moment == null) {
      return Outcome.UNREADABLE;
    }
    if (NeverWords.contains(moment.day())) {
      return Outcome.EMPTY;
    }
    if (column.field().type() == FieldType.DAY) {
      number = moment.dayIn(fileZone, auditZone).toEpochDay();
    } else {
      number = moment.instant(fileZone).toEpochMilli();
      clockMark = moment.clockMark(fileZone);
      dayTimes.learn(cell, moment, number);
    }
    return Outcome.VALUE;
  }
}
