package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.LongColumn;
import app.stalekeys.core.bits.Slice;
import java.time.Instant;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;

/// Remembers the day of the last time read: in a log nearly every row has the same one as the row
/// before, and only hours, minutes and seconds are left to read. A shortcut and nothing else: whatever is
/// not of exactly the remembered form is left to the patterns.
///
/// Knows texts of ten characters of day, one between, `HH:mm:ss`, and the same ending as before, on days
/// on which no clock of the zone is changed.
final class DayTimes {

  private static final int TIME_AT = 11;
  private static final int TIME_ENDS = 19;
  private static final long MILLIS_A_DAY = 86_400_000;

  private final ZoneId zone;

  /// What stands before the time of day, and what behind it; no day when none is known.
  private char[] day = {};

  private char[] ending = {};
  private long start;

  DayTimes(ZoneId zone) {
    this.zone = zone;
  }

  /// Milliseconds since 1970-01-01 UTC, or [LongColumn#ABSENT] when the text is of another day or form.
  long read(Slice cell) {
    boolean isKnown =
        day.length > 0
            && cell.length() == TIME_ENDS + ending.length
            && cell.hasAt(0, day)
            && cell.hasAt(TIME_ENDS, ending);
    long millis = isKnown ? millisOfDay(cell) : -1;
    return millis < 0 ? LongColumn.ABSENT : start + millis;
  }

  /// Takes the day of a time that the patterns read, if it is of the form.
  void learn(String cell, Moment moment, long at) {
    day = new char[0];
    if (cell.length() < TIME_ENDS || moment.time() == null || !endsPlainly(cell)) {
      return;
    }
    long millis = millisOfDay(cell);
    boolean same = millis >= 0 && moment.time().toNanoOfDay() == millis * 1_000_000L;
    if (same && (moment.offset() != null || isPlain(at - millis))) {
      day = cell.substring(0, TIME_AT).toCharArray();
      ending = cell.substring(TIME_ENDS).toCharArray();
      start = at - millis;
    }
  }

  /// Behind the seconds stands nothing, or how far the clock is from UTC: neither a half of the day nor
  /// a part of a second.
  private static boolean endsPlainly(String cell) {
    return cell.length() == TIME_ENDS || "Z+-".indexOf(cell.charAt(TIME_ENDS)) >= 0;
  }

  /// Whether no clock of the zone is changed within the day that begins then.
  private boolean isPlain(long dayStart) {
    ZoneOffsetTransition next =
        zone.getRules().nextTransition(Instant.ofEpochMilli(dayStart - MILLIS_A_DAY));
    return next == null || next.getInstant().toEpochMilli() > dayStart + 2 * MILLIS_A_DAY;
  }

  /// `HH:mm:ss` in milliseconds, −1 when it is none.
  private static long millisOfDay(CharSequence cell) {
    int hour = two(cell, TIME_AT);
    int minute = two(cell, TIME_AT + 3);
    int second = two(cell, TIME_AT + 6);
    boolean fits =
        cell.charAt(TIME_AT + 2) == ':'
            && cell.charAt(TIME_AT + 5) == ':'
            && hour >= 0
            && hour < 24
            && minute >= 0
            && minute < 60
            && second >= 0
            && second < 60;
    return fits ? (hour * 3600L + minute * 60L + second) * 1000 : -1;
  }

  private static int two(CharSequence cell, int at) {
    int tens = cell.charAt(at) - '0';
    int ones = cell.charAt(at + 1) - '0';
    return tens < 0 || tens > 9 || ones < 0 || ones > 9 ? -1 : tens * 10 + ones;
  }
}
