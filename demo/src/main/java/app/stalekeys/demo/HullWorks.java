package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/// Hull Works: a workbook with a grid of roles and objects, letters in its cells, and a sheet of
/// restrictions. Nobody could say how to get its sign-ins. One yard lead may sign off inspections by a
/// role that his own includes, limited for the season to one harbour and denied on its slipway.
final class HullWorks {

  private static final List<String> OBJECTS =
      List.of("Order", "Order/Cost", "Spare part", "Inspection", "Inspection/Sign-off", "Stock");

  private static final Map<String, List<String>> RIGHTS = rights();

  private record User(Worker worker, String login, boolean active, String role) {}

  private final List<User> users = new ArrayList<>();
  private final Random random;

  HullWorks(Company company, Random random) {
    this.random = random;
    for (Worker worker : company.of(Department.HULL)) {
      boolean forgotten = worker.seasonal() && worker.hasLeft() && random.nextInt(100) < 20;
      add(worker, !worker.hasLeft() || forgotten, role(worker.title()));
    }
    add(company.mover(), true, "Inspector");
    company.of(Department.FREIGHT).stream()
        .filter(worker -> worker.title().equals("Freight agent"))
        .filter(worker -> !worker.equals(company.mover()))
        .limit(12)
        .forEach(worker -> add(worker, !worker.hasLeft(), "Reader"));
    company.of(Department.ENGINE).stream()
        .limit(30)
        .forEach(worker -> add(worker, !worker.hasLeft(), "Reader"));
  }

  /// One of the finance people who orders spare parts, too.
  void alsoOrders(Worker worker) {
    add(worker, true, "Storekeeper");
  }

  private static String role(String title) {
    return switch (title) {
      case "Inspector" -> "Inspector";
      case "Storekeeper" -> "Storekeeper";
      default -> "Yard";
    };
  }

  private void add(Worker worker, boolean active, String role) {
    users.add(new User(worker, worker.userName(), active, role));
  }

  private static Map<String, List<String>> rights() {
    Map<String, List<String>> rights = new LinkedHashMap<>();
    rights.put("Reader", List.of("R", "", "R", "R", "", "R"));
    rights.put("Yard", List.of("RU", "", "R", "R", "", "R"));
    rights.put("Storekeeper", List.of("R", "R", "RUC", "R", "", "RUC"));
    rights.put("Inspector", List.of("R", "", "R", "RUC", "S", "R"));
    rights.put("Yard master", List.of("RUCD", "RU", "RUCD", "RUC", "S", "RUCD"));
    return rights;
  }

  byte[] workbook() throws IOException {
    List<List<Object>> accounts = new ArrayList<>();
    accounts.add(List.of("Login", "Full name", "Staff No", "Active", "Created"));
    List<List<Object>> held = new ArrayList<>();
    held.add(List.of("Login", "Role", "Yard", "Given on"));
    User lead =
        users.stream()
            .filter(u -> u.active && u.role.equals("Inspector"))
            .findFirst()
            .orElseThrow();
    held.add(List.of(lead.login, "Yard lead", "North", lead.worker.start()));
    held.add(List.of(lead.login, "Season limit", "", lead.worker.start()));
    for (User user : users) {
      accounts.add(
          List.of(
              user.login,
              user.worker.name(),
              // As a number, which is how the leading zeros went.
              Integer.valueOf(user.worker.number()),
              user.active ? "yes" : "no",
              user.worker.start()));
      if (user != lead) {
        held.add(List.of(user.login, user.role, "", user.worker.start()));
      }
    }
    List<List<Object>> grid = new ArrayList<>();
    grid.add(List.of("R read, U update, C create, D delete, S sign off"));
    List<Object> head = new ArrayList<>(List.of("Role"));
    head.addAll(OBJECTS);
    grid.add(head);
    RIGHTS.forEach((role, cells) -> {
      List<Object> row = new ArrayList<>(List.of(role));
      row.addAll(cells);
      grid.add(row);
    });
    List<List<Object>> restrictions = new ArrayList<>();
    restrictions.add(List.of("Holder", "Holder type", "Object", "Right", "Effect", "Yard"));
    restrictions.add(List.of("Yard", "role", "Order/Cost", "read", "deny", ""));
    restrictions.add(List.of("Reader", "role", "*", "read", "ceiling", ""));
    restrictions.add(List.of("Season limit", "role", "*", "*", "ceiling", "North/Harbour"));
    restrictions.add(
        List.of(
            lead.login,
            "account",
            "Inspection/Sign-off",
            "sign off",
            "deny",
            "North/Harbour/Slipway"));
    List<List<Object>> includes = new ArrayList<>();
    includes.add(List.of("Role", "Includes", "Yard"));
    includes.add(List.of("Yard lead", "Inspector", ""));
    includes.add(List.of("Yard lead", "Storekeeper", "North/Harbour"));
    List<List<Object>> orders = new ArrayList<>();
    orders.add(List.of("Time", "Login", "Deed", "Object", "Number"));
    List<User> keepers = users.stream().filter(user -> user.role.equals("Storekeeper")).toList();
    for (int i = 0; i < 900; i++) {
      User keeper = keepers.get(random.nextInt(keepers.size()));
      orders.add(
          List.of(
              "%s %02d:%02d:00"
                  .formatted(
                      LocalDate.of(2026, 1, 2).plusDays(i / 5),
                      7 + random.nextInt(9),
                      random.nextInt(60)),
              keeper.login,
              "create",
              "Spare part",
              "SP-" + (7000 + i)));
    }
    orders.add(
        List.of("2026-05-18 09:12:00", users.getLast().login, "create", "Spare part", "SP-7999"));
    List<List<Object>> roles = new ArrayList<>();
    roles.add(List.of("Role", "Text", "Owner"));
    RIGHTS.keySet().forEach(role -> roles.add(List.of(role, "Hull Works " + role, "00341")));
    roles.add(List.of("Yard lead", "Leads a yard, inspections too", "00341"));
    roles.add(List.of("Season limit", "What season staff may do at most", ""));
    Map<String, List<List<Object>>> sheets = new LinkedHashMap<>();
    sheets.put("Users", accounts);
    sheets.put("Roles", roles);
    sheets.put("User roles", held);
    sheets.put("Includes", includes);
    sheets.put("Rights", grid);
    sheets.put("Restrictions", restrictions);
    sheets.put("Orders", orders);
    return Workbooks.write(sheets);
  }

  int accounts() {
    return users.size();
  }
}
