package app.stalekeys.core.fix;

import app.stalekeys.core.check.Severity;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;

/// By when something has to be done: working days by severity. Saturdays, Sundays and the named holidays are none.
///
/// @param days how many working days each severity has, each at least one
public record WorkingDays(Map<Severity, Integer> days, Set<LocalDate> holidays) {

  private static final int LONGEST = 1000;

  public static final WorkingDays STANDARD =
      new WorkingDays(
          Map.of(Severity.CRITICAL, 2, Severity.HIGH, 10, Severity.MEDIUM, 30, Severity.LOW, 90),
          Set.of());

  public WorkingDays {
    days = Map.copyOf(new EnumMap<>(days));
    holidays = Set.copyOf(holidays);
    for (Severity severity : Severity.values()) {
      Integer given = days.get(severity);
      if (given == null || given < 1 || given > LONGEST) {
        throw new IllegalArgumentException(
            "%s has %s working days, expected 1 to %d".formatted(severity.word(), given, LONGEST));
      }
    }
  }

  /// The last day on which something found on a day is in time.
  public LocalDate due(LocalDate from, Severity severity) {
    LocalDate day = from;
    for (int left = days.getOrDefault(severity, 1); left > 0; ) {
      day = day.plusDays(1);
      if (isWorkingDay(day)) {
        left--;
      }
    }
    return day;
  }

  private boolean isWorkingDay(LocalDate day) {
    return day.getDayOfWeek() != DayOfWeek.SATURDAY
        && day.getDayOfWeek() != DayOfWeek.SUNDAY
        && !holidays.contains(day);
  }
}
