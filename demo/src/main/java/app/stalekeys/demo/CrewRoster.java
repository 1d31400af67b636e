package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.io.IOException;
import java.text.Normalizer;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/// The Crew Roster: one workbook with several sheets; most rights are given to people themselves.
/// A few accounts were typed by hand, without a mail address. Eleven planners have the same nine, and two more have eight of them.
final class CrewRoster {

  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("dd/MM/yyyy HH:mm:ss");

  private static final List<String> PLANNER_RIGHTS =
      List.of(
          "Watch read",
          "Watch plan",
          "Watch publish",
          "Leave read",
          "Leave approve",
          "Overtime read",
          "Overtime approve",
          "Crew list read",
          "Crew list export");

  private record User(Worker worker, String id, boolean active, boolean seasonalLeft) {}

  private final List<User> users = new ArrayList<>();
  private final List<List<Object>> rights = new ArrayList<>();
  private final Random random;

  CrewRoster(Company company, Random random) {
    this.random = random;
    List<Worker> crew = new ArrayList<>(company.of(Department.CREW_OFFICE));
    crew.addAll(company.of(Department.BRIDGE));
    crew.addAll(company.of(Department.ENGINE));
    for (Worker worker : crew) {
      boolean forgotten = worker.seasonal() && worker.hasLeft() && random.nextInt(100) < 35;
      if (!worker.hasLeft() || forgotten || random.nextInt(3) == 0) {
        users.add(
            new User(worker, "CR" + worker.number(), !worker.hasLeft() || forgotten, forgotten));
      }
    }
    rights.add(List.of("User", "Object", "Right", "Ship", "Given on"));
    List<User> planners =
        users.stream().filter(u -> u.worker.title().equals("Crew planner") && u.active).toList();
    for (int i = 0; i < planners.size(); i++) {
      int count = i < 11 ? 9 : i < 13 ? 8 : 3;
      for (String right : PLANNER_RIGHTS.subList(0, count)) {
        give(planners.get(i), right, "");
      }
    }
    for (User user : users) {
      if (!planners.contains(user)) {
        give(user, "Watch read", "Fleet/" + (1 + random.nextInt(9)));
        give(user, "Leave read", "");
        if (user.worker.title().equals("Master")) {
          give(user, "Overtime approve", "Fleet/" + (1 + random.nextInt(9)));
        }
      }
    }
  }

  private void give(User user, String right, String ship) {
    int cut = right.lastIndexOf(' ');
    rights.add(
        List.of(
            user.id,
            right.substring(0, cut),
            right.substring(cut + 1),
            ship,
            LocalDate.of(2024, 1, 8).plusDays(random.nextInt(700))));
  }

  byte[] workbook() throws IOException {
    List<List<Object>> accounts = new ArrayList<>();
    accounts.add(List.of("Crew Roster, users", "", "", "", "", "", ""));
    accounts.add(List.of());
    accounts.add(List.of("User", "Name", "Mail", "State", "Created", "Last seen", "Post"));
    int line = 0;
    for (User user : users) {
      boolean typedByHand = ++line % 17 == 0;
      accounts.add(
          List.of(
              user.id,
              typedByHand ? asTyped(user.worker, line / 17) : user.worker.name(),
              typedByHand ? "" : user.worker.email(),
              user.active ? "in use" : "closed",
              user.worker.start(),
              user.active && !user.seasonalLeft
                  ? DemoAudit.AS_OF.minusDays(random.nextInt(30))
                  : user.worker.lastDayHere().minusDays(random.nextInt(20)),
              user.worker.title()));
    }
    List<List<Object>> groups = new ArrayList<>();
    groups.add(List.of("Group", "Text", "Owner"));
    groups.add(List.of("Readers", "Everybody on a ship", "00341"));
    groups.add(List.of("Roster keepers", "Change the roster's settings", ""));
    List<List<Object>> members = new ArrayList<>();
    members.add(List.of("User", "Groups"));
    for (User user : users) {
      boolean keeper = user.worker.title().equals("Crew planner") && user.active;
      members.add(List.of(user.id, keeper ? "Readers; Roster keepers" : "Readers"));
    }
    Map<String, List<List<Object>>> sheets = new LinkedHashMap<>();
    sheets.put("Read me", List.of(List.of("Made by the roster office on 1 July 2026.")));
    sheets.put("Users", accounts);
    sheets.put("Groups", groups);
    sheets.put("User groups", members);
    sheets.put("Direct rights", rights);
    return Workbooks.write(sheets);
  }

  /// A name as somebody in a hurry types it: parts swapped, accents lost, a letter wrong, an initial.
  private static String asTyped(Worker worker, int nth) {
    String name = worker.name();
    int cut = name.lastIndexOf(' ');
    String first = name.substring(0, cut);
    String last = name.substring(cut + 1);
    return switch (nth % 4) {
      case 0 -> last + ", " + first;
      case 1 ->
          Normalizer.normalize(name, Normalizer.Form.NFD)
              .replaceAll("\\p{M}", "")
              .replace('ø', 'o')
              .replace('ð', 'd');
      case 2 -> first + " " + last.substring(0, last.length() - 1) + "y";
      default -> first.charAt(0) + ". " + last;
    };
  }

  int accounts() {
    return users.size();
  }

  /// Tab-separated, with the hours of ships: nights too.
  String signInsText() {
    List<String> lines = new ArrayList<>();
    List<LocalDateTime> times = new ArrayList<>();
    for (User user : users) {
      if (!user.active || user.seasonalLeft) {
        continue;
      }
      for (LocalDate day = LocalDate.of(2026, 1, 1);
          !day.isAfter(DemoAudit.AS_OF);
          day = day.plusDays(2 + random.nextInt(2))) {
        LocalDateTime at = day.atTime(5, 30).plusSeconds(random.nextInt(50_000));
        times.add(at);
        lines.add(
            String.join(
                "\t",
                TIME.format(at),
                user.id,
                random.nextInt(100) < 3 ? "no" : "yes",
                "10.30." + random.nextInt(9) + "." + (2 + random.nextInt(200)),
                "Roster app 4"));
      }
    }
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      order.add(i);
    }
    Collections.sort(
        order, java.util.Comparator.comparing((Integer i) -> times.get(i)).thenComparing(i -> i));
    StringBuilder text = new StringBuilder("Timestamp\tUser\tSuccess\tIP address\tClient\n");
    order.forEach(i -> text.append(lines.get(i)).append('\n'));
    return text.toString();
  }
}
