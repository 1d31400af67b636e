package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.Slice;
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
  private final int position;
  private final FieldType type;
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

  /// Whether the cell's text is the value, whatever it says.
  private final boolean asItStands;

  private final Slice letters = new Slice();
  private CharSequence text = "";
  private long number = LongColumn.ABSENT;
  private Moment.ClockMark clockMark = Moment.ClockMark.NONE;

  CellReader(
      Column column, NeverWords never, MomentShape shape, ZoneId fileZone, ZoneId auditZone) {
    this.column = column;
    this.position = column.position();
    this.type = column.field().type();
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
    this.asItStands = exact.isEmpty() && (type == FieldType.TEXT || type == FieldType.ID);
  }

  Column column() {
    return column;
  }

  /// What a token's text was read as.
  private record Meaning(Outcome outcome, String text, long number, Moment.ClockMark clockMark) {}

  /// Reads the record's cell, which has one value. Texts that only have to be passed on, and times of the day that was
  /// read last, are read where they lie.
  Outcome read(RawRecord record) {
    int token = record.token(position);
    if (token != RawRecord.NO_TOKEN) {
      return readKnown(record, token);
    }
    if (!record.letters(position, letters)) {
      return read(record.cell(position));
    }
    IdRule.trim(letters);
    number = LongColumn.ABSENT;
    clockMark = Moment.ClockMark.NONE;
    if (asItStands) {
      text = letters;
      return letters.isEmpty() ? Outcome.EMPTY : Outcome.VALUE;
    }
    text = "";
    if (type == FieldType.TIME && !never.contains(letters)) {
      number = dayTimes.read(letters);
      if (number != LongColumn.ABSENT) {
        return Outcome.VALUE;
      }
    }
    return readTrimmed(letters.toString());
  }

  /// A text that stands in many rows is read once.
  private Outcome readKnown(RawRecord record, int token) {
    if (token >= meanings.length) {
      meanings = Arrays.copyOf(meanings, Math.max(token + 1, meanings.length * 2));
    }
    Meaning known = meanings[token];
    if (known == null) {
      Outcome outcome = read(record.cell(position));
      meanings[token] = new Meaning(outcome, text(), number, clockMark);
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
    return readTrimmed(IdRule.trim(cell));
  }

  private Outcome readTrimmed(String cell) {
    return switch (type) {
      case TEXT, ID -> readText(cell);
      case DAY, TIME -> readMoment(cell);
      case FLAG, WORD -> readClosed(cell);
      case COUNT -> readCount(cell);
    };
  }

  /// The text of the last cell read, our own word for words and flags; empty when it had none.
  String text() {
    return text.toString();
  }

  /// The same as long as the record is: a text that lies where it lay.
  CharSequence passing() {
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
          type == FieldType.FLAG
              ? readWord(cell, FLAGS.get(cell.toLowerCase(Locale.ROOT)))
              : readWord(cell, canonical(cell));
      known = new Known(outcome, text());
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
    } else if (type == FieldType.FLAG) {
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
    if (type == FieldType.TIME) {
      letters.move(cell.toCharArray(), 0, cell.length());
      number = dayTimes.read(letters);
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
    if (type == FieldType.DAY) {
      number = moment.dayIn(fileZone, auditZone).toEpochDay();
    } else {
      number = moment.instant(fileZone).toEpochMilli();
      clockMark = moment.clockMark(fileZone);
      dayTimes.learn(cell, moment, number);
    }
    return Outcome.VALUE;
  }
}
