package app.stalekeys.demo;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The personnel roster: comma-separated, UTF-8, days day-first without anything that says so.
final class Roster {

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("dd/MM/yyyy");

  private Roster() {}

  static String csv(List<Worker> workers) {
    StringBuilder csv =
        new StringBuilder(
            "Staff No,Name,State,Mail,Department,Post,Reports to,Contract,Started,Left on\n");
    for (Worker worker : workers) {
      csv.append(
          String.join(
              ",",
              worker.number(),
              worker.name(),
              worker.hasLeft() ? "L" : worker.onLeave() ? "O" : "W",
              worker.email(),
              worker.department().words(),
              worker.title(),
              worker.manager(),
              worker.seasonal() ? "season" : "steady",
              DAY.format(worker.start()),
              day(worker.end())));
      csv.append('\n');
    }
    return csv.toString();
  }

  private static String day(@Nullable LocalDate day) {
    return day == null ? "" : DAY.format(day);
  }
}
