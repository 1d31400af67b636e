package app.stalekeys.demo;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The personnel roster: comma-separated, UTF-8, days day-first without anything that says so.
final class Roster {

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("dd/MM/yyyy");

  private Roster() {}

  static String csv(List<Worker> workers, LocalDate asOf) {
    StringBuilder csv =
        new StringBuilder(
            "Staff No,Name,State,Mail,Department,Post,Reports to,Contract,Started,Left on\n");
    for (Worker worker : workers) {
      if (worker.start().isAfter(asOf)) {
        continue;
      }
      csv.append(
          String.join(
              ",",
              worker.number(),
              worker.name(),
              worker.hasLeft(asOf) ? "L" : worker.onLeave() ? "O" : "W",
              worker.email(),
              worker.departmentAt(asOf).words(),
              worker.title(),
              worker.manager(),
              worker.seasonal() ? "season" : "steady",
              DAY.format(worker.start()),
              day(worker.knownEnd(asOf))));
      csv.append('\n');
    }
    return csv.toString();
  }

  private static String day(@Nullable LocalDate day) {
    return day == null ? "" : DAY.format(day);
  }
}
