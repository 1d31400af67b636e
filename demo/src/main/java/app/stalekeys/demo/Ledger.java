package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/// The Finance Ledger's lists, in the shape its report writer gives them: semicolons, Windows-1252,
/// three title lines, a total line, staff numbers that lost their leading zeros.
final class Ledger {

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("dd.MM.yyyy");
  private static final String NEVER = "00.00.0000";
  private static final List<String> PORTS = List.of("Harbour", "North", "Slipway", "Westness");

  /// Role, its description, and whether the program calls it an administrator's.
  private record LedgerRole(String id, String description, boolean administrator) {}

  private static final List<LedgerRole> ROLES =
      List.of(
          new LedgerRole("GL_VIEW", "See journals and balances", false),
          new LedgerRole("GL_POST", "Post journal entries", false),
          new LedgerRole("GL_CLOSE", "Close a month", false),
          new LedgerRole("AP_ENTRY", "Enter supplier invoices", false),
          new LedgerRole("AP_APPROVE", "Approve supplier invoices", false),
          new LedgerRole("AP_PAY", "Release payments", false),
          new LedgerRole("SUP_MAINT", "Add and change suppliers", false),
          new LedgerRole("AR_ENTRY", "Enter customer invoices", false),
          new LedgerRole("AR_CASH", "Post incoming money", false),
          new LedgerRole("PAYROLL", "Run the payroll interface", false),
          new LedgerRole("BUDGET", "Keep budgets", false),
          new LedgerRole("REPORTS", "Run reports", false),
          new LedgerRole("TARIFF_A", "Old tariffs, ports of the north", false),
          new LedgerRole("TARIFF_B", "Old tariffs, ports of the south", false),
          new LedgerRole("AUDIT_VIEW", "See everything, change nothing", false),
          new LedgerRole("USER_ADMIN", "Create users and give roles", true),
          new LedgerRole("SYS_ADMIN", "Settings, jobs and updates", true));

  /// One row of the user list.
  record User(
      String id,
      String name,
      char state,
      @Nullable LocalDate lastLogon,
      String branch,
      String staffNumber,
      LocalDate created,
      String email,
      char type,
      List<String> roles) {}

  private final Random random;
  private final Map<String, User> users = new LinkedHashMap<>();

  Ledger(Company company, Random random) {
    this.random = random;
    company.of(Department.FINANCE).forEach(worker -> add(worker, 100));
    company.of(Department.HEAD_OFFICE).forEach(worker -> add(worker, 70));
    company.of(Department.FREIGHT).forEach(worker -> add(worker, 55));
    company.of(Department.PURSERS).forEach(worker -> add(worker, 25));
    addStories(company);
  }

  private void add(Worker worker, int percent) {
    if (random.nextInt(100) >= percent) {
      return;
    }
    LocalDate created =
        worker.start().isBefore(LocalDate.of(2019, 2, 1))
            ? LocalDate.of(2019, 2, 3).plusDays(random.nextInt(30))
            : worker.start();
    boolean forgotten = worker.seasonal() && random.nextInt(100) < 30;
    boolean disabled = worker.hasLeft() && !forgotten && random.nextInt(100) < 92;
    put(
        new User(
            worker.number(),
            worker.name(),
            disabled ? 'X' : random.nextInt(100) < 2 ? 'L' : 'A',
            lastLogon(worker),
            PORTS.get(random.nextInt(PORTS.size())),
            bare(worker.number()),
            created,
            random.nextInt(100) < 85 ? worker.email() : "",
            'P',
            rolesFor(worker)));
  }

  /// Most were in during the last weeks; some drift away; a few never came.
  private @Nullable LocalDate lastLogon(Worker worker) {
    LocalDate latest = worker.lastDayHere();
    int dice = random.nextInt(100);
    if (dice < 3) {
      return null;
    }
    return latest.minusDays(
        dice < 82
            ? random.nextInt(21)
            : dice < 91 ? 30 + random.nextInt(75) : 80 + random.nextInt(260));
  }

  private List<String> rolesFor(Worker worker) {
    List<String> roles = new ArrayList<>();
    roles.add("REPORTS");
    switch (worker.title()) {
      case "Bookkeeper" -> roles.addAll(List.of("GL_VIEW", "GL_POST", "AP_ENTRY"));
      case "Payables clerk" ->
          roles.addAll(List.of("AP_ENTRY", random.nextInt(3) == 0 ? "AP_PAY" : "AP_APPROVE"));
      case "Controller" -> roles.addAll(List.of("GL_VIEW", "GL_CLOSE", "BUDGET", "AP_APPROVE"));
      case "Payroll clerk" -> roles.addAll(List.of("PAYROLL", "GL_VIEW"));
      case "Systems engineer" -> {
        if (random.nextInt(4) == 0) {
          roles.add("SYS_ADMIN");
        }
      }
      case "Buyer" -> roles.add("SUP_MAINT");
      case "Freight agent", "Customs clerk" -> roles.addAll(List.of("AR_ENTRY", "GL_VIEW"));
      default -> roles.add("GL_VIEW");
    }
    return roles;
  }

  private void addStories(Company company) {
    put(
        account(
            "admin",
            "Ledger administrator",
            'A',
            LocalDate.of(2026, 1, 12),
            'B',
            List.of("SYS_ADMIN", "USER_ADMIN")));
    put(
        account(
            "svc.tide",
            "Tide table transfer",
            'A',
            LocalDate.of(2026, 6, 28),
            'S',
            List.of("REPORTS")));
    put(
        account(
            "svc.bank",
            "Bank file transfer",
            'A',
            LocalDate.of(2026, 6, 30),
            'S',
            List.of("AP_PAY")));
    put(
        account(
            "till.harbour",
            "Quay till Harbour",
            'A',
            LocalDate.of(2026, 6, 30),
            'T',
            List.of("AR_CASH")));
    put(
        account(
            "temp.audit",
            "Temporary, yearly accounts",
            'A',
            LocalDate.of(2026, 2, 27),
            'P',
            List.of("AUDIT_VIEW", "GL_VIEW")));
    put(
        account(
            "kelvin.r",
            "R. Kelvin",
            'A',
            LocalDate.of(2026, 6, 18),
            'P',
            List.of("AP_ENTRY", "AP_APPROVE")));
    put(
        account(
            "consult2",
            "Migration consultant",
            'A',
            LocalDate.of(2025, 11, 3),
            'P',
            List.of("USER_ADMIN")));
    put(account("00417x", "Copy of 00417", 'A', null, 'P', List.of("GL_VIEW")));
    Worker gone = leaverWhoStayed(company);
    User was = users.get(gone.number());
    put(
        new User(
            gone.number(),
            gone.name(),
            'A',
            LocalDate.of(2026, 5, 19),
            "Harbour",
            bare(gone.number()),
            was == null ? LocalDate.of(2019, 2, 8) : was.created,
            gone.email(),
            'P',
            List.of("REPORTS", "GL_VIEW", "GL_POST", "SUP_MAINT")));
  }

  /// The bookkeeper who left in spring and whose account went on.
  static Worker leaverWhoStayed(Company company) {
    return company.of(Department.FINANCE).stream()
        .filter(worker -> !worker.seasonal() && worker.hasLeft())
        .filter(worker -> Objects.requireNonNull(worker.end()).isBefore(LocalDate.of(2026, 5, 10)))
        .findFirst()
        .orElseThrow();
  }

  private static User account(
      String id,
      String name,
      char state,
      @Nullable LocalDate lastLogon,
      char type,
      List<String> roles) {
    return new User(id, name, state, lastLogon, "", "", LocalDate.of(2019, 2, 3), "", type, roles);
  }

  private void put(User user) {
    users.put(user.id, user);
  }

  /// What a spreadsheet leaves of `00417`.
  private static String bare(String number) {
    return number.replaceFirst("^0+", "");
  }

  List<User> users() {
    return List.copyOf(users.values());
  }

  String usersCsv() {
    StringBuilder csv = titles("brúkaralisti", "Urval: all");
    csv.append("User;Full name;State;Last logon;Branch;Staff No;Created;Mail;Sort\r\n");
    int row = 0;
    for (User user : users.values()) {
      // One impossible day, as a hand-kept list will have it.
      String logon = ++row == 42 ? "31.02.2026" : day(user.lastLogon);
      csv.append(
              String.join(
                  ";",
                  user.id,
                  user.name,
                  "" + user.state,
                  logon,
                  user.branch,
                  user.staffNumber,
                  day(user.created),
                  user.email,
                  "" + user.type))
          .append("\r\n");
    }
    csv.append("Íalt: ").append(users.size()).append(" brúkarar;;;;;;;;\r\n");
    return csv.toString();
  }

  String rolesCsv() {
    StringBuilder csv = titles("leiklutir", "Urval: all");
    csv.append("Role;Text;Owner;Administrator\r\n");
    for (LedgerRole role : ROLES) {
      String owner = role.administrator ? "403" : "341";
      csv.append(
              String.join(";", role.id, role.description, owner, role.administrator ? "ja" : "nei"))
          .append("\r\n");
    }
    return csv.append("Íalt: ").append(ROLES.size()).append(";;;\r\n").toString();
  }

  String userRolesCsv() {
    StringBuilder csv = titles("brúkarar og leiklutir", "Urval: all");
    csv.append("User;Role;Branch;Valid from;Valid to\r\n");
    int rows = 0;
    for (User user : users.values()) {
      for (String role : user.roles) {
        csv.append(
                String.join(
                    ";",
                    user.id,
                    role,
                    role.equals("REPORTS") ? "" : user.branch,
                    day(user.created),
                    NEVER))
            .append("\r\n");
        rows++;
      }
    }
    return csv.append("Íalt: ").append(rows).append(";;;;\r\n").toString();
  }

  private static StringBuilder titles(String list, String filter) {
    return new StringBuilder("Finance Ledger – ")
        .append(list)
        .append("\r\n")
        .append("Koyrt: 01.07.2026 06:00\r\n")
        .append(filter)
        .append("\r\n");
  }

  private static String day(@Nullable LocalDate day) {
    return day == null ? NEVER : DAY.format(day);
  }
}
