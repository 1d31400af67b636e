package app.stalekeys.demo;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;

/// The ledger's log of the half-year: who came in on which morning, who mistyped, one night of
/// guessing, and a leaver who came back. Local times without a zone, as the program writes them.
final class LedgerSignIns {

  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("dd.MM.yyyy HH:mm:ss");
  private static final LocalDate FIRST = LocalDate.of(2026, 1, 1);
  private static final String GUESSER = "203.0.113.77";

  /// The session that the guess opened.
  static final String GUESSED = "S6f2a91c4";

  /// @param client the program, or the browser in which the ledger's pages were opened
  /// @param session empty where the program names none
  private record Event(
      LocalDateTime at,
      String user,
      String result,
      String reason,
      String address,
      String client,
      String session) {

    boolean byBrowser() {
      return client.startsWith("Firefox");
    }
  }

  private final Random random;

  /// Who signs out and when: apart, so that it moves nothing else.
  private final Random leaving;

  private final List<Event> events = new ArrayList<>();

  LedgerSignIns(Ledger ledger, Worker leaver, Random random) {
    this.random = random;
    this.leaving = new Random(DemoAudit.SEED + 12);
    for (Ledger.User user : ledger.users()) {
      if (user.type() == 'P' && user.lastLogon() != null && !user.id().equals(leaver.number())) {
        routine(user);
      }
    }
    services();
    leaverComesBack(leaver);
    nightOfGuessing(ledger);
    events.sort(
        Comparator.comparing(Event::at).thenComparing(Event::user).thenComparing(Event::result));
  }

  private void routine(Ledger.User user) {
    String address = "10.20." + random.nextInt(4) + "." + (10 + random.nextInt(200));
    LocalDate day = user.created().isAfter(FIRST) ? user.created() : FIRST;
    LocalDate lastLogon = user.lastLogon();
    for (; lastLogon != null && !day.isAfter(lastLogon); day = day.plusDays(1)) {
      boolean weekend = day.getDayOfWeek().getValue() > DayOfWeek.FRIDAY.getValue();
      boolean last = day.equals(lastLogon);
      if (!last && random.nextInt(100) >= (weekend ? 3 : 62)) {
        continue;
      }
      LocalDateTime at = day.atTime(7, 20).plusSeconds(random.nextInt(9600));
      if (random.nextInt(100) < 5) {
        add(
            at.minusSeconds(20 + random.nextInt(40)),
            user.id(),
            "FEIL",
            "wrong password",
            address,
            "Ledger desktop 9.2");
      }
      workday(at, user.id(), address);
    }
  }

  /// Most sign out when they go; some close the lid.
  private void workday(LocalDateTime at, String user, String address) {
    String session = "S" + Integer.toHexString(leaving.nextInt() | 0x10000000);
    events.add(new Event(at, user, "OK", "", address, "Ledger desktop 9.2", session));
    if (leaving.nextInt(100) < 62) {
      LocalDateTime gone = at.plusSeconds(900 + leaving.nextInt(27_000));
      events.add(new Event(gone, user, "UT", "", address, "Ledger desktop 9.2", session));
    }
  }

  private void services() {
    for (LocalDate day = FIRST; !day.isAfter(DemoAudit.AS_OF); day = day.plusDays(1)) {
      add(day.atTime(3, 10, random.nextInt(60)), "svc.bank", "OK", "", "10.20.9.4", "batch");
      if (!day.isAfter(LocalDate.of(2026, 6, 26))) {
        add(day.atTime(4, 40, random.nextInt(60)), "svc.tide", "OK", "", "10.20.9.7", "batch");
      }
    }
    // A Sunday, through a browser.
    add(
        LocalDate.of(2026, 6, 28).atTime(14, 22, 9),
        "svc.tide",
        "OK",
        "",
        "198.51.100.23",
        "Firefox 139");
    add(
        LocalDate.of(2026, 1, 12).atTime(9, 4, 51),
        "admin",
        "OK",
        "",
        "10.20.0.12",
        "Ledger desktop 9.1");
  }

  private void leaverComesBack(Worker leaver) {
    LocalDate lastDay = leaver.lastDayHere();
    LocalDate day = lastDay.minusDays(30);
    for (; !day.isAfter(lastDay); day = day.plusDays(1)) {
      add(
          day.atTime(8, random.nextInt(50), random.nextInt(60)),
          leaver.number(),
          "OK",
          "",
          "10.20.1.31",
          "Ledger desktop 9.2");
    }
    add(lastDay.atTime(23, 59, 59), leaver.number(), "OK", "", "10.20.1.31", "Ledger desktop 9.2");
    add(
        LocalDate.of(2026, 5, 12).atTime(19, 3, 12),
        leaver.number(),
        "OK",
        "",
        "198.51.100.140",
        "Firefox 138");
    add(
        LocalDate.of(2026, 5, 13).atTime(20, 41, 55),
        leaver.number(),
        "OK",
        "",
        "198.51.100.140",
        "Firefox 138");
    add(
        LocalDate.of(2026, 5, 19).atTime(18, 12, 7),
        leaver.number(),
        "OK",
        "",
        "198.51.100.140",
        "Firefox 138");
  }

  /// One address, forty accounts, three tries each, and then the administrator's password.
  private void nightOfGuessing(Ledger ledger) {
    LocalDateTime at = LocalDate.of(2026, 6, 9).atTime(2, 11, 40);
    List<Ledger.User> targets =
        ledger.users().stream().filter(user -> user.type() == 'P').limit(39).toList();
    for (int round = 0; round < 3; round++) {
      for (Ledger.User user : targets) {
        at = at.plusSeconds(4 + random.nextInt(4));
        add(at, user.id(), "FEIL", "wrong password", GUESSER, "unknown");
      }
    }
    for (int i = 0; i < 14; i++) {
      at = at.plusSeconds(9 + random.nextInt(9));
      add(at, "admin", "FEIL", "wrong password", GUESSER, "unknown");
    }
    events.add(new Event(at.plusSeconds(21), "admin", "OK", "", GUESSER, "unknown", GUESSED));
    events.add(new Event(at.plusSeconds(1900), "admin", "UT", "", GUESSER, "unknown", GUESSED));
  }

  private void add(
      LocalDateTime at, String user, String result, String reason, String address, String client) {
    events.add(new Event(at, user, result, reason, address, client, ""));
  }

  String csv() {
    StringBuilder csv =
        new StringBuilder("Klokka;User;Result;Reason;Address;Client;Browser;Session\r\n");
    for (Event event : events) {
      csv.append(
              String.join(
                  ";",
                  TIME.format(event.at),
                  event.user,
                  event.result,
                  event.reason,
                  event.address,
                  event.byBrowser() ? "Ledger web" : event.client,
                  event.byBrowser() ? event.client : "",
                  event.session))
          .append("\r\n");
    }
    return csv.toString();
  }
}
