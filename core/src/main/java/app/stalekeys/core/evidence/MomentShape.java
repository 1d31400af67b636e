package app.stalekeys.core.evidence;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// How the cells of one dated column are read: by the pattern that was declared, or by the shape that
/// the whole column proved. Not for use by several threads (it remembers the pattern that fitted last).
public final class MomentShape {

  /// What the numbers in a date such as `03/04/2026` stand for.
  public enum Order {
    /// No cell of the column leaves a choice.
    CLEAR,
    DAY_FIRST,
    MONTH_FIRST,
    /// Every cell is a spreadsheet's day number.
    SERIAL
  }

  static final List<MomentPattern> CLEAR =
      patterns(
          "yyyy-MM-dd",
          "yyyy/MM/dd",
          "yyyy.MM.dd",
          "yyyyMMddHHmmssX",
          "yyyyMMddHHmmss.SX",
          "yyyyMMddHHmmss",
          "yyyyMMdd'T'HHmmssX",
          "yyyyMMdd",
          "d MMM yyyy",
          "d-MMM-yyyy",
          "d MMM yy",
          "d-MMM-yy",
          "MMM d, yyyy",
          "MMM d yyyy");
  static final List<MomentPattern> DAY_FIRST = numeric("d", "M");
  static final List<MomentPattern> MONTH_FIRST = numeric("M", "d");

  /// Day 0 of spreadsheets, which count 1900 as a leap year: right from 1 March 1900 on.
  private static final LocalDate SERIAL_ZERO = LocalDate.of(1899, 12, 30);

  private static final long TICKS_PER_MILLI = 10_000;
  private static final long MILLIS_1601_TO_1970 = 11_644_473_600_000L;
  private static final long MILLIS_A_DAY = 86_400_000;

  private final List<MomentPattern> patterns;
  private final Order order;
  private int last;

  private MomentShape(List<MomentPattern> patterns, Order order) {
    this.patterns = patterns;
    this.order = order;
  }

  /// The shape an auditor declared; epoch numbers are understood beside it.
  public static MomentShape declared(List<MomentPattern> patterns) {
    return new MomentShape(List.copyOf(patterns), Order.CLEAR);
  }

  /// A shape found from the column itself.
  public static MomentShape found(Order order) {
    List<MomentPattern> ordered =
        switch (order) {
          case CLEAR, SERIAL -> List.of();
          case DAY_FIRST -> DAY_FIRST;
          case MONTH_FIRST -> MONTH_FIRST;
        };
    return new MomentShape(Stream.concat(CLEAR.stream(), ordered.stream()).toList(), order);
  }

  private static List<MomentPattern> patterns(String... texts) {
    return Stream.of(texts).map(MomentPattern::of).toList();
  }

  private static List<MomentPattern> numeric(String first, String second) {
    return Stream.of("yyyy", "yy")
        .flatMap(year -> Stream.of(".", "/", "-").map(s -> first + s + second + s + year))
        .flatMap(day -> Stream.of(day, day + " h:mm a", day + " h:mm:ss a"))
        .map(MomentPattern::of)
        .toList();
  }

  /// The moment, or null when the cell is none. `cell` has no blanks around it and is not "never".
  public @Nullable Moment read(String cell) {
    if (last < patterns.size()) {
      Moment again = patterns.get(last).parse(cell);
      if (again != null) {
        return again;
      }
    }
    Moment found = first(patterns, cell);
    if (found == null) {
      found = order == Order.SERIAL ? serial(cell) : epoch(cell);
    }
    return found;
  }

  private @Nullable Moment first(List<MomentPattern> candidates, String cell) {
    for (int i = 0; i < candidates.size(); i++) {
      Moment moment = candidates.get(i).parse(cell);
      if (moment != null) {
        last = i;
        return moment;
      }
    }
    return null;
  }

  static boolean fits(List<MomentPattern> candidates, String cell) {
    return candidates.stream().anyMatch(pattern -> pattern.parse(cell) != null);
  }

  /// Seconds (10 digits), milliseconds (13) or 100-ns ticks since 1601 (18), told by their length.
  static @Nullable Moment epoch(String cell) {
    if (!cell.chars().allMatch(c -> c >= '0' && c <= '9')) {
      return null;
    }
    return switch (cell.length()) {
      case 10 -> Moment.ofInstant(Instant.ofEpochSecond(Long.parseLong(cell)));
      case 13 -> Moment.ofInstant(Instant.ofEpochMilli(Long.parseLong(cell)));
      case 18 ->
          Moment.ofInstant(
              Instant.ofEpochMilli(Long.parseLong(cell) / TICKS_PER_MILLI - MILLIS_1601_TO_1970));
      default -> null;
    };
  }

  /// A spreadsheet's day number of five digits (1927 to 2173), the time as its fraction.
  static @Nullable Moment serial(String cell) {
    if (!cell.matches("[1-9]\\d{4}(\\.\\d{1,12})?")) {
      return null;
    }
    double number = Double.parseDouble(cell);
    long days = (long) number;
    long millis = Math.round((number - days) * MILLIS_A_DAY);
    LocalDate day = SERIAL_ZERO.plusDays(days);
    if (millis == 0) {
      return new Moment(day, null, null);
    }
    long second = Math.min(Math.round(millis / 1000.0), 86_399);
    return new Moment(day, LocalTime.ofSecondOfDay(second), null);
  }
}
