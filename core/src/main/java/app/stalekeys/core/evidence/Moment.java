package app.stalekeys.core.evidence;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import org.jspecify.annotations.Nullable;

/// A day, perhaps with a time, perhaps with an offset, as a cell gives it.
///
/// @param time null when the cell has a day only
/// @param offset null when the cell does not say; the file's zone then holds
public record Moment(LocalDate day, @Nullable LocalTime time, @Nullable ZoneOffset offset) {

  /// How a local time met a change of clocks.
  public enum ClockMark {
    NONE,
    /// The local time occurred twice; the earlier was taken.
    REPEATED,
    /// The local time did not occur; it was moved on by the gap.
    SKIPPED
  }

  static Moment ofInstant(Instant instant) {
    LocalDateTime utc = LocalDateTime.ofInstant(instant, ZoneOffset.UTC);
    return new Moment(utc.toLocalDate(), utc.toLocalTime(), ZoneOffset.UTC);
  }

  /// The instant; a day without a time is its start in `zone`.
  public Instant instant(ZoneId zone) {
    LocalTime clock = time == null ? LocalTime.MIN : time;
    LocalDateTime local = LocalDateTime.of(day, clock);
    // ZonedDateTime.of takes the earlier of two and moves a missing one on by the gap.
    return offset == null ? local.atZone(zone).toInstant() : local.toInstant(offset);
  }

  /// The calendar day in the audit's zone. A day without a time stays the day it is.
  public LocalDate dayIn(ZoneId fileZone, ZoneId auditZone) {
    if (time == null || (offset == null && fileZone.equals(auditZone))) {
      return day;
    }
    return instant(fileZone).atZone(auditZone).toLocalDate();
  }

  public ClockMark clockMark(ZoneId zone) {
    if (time == null || offset != null) {
      return ClockMark.NONE;
    }
    ZoneOffsetTransition change = zone.getRules().getTransition(LocalDateTime.of(day, time));
    if (change == null) {
      return ClockMark.NONE;
    }
    return change.isGap() ? ClockMark.SKIPPED : ClockMark.REPEATED;
  }
}
