package app.stalekeys.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.watch.Watch.Rule;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Watches as they see attempt after attempt: three failures within ten minutes, thirty minutes of quiet.
class WatcherTest {

  private final List<String> alarms = new ArrayList<>();

  private static Watch watch(Rule rule) {
    return new Watch(rule, 3, 10, 30, 30, List.of(AddressRange.of("10.20.0.0/16").orElseThrow()));
  }

  private static WatchEvent at(double minute, String account, Outcome outcome, String address) {
    return new WatchEvent((long) (minute * 60_000), account, outcome, address, "", "");
  }

  private WatcherTest see(Watcher watcher, WatchEvent... events) {
    for (WatchEvent event : events) {
      watcher
          .accept(event)
          .ifPresent(alarm -> alarms.add(event.at() / 60_000 + " " + alarm.sentence()));
    }
    return this;
  }

  private static WatchEvent failure(double minute) {
    return at(minute, "mo", Outcome.FAILURE, "203.0.113.9");
  }

  @Test
  void threeWithinTenMinutesFireAndASecondMoreDoesNot() {
    see(new Watcher(watch(Rule.GUESSING)), failure(0), failure(5), failure(10));
    assertThat(alarms)
        .containsExactly("10 The account mo failed 3 times in a row, from 203.0.113.9.");
    alarms.clear();
    see(new Watcher(watch(Rule.GUESSING)), failure(0), failure(5), failure(10.02));
    assertThat(alarms).isEmpty();
  }

  @Test
  void whatComesLateCountsWhereItBelongs() {
    see(new Watcher(watch(Rule.GUESSING)), failure(0), failure(10), failure(45), failure(4));
    assertThat(alarms).hasSize(1);
  }

  @Test
  void theSameSubjectIsQuietForAWhileAndSaysHowOftenItWasHeldBack() {
    Watcher watcher = new Watcher(watch(Rule.GUESSING));
    see(watcher, failure(0), failure(1), failure(2), failure(3), failure(31.9), failure(32));
    assertThat(alarms).hasSize(1);
    see(watcher, failure(33));
    assertThat(alarms)
        .hasSize(2)
        .last()
        .asString()
        .endsWith("held back 1 times since the last alarm.");
    see(
        watcher,
        at(33, "liv", Outcome.FAILURE, ""),
        at(33, "liv", Outcome.FAILURE, ""),
        at(34, "liv", Outcome.FAILURE, ""));
    assertThat(alarms).as("another account is not quiet").hasSize(3);
  }

  @Test
  void aSuccessWithinHalfAnHourAfterTheRowWasAGuess() {
    see(
        new Watcher(watch(Rule.GUESSED)),
        failure(0),
        failure(1),
        failure(2),
        at(32, "mo", Outcome.SUCCESS, "203.0.113.9"));
    assertThat(alarms).hasSize(1);
    alarms.clear();
    see(
        new Watcher(watch(Rule.GUESSED)),
        failure(0),
        failure(1),
        failure(2),
        at(32.02, "mo", Outcome.SUCCESS, "203.0.113.9"));
    assertThat(alarms).isEmpty();
  }

  @Test
  void oneAddressAgainstThreeAccountsAndNotThreeTimesAgainstOne() {
    see(new Watcher(watch(Rule.SPRAYING)), failure(0), failure(1), failure(2));
    assertThat(alarms).isEmpty();
    see(
        new Watcher(watch(Rule.SPRAYING)),
        failure(0),
        at(5, "liv", Outcome.FAILURE, "203.0.113.9"),
        at(10, "ana", Outcome.FAILURE, "203.0.113.9"));
    assertThat(alarms).containsExactly("10 The address 203.0.113.9 failed against 3 accounts.");
  }

  @Test
  void aSuccessFromOutsideFiresAndFromInsideOrWithoutAnAddressDoesNot() {
    see(
        new Watcher(watch(Rule.UNEXPECTED_ADDRESS)),
        at(0, "mo", Outcome.SUCCESS, "10.20.3.4"),
        at(1, "mo", Outcome.SUCCESS, ""),
        at(2, "mo", Outcome.FAILURE, "203.0.113.9"),
        at(3, "mo", Outcome.SUCCESS, "203.0.113.9"));
    assertThat(alarms)
        .containsExactly("3 The account mo signed in from outside, from 203.0.113.9.");
  }

  @Test
  void linesOfSyslogAreReadThroughTheSameDoorAsEvidence() throws IOException {
    String lines =
        """
        <38>1 2026-06-09T02:11:40Z dir-1 signin 7 - [in@32473 user="mo" outcome="failure" address="203.0.113.9"] refused
        <38>1 2026-06-09T02:12:40Z dir-1 signin 7 - [in@32473 user="mo" outcome="success" address="203.0.113.9"] let in
        """;
    WatchReading reading =
        WatchReading.of(
            "wire.log",
            () -> new ByteArrayInputStream(lines.getBytes(StandardCharsets.UTF_8)),
            ZoneOffset.UTC);
    assertThat(reading.problems()).isEmpty();
    assertThat(reading.events())
        .extracting(WatchEvent::account, WatchEvent::outcome, WatchEvent::address)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("mo", Outcome.FAILURE, "203.0.113.9"),
            org.assertj.core.groups.Tuple.tuple("mo", Outcome.SUCCESS, "203.0.113.9"));
  }
}
