package app.stalekeys.demo;

import app.stalekeys.demo.Worker.Department;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
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
  private String selfGranter = "";
  private String supplierPayer = "";
  private final Map<String, User> users = new LinkedHashMap<>();
  private final Map<String, Worker> owners = new HashMap<>();

  /// Days and scopes of roles that did not come with the account, by `user role`.
  private final Map<String, LocalDate> given = new HashMap<>();

  private final Map<String, String> scopes = new HashMap<>();

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
    owners.put(worker.number(), worker);
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
    bookkeepers();
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

  /// Who can add a supplier and pay it, who can do so in different ports only, who gave himself a role,
  /// and who has one that no record explains.
  private void bookkeepers() {
    List<User> staff =
        users.values().stream()
            .filter(user -> user.state == 'A' && user.type == 'P' && user.roles.contains("GL_POST"))
            .filter(user -> user.created.isBefore(LocalDate.of(2026, 1, 1)))
            .toList();
    more(staff.get(0), "SUP_MAINT", LocalDate.of(2025, 11, 10), "Harbour");
    more(users.get(staff.get(0).id), "AP_PAY", LocalDate.of(2026, 2, 3), "Harbour");
    more(staff.get(1), "SUP_MAINT", LocalDate.of(2025, 9, 1), "North");
    more(users.get(staff.get(1).id), "AP_PAY", LocalDate.of(2025, 9, 1), "Slipway");
    more(staff.get(2), "USER_ADMIN", LocalDate.of(2026, 4, 16), "");
    more(staff.get(3), "GL_CLOSE", LocalDate.of(2026, 5, 22), "Harbour");
    selfGranter = staff.get(2).id;
    supplierPayer = staff.get(0).id;
  }

  private void more(@Nullable User user, String role, LocalDate day, String scope) {
    User had = Objects.requireNonNull(user);
    List<String> roles = new ArrayList<>(had.roles);
    roles.add(role);
    given.put(had.id + " " + role, day);
    scopes.put(had.id + " " + role, scope);
    put(
        new User(
            had.id,
            had.name,
            had.state,
            had.lastLogon,
            had.branch,
            had.staffNumber,
            had.created,
            had.email,
            had.type,
            roles));
  }

  /// Who may approve invoices here and orders spare parts elsewhere.
  Worker approver() {
    return users.values().stream()
        .filter(user -> user.state == 'A' && user.roles.contains("AP_APPROVE"))
        .map(user -> owners.get(user.id))
        .filter(Objects::nonNull)
        .filter(worker -> worker.end() == null)
        .findFirst()
        .orElseThrow();
  }

  String selfGranter() {
    return selfGranter;
  }

  String supplierPayer() {
    return supplierPayer;
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

  String usersCsv(LocalDate asOf) {
    StringBuilder csv = titles("brúkaralisti", "Urval: all", asOf);
    csv.append(
        "User;Full name;State;Last logon;Branch;Staff No;Created;Mail;Sort;Licence;First password\r\n");
    int row = 0;
    for (User user : known(asOf)) {
      // One impossible day, as a hand-kept list will have it.
      boolean slip = ++row == 42 && asOf.equals(DemoAudit.AS_OF);
      String logon = slip ? "31.02.2026" : day(lastLogon(user, asOf));
      csv.append(
              String.join(
                  ";",
                  user.id,
                  user.name,
                  "" + (disabledLater(user, asOf) ? 'A' : user.state),
                  logon,
                  user.branch,
                  user.staffNumber,
                  day(user.created),
                  user.email,
                  "" + user.type,
                  licence(user),
                  user.type == 'B' ? "ja" : "nei"))
          .append("\r\n");
    }
    csv.append("Íalt: ").append(row).append(" brúkarar;;;;;;;;;;\r\n");
    return csv.toString();
  }

  String rolesCsv(LocalDate asOf) {
    StringBuilder csv = titles("leiklutir", "Urval: all", asOf);
    csv.append("Role;Text;Owner;Administrator\r\n");
    for (LedgerRole role : ROLES) {
      String owner = role.administrator ? "403" : "341";
      csv.append(
              String.join(";", role.id, role.description, owner, role.administrator ? "ja" : "nei"))
          .append("\r\n");
    }
    return csv.append("Íalt: ").append(ROLES.size()).append(";;;\r\n").toString();
  }

  String userRolesCsv(LocalDate asOf) {
    StringBuilder csv = titles("brúkarar og leiklutir", "Urval: all", asOf);
    csv.append("User;Role;Branch;Valid from;Valid to\r\n");
    int rows = 0;
    for (User user : known(asOf)) {
      for (String role : user.roles) {
        if (givenOn(user, role).isAfter(asOf)) {
          continue;
        }
        csv.append(
                String.join(";", user.id, role, scope(user, role), day(givenOn(user, role)), NEVER))
            .append("\r\n");
        rows++;
      }
    }
    return csv.append("Íalt: ").append(rows).append(";;;;\r\n").toString();
  }

  private List<User> known(LocalDate asOf) {
    return users.values().stream().filter(user -> !user.created.isAfter(asOf)).toList();
  }

  private static @Nullable LocalDate lastLogon(User user, LocalDate asOf) {
    LocalDate last = user.lastLogon;
    return last != null && last.isAfter(asOf) ? asOf.minusDays(user.id.hashCode() & 7) : last;
  }

  /// Disabled after that date: on it, the account was still open.
  private boolean disabledLater(User user, LocalDate asOf) {
    Worker worker = owners.get(user.id);
    return user.state == 'X' && worker != null && !worker.hasLeft(asOf);
  }

  /// Most roles came with the account; a few have a story of their own.
  private LocalDate givenOn(User user, String role) {
    return given.getOrDefault(user.id + " " + role, user.created);
  }

  private String scope(User user, String role) {
    return role.equals("REPORTS") ? "" : scopes.getOrDefault(user.id + " " + role, user.branch);
  }

  /// What the account costs by its licence; some have more than they can use.
  private static String licence(User user) {
    if (user.type == 'P' && Math.floorMod(user.id.hashCode(), 61) == 7) {
      return "FULL";
    }
    boolean runs =
        user.roles.stream()
            .anyMatch(
                role -> List.of("AP_PAY", "GL_CLOSE", "SYS_ADMIN", "USER_ADMIN").contains(role));
    boolean enters = user.roles.size() > 2 || user.roles.contains("AP_ENTRY");
    return runs ? "FULL" : enters ? "STANDARD" : "VIEW";
  }

  private static StringBuilder titles(String list, String filter, LocalDate asOf) {
    return new StringBuilder("Finance Ledger – ")
        .append(list)
        .append("\r\n")
        .append("Koyrt: ")
        .append(DAY.format(asOf.plusDays(1)))
        .append(" 06:00\r\n")
        .append(filter)
        .append("\r\n");
  }

  private static String day(@Nullable LocalDate day) {
    return day == null ? NEVER : DAY.format(day);
  }
}
