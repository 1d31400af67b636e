package app.stalekeys.core.check;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// The checks on sign-ins beside the plainest reading of their definitions: every pair, every window, every moment
/// looked at by itself, on random logs whose times stand on and beside the boundaries.
class SignInOracleTest {

  private static final ZoneId ZONE = ZoneId.of("America/New_York");
  private static final List<String> ACCOUNTS = List.of("ann", "bob", "cat", "dan");
  private static final List<String> OUTCOMES =
      List.of("failure", "failure", "failure", "success", "success", "lockout", "sign-out");
  private static final List<String> PLACES =
      List.of("", "", "Oslo, Norway", "oslo/norway", "Rome/Italy");
  private static final LocalDate PERIOD_FROM = LocalDate.parse("2026-01-01");

  /// @param seconds how long the session lasts; negative when nothing says it
  private record Try(
      Instant at,
      String account,
      String outcome,
      String address,
      String place,
      String session,
      int seconds) {

    boolean is(String wanted) {
      return outcome.equals(wanted);
    }

    String country() {
      return place.replaceAll(".*[,/]", "").strip().toLowerCase();
    }

    ZonedDateTime local() {
      return at.atZone(ZONE);
    }

    String line() {
      return String.join(
          ",",
          at.toString(),
          account,
          outcome,
          address,
          '"' + place + '"',
          session,
          seconds < 0 ? "" : String.valueOf(seconds));
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  /// A few days, some before the period, one over a change of clocks; on each a few tight hours.
  private static List<Try> log(Random random) {
    List<Instant> starts =
        List.of(
            Instant.parse("2025-12-20T09:00:00Z"),
            Instant.parse("2026-01-01T04:50:00Z"),
            Instant.parse("2026-03-08T06:30:00Z"),
            Instant.parse("2026-03-20T10:50:00Z"),
            Instant.parse("2026-03-27T23:50:00Z"),
            Instant.parse("2026-06-30T03:30:00Z"));
    List<Try> log = new ArrayList<>();
    Set<Instant> taken = new TreeSet<>();
    int count = 10 + random.nextInt(60);
    while (log.size() < count) {
      Instant at =
          any(random, starts)
              .plusSeconds(300L * random.nextInt(20))
              .plusSeconds(random.nextInt(3) - 1);
      if (taken.add(at)) {
        log.add(
            new Try(
                at,
                random.nextInt(12) == 0 ? "ghost" : any(random, ACCOUNTS),
                any(random, OUTCOMES),
                "192.0.2." + random.nextInt(2),
                any(random, PLACES),
                random.nextInt(3) == 0 ? "" : "s" + random.nextInt(8),
                random.nextInt(3) == 0 ? 600 * random.nextInt(8) : -1));
      }
    }
    return log;
  }

  private static OutcomeAssert run(List<Try> log) {
    List<String> lines = new ArrayList<>(log.stream().map(Try::line).toList());
    lines.addFirst("at,account,outcome,address,location,session,duration");
    List<String> accounts =
        new ArrayList<>(ACCOUNTS.stream().map(one -> one + ",enabled").toList());
    accounts.addFirst("account,status");
    return new TestAudit()
        .zone(ZONE.getId())
        .accounts(accounts.toArray(String[]::new))
        .signIns(lines.toArray(String[]::new))
        .activity("at,actor,action,target", "2026-03-10T00:00:00Z,ann,change-account,bob")
        .with(
            """
            checks:
              guessing: {count: 3, minutes: 10}
              guessed: {count: 3, window: 10, minutes: 30}
              spraying: {count: 3, minutes: 60}
              repeated-failures: {count: 5, burst: 3, minutes: 10}
              lockouts: {count: 2}
              two-places: {minutes: 30}
              odd-hours: {count: 2, share: 40}
              overlapping-sessions: {count: 2}
              long-session: {hours: 1}
              awakened: {days: 12}\
            """)
        .run();
  }

  private static List<Try> of(List<Try> log, String account, Predicate<Try> wanted) {
    return log.stream().filter(one -> one.account.equals(account) && wanted.test(one)).toList();
  }

  private static boolean inPeriod(Try one) {
    return !one.local().toLocalDate().isBefore(PERIOD_FROM);
  }

  private static long seconds(Try from, Try to) {
    return to.at.getEpochSecond() - from.at.getEpochSecond();
  }

  /// Failures that lie in a window of three within ten minutes.
  private static List<List<Try>> windows(List<Try> failures) {
    List<List<Try>> windows = new ArrayList<>();
    for (Try first : failures) {
      List<Try> window =
          failures.stream()
              .filter(one -> seconds(first, one) >= 0 && seconds(first, one) <= 600)
              .toList();
      if (window.size() >= 3) {
        windows.add(window);
      }
    }
    return windows;
  }

  /// The last failure of each burst: of the windows that share one.
  private static List<Try> lastOfBursts(List<Try> failures) {
    List<List<Try>> windows = windows(failures);
    List<Try> lasts = new ArrayList<>();
    for (List<Try> window : windows) {
      Try last = window.getLast();
      if (windows.stream()
          .noneMatch(other -> other.contains(last) && !other.getLast().equals(last))) {
        lasts.add(last);
      }
    }
    return lasts;
  }

  private static boolean guessed(List<Try> log, String account) {
    List<Try> failures = of(log, account, one -> one.is("failure"));
    return lastOfBursts(failures).stream()
        .anyMatch(last ->
            !of(
                    log,
                    account,
                    one ->
                        one.is("success") && seconds(last, one) > 0 && seconds(last, one) <= 1800)
                .isEmpty());
  }

  private static boolean apart(List<Try> log, String account) {
    List<Try> placed = of(log, account, one -> one.is("success") && !one.country().isEmpty());
    return placed.stream()
        .anyMatch(one ->
            placed.stream()
                .anyMatch(two ->
                    Math.abs(seconds(one, two)) <= 1800 && !one.country().equals(two.country())));
  }

  private static boolean odd(List<Try> log, String account) {
    List<Try> all = of(log, account, one -> one.is("success"));
    long odd =
        all.stream()
            .map(Try::local)
            .filter(at ->
                at.getDayOfWeek() == DayOfWeek.SATURDAY
                    || at.getDayOfWeek() == DayOfWeek.SUNDAY
                    || at.getHour() < 7
                    || at.getHour() >= 20)
            .count();
    return odd >= 2 && odd * 100 >= 40L * all.size();
  }

  private record Span(long from, long to) {}

  private static List<Span> sessions(List<Try> log, String account) {
    List<Span> sessions = new ArrayList<>();
    for (Try start : of(log, account, one -> one.is("success"))) {
      long from = start.at.getEpochSecond();
      of(log, account, one -> one.is("sign-out")).stream()
          .filter(end -> !start.session.isEmpty() && end.session.equals(start.session))
          .map(end -> end.at.getEpochSecond())
          .filter(end -> end >= from)
          .findFirst()
          .or(() ->
              start.seconds < 0
                  ? java.util.Optional.empty()
                  : java.util.Optional.of(from + start.seconds))
          .ifPresent(end -> sessions.add(new Span(from, end)));
    }
    return sessions;
  }

  private static boolean awakened(List<Try> log, String account) {
    List<Try> all = of(log, account, one -> one.is("success"));
    Instant change = account.equals("bob") ? Instant.parse("2026-03-10T00:00:00Z") : Instant.MAX;
    for (int i = 1; i < all.size(); i++) {
      Try before = all.get(i - 1);
      Try now = all.get(i);
      long days =
          now.local().toLocalDate().toEpochDay() - before.local().toLocalDate().toEpochDay();
      boolean changed = !change.isBefore(before.at) && !change.isAfter(now.at);
      if (inPeriod(now) && days >= 12 && !changed) {
        return true;
      }
    }
    return false;
  }

  private static Set<String> sprayers(List<Try> log) {
    Set<String> found = new TreeSet<>();
    List<Try> failures = log.stream().filter(one -> one.is("failure")).toList();
    for (Try first : failures) {
      long accounts =
          failures.stream()
              .filter(one -> one.address.equals(first.address))
              .filter(one -> seconds(first, one) >= 0 && seconds(first, one) <= 3600)
              .map(Try::account)
              .distinct()
              .count();
      if (accounts >= 3) {
        found.add(first.address);
      }
    }
    return found;
  }

  private static void same(OutcomeAssert run, String check, Predicate<String> expected) {
    run.flagsJust(check, ACCOUNTS.stream().filter(expected).toList());
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void everyCheckFlagsWhatItsDefinitionSays(@ForAll long seed) {
    Random random = new Random(seed);
    List<Try> shuffled = log(random);
    OutcomeAssert run = run(shuffled);
    List<Try> log = new ArrayList<>(shuffled);
    log.sort(java.util.Comparator.comparing(Try::at));
    same(run, "guessing", one -> !windows(of(log, one, t -> t.is("failure"))).isEmpty());
    same(run, "guessed", one -> guessed(log, one));
    same(
        run,
        "repeated-failures",
        one ->
            of(log, one, t -> t.is("failure") && inPeriod(t)).size() >= 5
                && windows(of(log, one, t -> t.is("failure"))).isEmpty());
    same(run, "lockouts", one -> of(log, one, t -> t.is("lockout") && inPeriod(t)).size() >= 2);
    same(run, "two-places", one -> apart(log, one));
    same(run, "odd-hours", one -> odd(log, one));
    same(
        run,
        "overlapping-sessions",
        one ->
            sessions(log, one).stream()
                .anyMatch(first ->
                    Collections.frequency(
                            sessions(log, one).stream()
                                .map(two -> two.from <= first.from && first.from < two.to)
                                .toList(),
                            true)
                        >= 2));
    same(
        run,
        "long-session",
        one -> sessions(log, one).stream().anyMatch(s -> s.to - s.from > 3600));
    same(run, "awakened", one -> awakened(log, one));
    run.flagsJust("spraying", sprayers(log));
  }
}
