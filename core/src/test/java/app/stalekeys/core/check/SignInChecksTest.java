package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/// What the log of attempts tells: windows slide, boundaries hold on both sides, and the file's order does
/// not matter. As of 2026-06-30 in UTC, period from 2026-01-01.
class SignInChecksTest {

  private static final String HEAD =
      "at,account,outcome,address,client,browser,location,method,session,duration";
  private final List<String> log = new ArrayList<>(List.of(HEAD));
  private final TestAudit audit =
      new TestAudit()
          .accounts(
              "account,status,type",
              "mo,enabled,",
              "liv,enabled,",
              "svc,enabled,service",
              "root,enabled,")
          .roles("role,privileged", "Root,yes")
          .assignments("account,role", "root,Root");

  /// So many attempts, the first at a moment and each so many seconds after the one before.
  private SignInChecksTest many(
      String account, String outcome, String first, int count, int seconds, String rest) {
    for (int i = 0; i < count; i++) {
      log.add(
          "%s,%s,%s,%s"
              .formatted(
                  Instant.parse(first).plusSeconds((long) i * seconds), account, outcome, rest));
    }
    return this;
  }

  private app.stalekeys.core.support.OutcomeAssert run() {
    List<String> shuffled = new ArrayList<>(log.subList(1, log.size()));
    java.util.Collections.reverse(shuffled);
    shuffled.addFirst(HEAD);
    return audit.signIns(shuffled.toArray(String[]::new)).run();
  }

  @Test
  void tenFailuresWithinTenMinutesAreABurstAndNineOrElevenMinutesAreNot() {
    // Ten failures, first to last exactly 600 s for mo; 603 s for liv; nine for root.
    many("mo", "failure", "2026-03-01T10:00:00Z", 9, 60, ",,,,,,")
        .many("mo", "failure", "2026-03-01T10:10:00Z", 1, 1, ",,,,,,")
        .many("liv", "failure", "2026-03-01T10:00:00Z", 10, 67, ",,,,,,")
        .many("root", "failure", "2026-03-01T10:00:00Z", 9, 1, ",,,,,,")
        .many("root", "lockout", "2026-03-01T10:00:09Z", 1, 1, ",,,,,,");
    run().flags("guessing", "mo").tested("guessing", 3).flagsNothing("repeated-failures");
  }

  @Test
  void aSuccessWithinHalfAnHourOfTheBurstsLastFailureWasAGuess() {
    many("mo", "failure", "2026-03-01T10:00:00Z", 12, 10, ",,,,,,")
        .many("mo", "success", "2026-03-01T10:31:50Z", 1, 1, ",,,,,,")
        .many("liv", "failure", "2026-03-01T10:00:00Z", 12, 10, ",,,,,,")
        .many("liv", "success", "2026-03-01T10:31:51Z", 1, 1, ",,,,,,");
    run().flags("guessed", "mo").tested("guessed", 2);
  }

  @Test
  void oneAddressAgainstTenAccountsWithinTheHourUnknownOnesToo() {
    for (int i = 0; i < 10; i++) {
      many(
          "ghost" + i,
          "failure",
          "2026-03-01T10:%02d:00Z".formatted(i * 6),
          1,
          1,
          "203.0.113.9,,,,,,");
      many(
          "ghost" + i,
          "failure",
          "2026-03-01T%02d:00:00Z".formatted(8 + i),
          1,
          1,
          "203.0.113.10,,,,,,");
      many("mo", "failure", "2026-03-02T10:%02d:00Z".formatted(i), 1, 1, "203.0.113.11,,,,,,");
    }
    var run = run();
    assertThat(run.finding("spraying").subject()).isEqualTo(new Subject("address", "203.0.113.9"));
  }

  @Test
  void fiftyFailuresAndThreeLocksInThePeriod() {
    many("mo", "failure", "2026-02-01T10:00:00Z", 50, 3600, ",,,,,,")
        .many("liv", "failure", "2026-02-01T10:00:00Z", 49, 3600, ",,,,,,")
        .many("liv", "failure", "2025-12-31T10:00:00Z", 1, 1, ",,,,,,")
        .many("mo", "lockout", "2026-02-01T10:00:00Z", 3, 60, ",,,,,,")
        .many("liv", "lockout", "2026-02-01T10:00:00Z", 2, 60, ",,,,,,")
        .many("liv", "lockout", "2026-07-01T10:00:00Z", 2, 60, ",,,,,,");
    run().flags("repeated-failures", "mo").flags("lockouts", "mo");
  }

  @Test
  void addressesInsideAndOutsideOfTheRangesOfBothKinds() {
    audit.application("addresses: [10.20.0.0/15, \"2001:db8:20::/48\"]");
    many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, "10.21.255.255,,,,,,")
        .many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, "2001:db8:20:ffff::1,,,,,,")
        .many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, "::ffff:10.20.1.1,,,,,,")
        .many("liv", "success", "2026-03-02T10:00:00Z", 1, 1, "10.22.0.0,,,,,,")
        .many("root", "success", "2026-03-02T10:00:00Z", 1, 1, "2001:db8:21::,,,,,,")
        .many("svc", "success", "2026-03-02T10:00:00Z", 1, 1, "somewhere,,,,,,");
    assertThat(run().tested("unexpected-address", 3).severities("unexpected-address"))
        .containsExactly("liv medium", "root high");
  }

  @Test
  void withoutRangesAddressesAreNotTested() {
    many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, "10.0.0.1,,,,,,");
    run().doesNotTest("unexpected-address", "addresses");
  }

  @Test
  void twoCountriesWithinTheHour() {
    many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, ",,,Harbour/Torshavn/Faroe,,,")
        .many("mo", "success", "2026-03-02T11:00:00Z", 1, 1, ",,,\"Leith, Scotland\",,,")
        .many("liv", "success", "2026-03-02T10:00:00Z", 1, 1, ",,,A/Faroe,,,")
        .many("liv", "success", "2026-03-02T11:00:01Z", 1, 1, ",,,Scotland,,,")
        .many("liv", "success", "2026-03-02T11:10:00Z", 1, 1, ",,,B/Scotland,,,");
    run().flags("two-places", "mo").tested("two-places", 2);
  }

  @Test
  void oddHoursNeedNumberAndShare() {
    // 2026-03-02 is a Monday, 2026-03-07 a Saturday.
    many("mo", "success", "2026-03-02T06:59:59Z", 4, 86400, ",,,,,,")
        .many("mo", "success", "2026-03-02T20:00:00Z", 1, 1, ",,,,,,")
        .many("mo", "success", "2026-03-02T07:00:00Z", 4, 86400, ",,,,,,")
        .many("liv", "success", "2026-03-07T12:00:00Z", 4, 60, ",,,,,,")
        .many("liv", "success", "2026-03-02T19:59:59Z", 1, 1, ",,,,,,")
        .many("root", "success", "2026-03-07T12:00:00Z", 5, 60, ",,,,,,")
        .many("root", "success", "2026-03-02T12:00:00Z", 21, 60, ",,,,,,");
    run().flags("odd-hours", "mo");
  }

  @Test
  void sessionsByTheirSignOutOrTheirLength() {
    many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, ",,,,,a,")
        .many("mo", "success", "2026-03-02T10:30:00Z", 1, 1, ",,,,,b,PT1H")
        .many("mo", "success", "2026-03-02T10:45:00Z", 1, 1, ",,,,,c,600")
        .many("mo", "sign-out", "2026-03-02T22:00:01Z", 1, 1, ",,,,,a,")
        .many("liv", "success", "2026-03-02T10:00:00Z", 1, 1, ",,,,,a,")
        .many("liv", "success", "2026-03-02T10:30:00Z", 1, 1, ",,,,,,1800")
        .many("liv", "success", "2026-03-02T11:00:00Z", 1, 1, ",,,,,,PT12H")
        .many("liv", "success", "2026-03-02T11:00:00Z", 1, 1, ",,,,,,");
    run().flags("overlapping-sessions", "mo").flags("long-session", "mo").tested("long-session", 2);
  }

  @Test
  void aServiceAccountInABrowserAndARareProgram() {
    many("svc", "success", "2026-03-02T10:00:00Z", 1, 1, ",,Firefox,,,,")
        .many("mo", "success", "2026-03-02T10:00:00Z", 1, 1, ",,Firefox,,password,,")
        .many("root", "success", "2026-03-02T10:00:00Z", 3, 60, ",odd,,,,,")
        .many("mo", "success", "2026-03-02T10:00:00Z", 4, 60, ",usual,,,,,")
        .many("root", "success", "2026-03-02T10:00:00Z", 1, 60, ",usual,,,,,");
    var run = run().flags("service-interactive", "svc").flags("rare-client", "root");
    assertThat(run.finding("rare-client").facts()).containsEntry("clients", List.of("odd"));
  }

  @Test
  void awakenedUnlessSomebodyChangedTheAccountMeanwhile() {
    // 2026-01-05 to 2026-04-05 is 90 days, to 2026-04-04 89.
    audit.activity(
        "at,actor,action,target",
        "2026-02-01T10:00:00Z,root,change-account,svc",
        "2026-03-01T10:00:00Z,root,disable-account,root");
    many("mo", "success", "2026-01-05T23:00:00Z", 1, 1, ",,,,,,")
        .many("mo", "success", "2026-04-05T01:00:00Z", 1, 1, ",,,,,,")
        .many("liv", "success", "2026-01-05T01:00:00Z", 1, 1, ",,,,,,")
        .many("liv", "success", "2026-04-04T23:00:00Z", 1, 1, ",,,,,,")
        .many("svc", "success", "2026-01-05T01:00:00Z", 1, 1, ",,,,,,")
        .many("svc", "success", "2026-05-05T01:00:00Z", 1, 1, ",,,,,,")
        .many("root", "success", "2026-03-01T09:59:00Z", 1, 1, ",,,,,,")
        .many("root", "success", "2026-03-01T10:01:00Z", 1, 1, ",,,,,,");
    run().flags("awakened", "mo").flags("disabled-signed-in", "root");
  }
}
