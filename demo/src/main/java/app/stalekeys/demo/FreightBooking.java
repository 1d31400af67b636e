package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import tools.jackson.databind.json.JsonMapper;

/// Freight Booking: users and groups as SCIM 2.0 lists, everything else as JSON Lines. Two tariffs
/// groups grant the same, twenty groups have nobody, three include each other in a ring.
final class FreightBooking {

  private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";
  private static final String ENTERPRISE =
      "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";

  private record User(String id, Worker worker, boolean active) {}

  private final JsonMapper json = JsonMapper.shared();
  private final List<User> users = new ArrayList<>();
  private final Map<String, List<String>> groups = new LinkedHashMap<>();
  private final Random random;
  private final Company company;

  FreightBooking(Company company, Random random) {
    this.random = random;
    this.company = company;
    List<Worker> staff = new ArrayList<>(company.of(Department.FREIGHT));
    staff.addAll(company.of(Department.HEAD_OFFICE).subList(0, 14));
    for (Worker worker : staff) {
      boolean forgotten = worker.seasonal() && worker.hasLeft() && random.nextInt(100) < 30;
      users.add(new User(id(), worker, !worker.hasLeft() || forgotten));
    }
    List<String> active = users.stream().filter(User::active).map(User::id).toList();
    groups.put("Booking", active);
    groups.put("Tariffs North", active.subList(0, 9));
    groups.put("Tariffs South", active.subList(5, 16));
    groups.put("Customs", active.subList(3, 20));
    groups.put("Booking masters", active.subList(0, 3));
    for (int i = 1; i <= 20; i++) {
      groups.put("Old route " + i, List.of());
    }
    groups.put("Ring A", active.subList(0, 1));
    groups.put("Ring B", List.of());
    groups.put("Ring C", List.of());
  }

  private String id() {
    return "%08x-%04x".formatted(random.nextInt(), random.nextInt(0xFFFF));
  }

  String usersJson() {
    List<Object> resources = new ArrayList<>();
    for (User user : users) {
      Map<String, Object> one = new LinkedHashMap<>();
      one.put("schemas", List.of("urn:ietf:params:scim:schemas:core:2.0:User", ENTERPRISE));
      one.put("id", user.id);
      one.put("userName", user.worker.userName());
      one.put("displayName", user.worker.name());
      one.put("title", user.worker.title());
      one.put("active", user.active);
      one.put(
          "emails",
          List.of(
              Map.of("value", "private." + user.worker.number() + "@post.example"),
              new java.util.TreeMap<>(
                  Map.of("value", user.worker.email(), "type", "work", "primary", true))));
      one.put(
          ENTERPRISE,
          new java.util.TreeMap<>(
              Map.of(
                  "employeeNumber",
                  user.worker.number(),
                  "department",
                  user.worker.department().words())));
      one.put(
          "meta",
          new java.util.TreeMap<>(
              Map.of(
                  "resourceType", "User", "created", user.worker.start().atTime(9, 0) + ":00Z")));
      resources.add(one);
    }
    return list(resources);
  }

  String groupsJson() {
    List<Object> resources = new ArrayList<>();
    groups.forEach((name, members) -> {
      Map<String, Object> one = new LinkedHashMap<>();
      one.put("schemas", List.of("urn:ietf:params:scim:schemas:core:2.0:Group"));
      one.put("id", "g-" + name.toLowerCase(java.util.Locale.ROOT).replace(' ', '-'));
      one.put("displayName", name);
      one.put("members", members.stream().map(id -> Map.of("value", id)).toList());
      resources.add(one);
    });
    return list(resources);
  }

  private String list(List<Object> resources) {
    Map<String, Object> list = new LinkedHashMap<>();
    list.put("schemas", List.of(LIST));
    list.put("totalResults", resources.size());
    list.put("Resources", resources);
    return json.writerWithDefaultPrettyPrinter().writeValueAsString(list) + "\n";
  }

  int accounts() {
    return users.size();
  }

  int groups() {
    return groups.size();
  }

  String grantsLines() {
    StringBuilder lines = new StringBuilder();
    for (String[] grant :
        new String[][] {
          {"Booking", "Booking", "read"},
          {"Booking", "Booking", "create"},
          {"Tariffs North", "Tariff", "change"},
          {"Tariffs South", "Tariff", "change"},
          {"Customs", "Customs paper", "sign"},
          {"Booking masters", "*", "*"},
          {"Booking masters", "Booking", "delete"}
        }) {
      line(lines, "role", grant[0], "resource", grant[1], "action", grant[2]);
    }
    return lines.toString();
  }

  String nestingLines() {
    StringBuilder lines = new StringBuilder();
    line(lines, "parent", "Booking masters", "child", "Booking");
    line(lines, "parent", "Ring A", "child", "Ring B");
    line(lines, "parent", "Ring B", "child", "Ring C");
    line(lines, "parent", "Ring C", "child", "Ring A");
    return lines.toString();
  }

  /// Keys from 2023, one account with three secrets and two certificates, one certificate that ends
  /// twelve days after the as-of date.
  String credentialsLines() {
    StringBuilder lines = new StringBuilder();
    String many = users.get(4).worker.userName();
    for (int i = 0; i < 3; i++) {
      credential(
          lines, many, "sec-" + i, "secret", "2025-0" + (i + 3) + "-11", "2026-06-2" + i, "");
    }
    credential(lines, many, "crt-1", "certificate", "2025-07-12", "2026-06-29", "2026-07-12");
    credential(lines, many, "crt-2", "certificate", "2026-02-01", "2026-06-29", "2027-02-01");
    for (int i = 0; i < 4; i++) {
      String owner = users.get(6 + i).worker.userName();
      credential(lines, owner, "key-2023-" + i, "key", "2023-05-1" + i, "2025-11-0" + (i + 1), "");
    }
    return lines.toString();
  }

  private void credential(
      StringBuilder lines,
      String account,
      String id,
      String type,
      String created,
      String used,
      String expires) {
    line(
        lines,
        "account",
        account,
        "credential",
        id,
        "type",
        type,
        "status",
        "active",
        "created",
        created,
        "lastUsed",
        used,
        "expires",
        expires);
  }

  String signInsLines() {
    StringBuilder lines = new StringBuilder();
    List<User> active = users.stream().filter(User::active).toList();
    Worker mover = company.mover();
    Random staying = new Random(DemoAudit.SEED + 13);
    for (LocalDate day = LocalDate.of(2026, 1, 1);
        !day.isAfter(DemoAudit.AS_OF);
        day = day.plusDays(1)) {
      LocalDateTime at = day.atTime(6, 30);
      for (User user : active) {
        boolean here = !user.worker.start().isAfter(day) && !user.worker.hasLeft(day);
        boolean arrived =
            !user.worker.equals(mover) || !day.isBefore(Objects.requireNonNull(mover.moved()));
        at = at.plusSeconds(1 + random.nextInt(90));
        if (here && arrived && random.nextInt(100) < 78) {
          line(
              lines,
              "time",
              at + ":00Z".substring(at.getSecond() == 0 ? 0 : 3),
              "user",
              user.worker.userName(),
              "result",
              random.nextInt(100) < 3 ? "failure" : "success",
              "ip",
              "10.40.2." + (2 + random.nextInt(200)),
              "country",
              "FO",
              "seconds",
              staying.nextInt(100) < 80 ? String.valueOf(600 + staying.nextInt(30_000)) : "");
        }
      }
    }
    return lines.toString();
  }

  private void line(StringBuilder lines, String... pairs) {
    Map<String, Object> one = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      if (!pairs[i + 1].isEmpty()) {
        one.put(pairs[i], pairs[i + 1]);
      }
    }
    lines.append(json.writeValueAsString(one)).append('\n');
  }
}
