package app.stalekeys.core.signin;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.ZoneClock;
import app.stalekeys.core.support.TestAudit;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/// Any filter over the sign-ins of a snapshot, held against a plain walk over the rows as they were written.
class TimelineTest {

  private static final String[] OUTCOMES = {"success", "failure", "lockout", "sign-out"};
  private static final String[] ADDRESSES = {
    "10.20.0.7", "10.20.1.9", "203.0.113.9", "2001:db8:20::5", ""
  };
  private static final String[] CLIENTS = {"Desktop 9.2", "batch", ""};
  private static final ZoneClock UTC = new ZoneClock(ZoneOffset.UTC);
  private static final long DAY = 86_400_000L;
  private static final long FIRST = Instant.parse("2026-01-01T00:00:00Z").toEpochMilli();

  private record Row(
      Instant at, String account, String outcome, String address, String client, String session) {

    static Row of(String at, String account, String outcome, String address, String session) {
      return new Row(Instant.parse(at), account, outcome, address, "", session);
    }

    String line() {
      return String.join(",", at.toString(), account, outcome, address, client, session);
    }
  }

  private static Timeline timeline(String zone, List<Row> rows) {
    List<String> lines = new ArrayList<>(List.of("at,account,outcome,address,client,session"));
    rows.forEach(row -> lines.add(row.line()));
    Snapshot snapshot =
        new TestAudit()
            .zone(zone)
            .accounts("account,status", "mo,enabled", "liv,enabled", "svc,enabled")
            .signIns(lines.toArray(String[]::new))
            .run()
            .outcome()
            .snapshot();
    return Timeline.of(
        Map.of("app", snapshot.applications().getFirst().signIns()), snapshot.zone());
  }

  private static Tally tally(Timeline timeline, Inquiry inquiry, StripUnit unit) {
    return Tally.of(timeline, inquiry, Long.MIN_VALUE, Long.MAX_VALUE, unit);
  }

  private static List<Row> random(Random random, int count) {
    List<Row> rows = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      rows.add(
          new Row(
              Instant.ofEpochMilli(FIRST + random.nextInt(180 * 86_400) * 1000L),
              List.of("mo", "liv", "svc", "ghost").get(random.nextInt(4)),
              OUTCOMES[random.nextInt(4)],
              ADDRESSES[random.nextInt(ADDRESSES.length)],
              CLIENTS[random.nextInt(CLIENTS.length)],
              "s" + i));
    }
    return rows;
  }

  private static Predicate<Row> matches(Inquiry inquiry) {
    return row ->
        row.at.toEpochMilli() >= inquiry.from()
            && row.at.toEpochMilli() < inquiry.until()
            && inquiry.outcomes().stream().anyMatch(one -> one.word().equals(row.outcome))
            && inquiry.who().test(new Timeline.Who("app", row.account, null))
            && inquiry.wanted().getOrDefault(Detail.CLIENT, Set.of(CLIENTS)).contains(row.client)
            && (inquiry.addresses().isEmpty() || row.address.startsWith("10.20."))
            && (inquiry.weekHours().isEmpty() || inquiry.weekHours().contains(hourOfWeek(row.at)))
            && (row.account + "\n" + row.address + "\n" + row.client)
                .toLowerCase(Locale.ROOT)
                .contains(inquiry.text());
  }

  private static int hourOfWeek(Instant at) {
    ZonedDateTime local = at.atZone(ZoneOffset.UTC);
    return (local.getDayOfWeek().getValue() - 1) * 24 + local.getHour();
  }

  private static Inquiry inquiry(Random random) {
    long from = FIRST + random.nextInt(90) * DAY;
    EnumSet<Outcome> outcomes = EnumSet.allOf(Outcome.class);
    outcomes.removeIf(one -> random.nextInt(3) == 0);
    return new Inquiry(
        from,
        from + random.nextInt(120) * DAY,
        outcomes,
        random.nextBoolean() ? who -> true : who -> !who.key().equals("svc"),
        random.nextBoolean() ? Map.of() : Map.of(Detail.CLIENT, Set.of("", "batch")),
        random.nextBoolean() ? List.of() : List.of(AddressRange.of("10.20.0.0/16").orElseThrow()),
        random.nextInt(3) == 0 ? "o" : "",
        random.nextInt(3) == 0 ? Set.of(9, 33, 34, 35, 167) : Set.of());
  }

  @Test
  void anyFilterFindsTheRowsThatAPlainWalkFinds() {
    Random random = new Random(7);
    List<Row> rows = random(random, 40_000);
    Timeline timeline = timeline("UTC", rows);
    for (int i = 0; i < 60; i++) {
      Inquiry inquiry = inquiry(random);
      List<String> expected =
          rows.stream()
              .filter(matches(inquiry))
              .sorted(Comparator.comparing(Row::at))
              .map(Row::session)
              .toList();
      assertThat(inquiry.rows(timeline, 0, Integer.MAX_VALUE, false))
          .extracting(row -> timeline.attempt(row).session())
          .isEqualTo(expected);
      assertThat(
              IntStream.range(0, timeline.size())
                  .filter(row -> inquiry.isMet(timeline.attempt(row), timeline.who(row), UTC))
                  .mapToObj(row -> timeline.attempt(row).session()))
          .as("asked attempt by attempt")
          .isEqualTo(expected);
      int skip = random.nextInt(50);
      assertThat(inquiry.rows(timeline, skip, 30, true))
          .extracting(row -> timeline.attempt(row).session())
          .isEqualTo(expected.reversed().stream().skip(skip).limit(30).toList());
      Tally tally = tally(timeline, inquiry, StripUnit.DAY);
      List<int[]> counts = new ArrayList<>(tally.facets().values());
      counts.addAll(List.of(tally.total(), tally.week(), tally.accounts()));
      assertThat(counts).allMatch(one -> Arrays.stream(one).sum() == expected.size());
      Inquiry anyTime = inquiry.between(Long.MIN_VALUE, Long.MAX_VALUE);
      assertThat(Arrays.stream(tally.strip().counts()).sum())
          .isEqualTo((int) rows.stream().filter(matches(anyTime)).count());
    }
  }

  @Test
  void countsAreByRespectAndOutcome() {
    Timeline timeline =
        timeline(
            "UTC",
            List.of(
                Row.of("2026-03-02T09:00:00Z", "mo", "success", "10.20.0.7", "a"),
                Row.of("2026-03-02T09:30:00Z", "mo", "failure", "10.20.0.7", "b"),
                Row.of("2026-03-08T23:59:59Z", "ghost", "failure", "", "c")));
    Tally tally = tally(timeline, Inquiry.ALL, StripUnit.WEEK);
    int code = Objects.requireNonNull(timeline.column(Detail.ADDRESS)).texts().indexOf("10.20.0.7");
    int[] addresses = Objects.requireNonNull(tally.facets().get(Detail.ADDRESS));
    assertThat(addresses[code * 4 + Outcome.FAILURE.ordinal()]).isEqualTo(1);
    assertThat(addresses[Outcome.FAILURE.ordinal()]).as("without an address").isEqualTo(1);
    assertThat(tally.facets()).doesNotContainKey(Detail.CLIENT);
    // Monday nine o'clock twice, Sunday's last hour once; all in the week from Monday 2 March.
    assertThat(tally.week()[9 * 4 + Outcome.SUCCESS.ordinal()]).isEqualTo(1);
    assertThat(tally.week()[167 * 4 + Outcome.FAILURE.ordinal()]).isEqualTo(1);
    assertThat(tally.strip().buckets()).hasSize(1);
    assertThat(timeline.who()).extracting(Timeline.Who::key).containsExactly("mo", "ghost");
    assertThat(timeline.who().get(1).account()).isNull();
  }

  @Test
  void hoursAreLocalAndTheOneThatComesTwiceIsOneBar() {
    // Clocks in Copenhagen go back at 01:00 UTC on 26 October 2025: 02:30 comes twice.
    List<Row> rows =
        IntStream.range(0, 4)
            .mapToObj(i ->
                Row.of(
                    Instant.parse("2025-10-25T23:30:00Z").plusSeconds(i * 3600L).toString(),
                    "mo",
                    "success",
                    "",
                    "s" + i))
            .toList();
    Tally tally = tally(timeline("Europe/Copenhagen", rows), Inquiry.ALL, StripUnit.HOUR);
    assertThat(tally.strip().counts()).containsExactly(1, 0, 0, 0, 2, 0, 0, 0, 1, 0, 0, 0);
  }

  @Test
  void rowsAfterTheAsOfDayAreNotThere() {
    Timeline timeline =
        timeline(
            "UTC",
            List.of(
                Row.of("2026-06-30T23:59:59Z", "mo", "success", "", "in"),
                Row.of("2026-07-01T00:00:00Z", "mo", "success", "", "after")));
    assertThat(timeline.size()).isEqualTo(1);
    assertThat(Inquiry.ALL.rows(timeline, 0, 10, true)).containsExactly(0);
  }
}
