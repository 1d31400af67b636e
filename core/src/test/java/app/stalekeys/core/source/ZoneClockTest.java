package app.stalekeys.core.source;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoField;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ZoneClockTest {

  @ParameterizedTest
  @ValueSource(strings = {"Europe/Oslo", "America/St_Johns", "Pacific/Apia", "UTC", "+05:45"})
  void tellsDaysAndTimesAsTheLibraryDoesAlsoAroundChangesOfClocks(String id) {
    ZoneId zone = ZoneId.of(id);
    ZoneClock clock = new ZoneClock(zone);
    Random random = new Random(8);
    Instant change =
        zone.getRules().nextTransition(Instant.parse("2011-12-01T00:00:00Z")) == null
            ? Instant.parse("2026-03-29T01:00:00Z")
            : zone.getRules().nextTransition(Instant.parse("2011-12-01T00:00:00Z")).getInstant();
    for (int i = 0; i < 3000; i++) {
      long at =
          i % 3 == 0
              ? change.toEpochMilli() + random.nextInt(-5, 5)
              : random.nextLong(-2_000_000_000_000L, 2_000_000_000_000L);
      ZonedDateTime expected = Instant.ofEpochMilli(at).atZone(zone);
      assertThat(clock.epochDay(at)).isEqualTo(expected.toLocalDate().toEpochDay());
      assertThat(clock.millisOfDay(at)).isEqualTo(expected.getLong(ChronoField.MILLI_OF_DAY));
      assertThat(clock.dayOfWeek(at)).isEqualTo(expected.getDayOfWeek().getValue());
    }
  }
}
