package app.stalekeys.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MomentPatternTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "dd.MM.yyyy          | 30.06.2026                | 2026-06-30T00:00:00Z",
        "dd.MM.yyyy          | 3.6.2026                  | 2026-06-03T00:00:00Z",
        "dd.MM.yyyy          | 30.06.2026 07:05          | 2026-06-30T07:05:00Z",
        "dd.MM.yyyy          | 30.06.2026T07:05:09       | 2026-06-30T07:05:09Z",
        "dd.MM.yyyy          | 30.06.2026 07:05:09.250   | 2026-06-30T07:05:09.250Z",
        "yyyy-MM-dd          | 2026-06-30T07:05:09+02:00 | 2026-06-30T05:05:09Z",
        "yyyy-MM-dd HH:mm:ss | 2026-06-30 07:05:09Z      | 2026-06-30T07:05:09Z",
        "yyyy-MM-dd HH:mm:ss | 2026-06-30                | 2026-06-30T00:00:00Z",
        "M/d/yy h:mm a       | 6/3/26 12:15 AM           | 2026-06-03T00:15:00Z",
        "M/d/yy h:mm a       | 6/3/26 1:15 pm            | 2026-06-03T13:15:00Z",
        "yyyyMMddHHmmssX     | 20260630070509Z           | 2026-06-30T07:05:09Z",
        "d MMM yyyy          | 3 June 2026               | 2026-06-03T00:00:00Z"
      })
  void reads(String pattern, String cell, Instant expected) {
    Moment moment = MomentPattern.of(pattern).parse(cell);
    assertThat(moment).isNotNull();
    assertThat(moment.instant(ZoneOffset.UTC)).isEqualTo(expected);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "31.02.2026",
        "29.02.2026",
        "00.01.2026",
        "1.13.2026",
        "30.06.26",
        "30/06/2026",
        "30.06.2026 25:00",
        "30.06.2026 07:05 x",
        "30.06.2026x",
        "",
        "soon",
        "30.06.20261"
      })
  void refusesWhatIsNoDay(String cell) {
    assertThat(MomentPattern.of("dd.MM.yyyy").parse(cell)).isNull();
  }

  /// Whatever the JDK writes under a pattern, we read back.
  @Property
  void agreesWithTheJdk(@ForAll @IntRange(min = -20_000, max = 60_000) int day) {
    LocalDate date = LocalDate.ofEpochDay(day);
    for (String pattern : new String[] {"dd.MM.yyyy", "yyyyMMdd", "M/d/yyyy", "yyyy-MM-dd"}) {
      String cell = DateTimeFormatter.ofPattern(pattern).format(date);
      assertThat(MomentPattern.of(pattern).parse(cell)).isEqualTo(new Moment(date, null, null));
    }
  }

  @Test
  void aLetterWithoutMeaningIsRefusedInWords() {
    assertThatThrownBy(() -> MomentPattern.of("dd.MM.jjjj"))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("the letter j has no meaning");
  }

  @Test
  void countsAreToldByTheirLength() {
    assertThat(MomentShape.epoch("1782806400").instant(ZoneOffset.UTC))
        .isEqualTo("2026-06-30T08:00:00Z");
    assertThat(MomentShape.epoch("1782806400123").instant(ZoneOffset.UTC))
        .isEqualTo("2026-06-30T08:00:00.123Z");
    assertThat(MomentShape.epoch("134272800000000000").instant(ZoneOffset.UTC))
        .isEqualTo("2026-06-30T08:00:00Z");
    assertThat(MomentShape.epoch("20260630")).isNull();
  }

  @Test
  void aSpreadsheetsDayNumberIsADay() {
    assertThat(MomentShape.serial("46203").day()).isEqualTo("2026-06-30");
    assertThat(MomentShape.serial("46203.5").instant(ZoneOffset.UTC))
        .isEqualTo("2026-06-30T12:00:00Z");
  }

  @Test
  void changesOfClocksAreMarked() {
    ZoneId zone = ZoneId.of("Europe/Copenhagen");
    MomentPattern pattern = MomentPattern.of("yyyy-MM-dd");
    Moment repeated = pattern.parse("2026-10-25 02:30");
    Moment skipped = pattern.parse("2026-03-29 02:30");
    assertThat(repeated.clockMark(zone)).isEqualTo(Moment.ClockMark.REPEATED);
    assertThat(repeated.instant(zone)).as("the earlier").isEqualTo("2026-10-25T00:30:00Z");
    assertThat(skipped.clockMark(zone)).isEqualTo(Moment.ClockMark.SKIPPED);
    assertThat(skipped.instant(zone)).as("moved on").isEqualTo("2026-03-29T01:30:00Z");
  }

  @Test
  void aTimeBecomesTheDayOfTheAuditsZone() {
    Moment late = MomentPattern.of("yyyy-MM-dd").parse("2026-06-30T23:30:00Z");
    assertThat(late.dayIn(ZoneOffset.UTC, ZoneId.of("Europe/Copenhagen"))).isEqualTo("2026-07-01");
    Moment dayOnly = MomentPattern.of("yyyy-MM-dd").parse("2026-06-30");
    assertThat(dayOnly.dayIn(ZoneOffset.UTC, ZoneId.of("Europe/Copenhagen")))
        .as("a day stays the day it is")
        .isEqualTo("2026-06-30");
  }
}
