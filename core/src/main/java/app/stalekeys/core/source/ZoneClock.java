package app.stalekeys.core.source;

import java.time.Instant;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;

/// Days and times of day in a zone, for walks over long logs: sums instead of an object a row. The span
/// between two changes of clocks is looked up once. Safe for use by several threads.
public final class ZoneClock {

  private static final long DAY = 86_400_000;

  /// 1970-01-01 was a Thursday, the fourth day of the week.
  private static final long THURSDAY = 3;

  /// @param offset milliseconds to add from `from` to before `until`
  private record Span(long from, long until, long offset) {}

  private final ZoneRules rules;
  private volatile Span span = new Span(0, 0, 0);

  public ZoneClock(ZoneId zone) {
    this.rules = zone.getRules();
  }

  /// Days since 1970-01-01 of the local day.
  ///
  /// @param at milliseconds since 1970-01-01 UTC
  public long epochDay(long at) {
    return Math.floorDiv(local(at), DAY);
  }

  /// Milliseconds since local midnight, as a clock on the wall shows them.
  public long millisOfDay(long at) {
    return Math.floorMod(local(at), DAY);
  }

  /// Hours since 1970-01-01 00:00 of the local hour.
  public long epochHour(long at) {
    return Math.floorDiv(local(at), DAY / 24);
  }

  /// 1 for Monday to 7 for Sunday.
  public int dayOfWeek(long at) {
    return (int) Math.floorMod(epochDay(at) + THURSDAY, 7L) + 1;
  }

  private long local(long at) {
    Span known = span;
    if (at < known.from || at >= known.until) {
      known = find(Instant.ofEpochMilli(at));
      span = known;
    }
    return at + known.offset;
  }

  private Span find(Instant at) {
    ZoneOffsetTransition before = rules.previousTransition(at.plusMillis(1));
    ZoneOffsetTransition after = rules.nextTransition(at);
    return new Span(
        before == null ? Long.MIN_VALUE : before.toEpochSecond() * 1000,
        after == null ? Long.MAX_VALUE : after.toEpochSecond() * 1000,
        rules.getOffset(at).getTotalSeconds() * 1000L);
  }
}
