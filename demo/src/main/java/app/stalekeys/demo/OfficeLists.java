package app.stalekeys.demo;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;

/// Lists of the whole organisation beside the roster: moves, approved requests, systems; and the
/// directory's syslog and policies.
final class OfficeLists {

  private OfficeLists() {}

  static String movesCsv(Company company) {
    Worker mover = company.mover();
    return "Staff No,Date,What,Before,After\n"
        + "%s,%s,department,Hull Works,Freight\n".formatted(mover.number(), mover.moved())
        + "%s,%s,title,Inspector,Freight agent\n".formatted(mover.number(), mover.moved());
  }

  static String requestsCsv(Ledger ledger, Random random) {
    StringBuilder csv =
        new StringBuilder("Request,Asked on,For,Role,Decision,Approved by,Asked by\n");
    List<Ledger.User> users =
        ledger.users().stream()
            .filter(
                user -> user.type() == 'P' && !user.created().isBefore(LocalDate.of(2026, 1, 1)))
            .toList();
    int number = 4100;
    for (Ledger.User user : users) {
      for (String role : user.roles()) {
        csv.append(
            "AR-%d,%s,%s,%s,%s,00341,00403\n"
                .formatted(
                    number++,
                    user.created().minusDays(1 + random.nextInt(9)),
                    user.id(),
                    role,
                    "approved"));
      }
      if (random.nextInt(12) == 0) {
        csv.append(
            "AR-%d,%s,%s,AP_PAY,refused,00341,00403\n"
                .formatted(number++, user.created().plusDays(2), user.id()));
      }
    }
    return csv.toString();
  }

  static String systemsCsv() {
    return """
    System,Name,Version,Needed,Address,Online,Last seen,Certificate ends,Owner
    led-app,Ledger application server,9.2.4,9.2.4,10.20.9.2,yes,2026-06-30,2027-03-01,00403
    led-db,Ledger database,14.9,14.11,10.20.9.3,yes,2026-06-30,2027-03-01,00403
    tick-1,Ticket Desk Harbour,5.1.0,5.1.0,10.50.0.4,yes,2026-06-30,2026-07-12,00403
    tick-2,Ticket Desk North,5.0.9,5.1.0,10.50.1.4,no,2026-05-28,2026-11-30,00403
    crew-1,Crew Roster,4.4.0,4.2.0,10.30.0.2,yes,2026-06-30,2026-09-15,
    dir-1,Staff Directory,2.6.7,2.6.7,10.10.0.2,yes,2026-06-30,2026-06-19,00403
    """;
  }

  /// RFC 5424 lines of the directory, one an attempt, half of them from ships at odd hours.
  static String directoryLog(List<Worker> workers, Random random) {
    StringBuilder log = new StringBuilder();
    List<Worker> staff =
        workers.stream().filter(worker -> !worker.hasLeft() && !worker.seasonal()).toList();
    for (LocalDate day = LocalDate.of(2026, 1, 1);
        !day.isAfter(DemoAudit.AS_OF);
        day = day.plusDays(1)) {
      int second = 5 * 3600;
      for (Worker worker : staff) {
        if (random.nextInt(100) < 22 && !worker.start().isAfter(day)) {
          second += 1 + random.nextInt(150);
          boolean fails = random.nextInt(100) < 4;
          log.append(
              "<86>1 %sT%02d:%02d:%02dZ dir-1 signin 1 - [auth@32473 account=\"%s\" outcome=\"%s\" address=\"10.10.%d.%d\" method=\"%s\"] %s\n"
                  .formatted(
                      day,
                      second / 3600 % 24,
                      second / 60 % 60,
                      second % 60,
                      worker.userName(),
                      fails ? "failure" : "success",
                      random.nextInt(8),
                      2 + random.nextInt(200),
                      random.nextInt(9) == 0 ? "password" : "app",
                      fails ? "wrong password" : "let in"));
        }
      }
    }
    return log.toString();
  }

  static String policiesCsv() {
    return """
    Policy,Setting,Value,Holder,Enforced
    Company,lockout-after,8,,yes
    Company,password-history,6,,yes
    Services,lockout-after,0,directory-administrators,yes
    """;
  }
}
