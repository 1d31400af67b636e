package app.stalekeys.core.signin;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// How long a bar of a strip of time is, in local time.
public enum StripUnit {
  HOUR,
  DAY,
  WEEK,
  MONTH,
  YEAR;

  private static final int DAY_HOURS = 24;

  /// Bars that can still be told apart on a screen.
  private static final int MOST_BARS = 200;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /// The finest unit whose bars can be told apart over so many hours.
  public static StripUnit fitting(long hours) {
    if (hours <= MOST_BARS) {
      return HOUR;
    }
    if (hours <= (long) MOST_BARS * DAY_HOURS) {
      return DAY;
    }
    return hours <= 7L * MOST_BARS * DAY_HOURS
        ? WEEK
        : hours <= 30L * MOST_BARS * DAY_HOURS ? MONTH : YEAR;
  }

  /// The first hours of all bars that hold the hours from `first` to `last`, whether anything lies in them or not;
  /// empty when `last` is before `first`. Hours are counted from 1970-01-01 00:00.
  List<Integer> starts(int first, int last) {
    List<Integer> starts = new ArrayList<>();
    if (this == HOUR) {
      for (int hour = first; hour <= last; hour++) {
        starts.add(hour);
      }
      return starts;
    }
    for (LocalDate day = start(LocalDate.ofEpochDay(Math.floorDiv(first, DAY_HOURS)));
        day.toEpochDay() * DAY_HOURS <= last;
        day = next(day)) {
      starts.add((int) day.toEpochDay() * DAY_HOURS);
    }
    return starts;
  }

  private LocalDate start(LocalDate day) {
    return switch (this) {
      case HOUR, DAY -> day;
      case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
      case MONTH -> day.withDayOfMonth(1);
      case YEAR -> day.withDayOfYear(1);
    };
  }

  private LocalDate next(LocalDate day) {
    return switch (this) {
      case HOUR, DAY -> day.plusDays(1);
      case WEEK -> day.plusWeeks(1);
      case MONTH -> day.plusMonths(1);
      case YEAR -> day.plusYears(1);
    };
  }
}
