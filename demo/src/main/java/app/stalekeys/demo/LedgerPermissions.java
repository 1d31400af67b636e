package app.stalekeys.demo;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Random;

/// What the ledger's roles allow, what each permission is worth, and what was done with them.
final class LedgerPermissions {

  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("dd.MM.yyyy HH:mm:ss");

  /// Object, right, meaning, weight, category, licence.
  private static final String[][] PERMISSIONS = {
    {"Journal", "read", "See journals", "low", "", "VIEW"},
    {"Journal", "create", "Post journal entries", "medium", "", "STANDARD"},
    {"Period", "close", "Close a month", "high", "", "FULL"},
    {"Invoice/Supplier", "create", "Enter supplier invoices", "medium", "", "STANDARD"},
    {"Invoice/Supplier", "approve", "Approve supplier invoices", "high", "", "STANDARD"},
    {"Invoice/Customer", "create", "Enter customer invoices", "medium", "", "STANDARD"},
    {"Payment/Run", "release", "Release a payment run", "critical", "", "FULL"},
    {"Supplier", "create", "Add a supplier", "high", "", "STANDARD"},
    {"Supplier", "update", "Change a supplier's bank account", "high", "", "STANDARD"},
    {"Cash", "create", "Post incoming money", "medium", "", "STANDARD"},
    {"Payroll", "run", "Run the payroll interface", "high", "", "FULL"},
    {"Budget", "update", "Keep budgets", "medium", "", "STANDARD"},
    {"Report", "read", "Run reports", "low", "", "VIEW"},
    {"Report", "export", "Export reports as files", "medium", "export", "STANDARD"},
    {"User", "create", "Create users", "critical", "", "FULL"},
    {"User/Role", "update", "Give and take roles", "critical", "", "FULL"},
    {"Setting", "update", "Change settings", "critical", "", "FULL"}
  };

  /// Role, object, right.
  private static final String[][] GRANTS = {
    {"GL_VIEW", "Journal", "read"},
    {"GL_POST", "Journal", "create"},
    {"GL_CLOSE", "Period", "close"},
    {"AP_ENTRY", "Invoice/Supplier", "create"},
    {"AP_APPROVE", "Invoice/Supplier", "approve"},
    {"AP_PAY", "Payment/*", "release"},
    {"SUP_MAINT", "Supplier", "create"},
    {"AR_ENTRY", "Invoice/Customer", "create"},
    {"AR_CASH", "Cash", "create"},
    {"PAYROLL", "Payroll", "run"},
    {"BUDGET", "Budget", "update"},
    {"REPORTS", "Report", "read"},
    {"AUDIT_VIEW", "*", "read"},
    {"USER_ADMIN", "User", "create"},
    {"USER_ADMIN", "User/Role", "update"},
    {"SYS_ADMIN", "Setting", "update"}
  };

  private LedgerPermissions() {}

  static String permissionsCsv() {
    StringBuilder csv = new StringBuilder("Object;Right;Text;Weight;Sort;Licence\r\n");
    for (String[] permission : PERMISSIONS) {
      csv.append(String.join(";", permission)).append("\r\n");
    }
    return csv.toString();
  }

  static String grantsCsv() {
    StringBuilder csv = new StringBuilder("Role;Object;Right\r\n");
    for (String[] grant : GRANTS) {
      csv.append(String.join(";", grant)).append("\r\n");
    }
    return csv.toString();
  }

  static String licencesCsv() {
    return "Licence;Rank;Cost\r\nVIEW;1;90\r\nSTANDARD;2;240\r\nFULL;3;610\r\n";
  }

  /// The ledger's own record of the half-year: daily work, and who changed whose roles.
  static String activityCsv(Ledger ledger, String orderer, Random random) {
    java.util.TreeSet<String> lines =
        new java.util.TreeSet<>(
            java.util.Comparator.comparing((String line) -> sortable(line))
                .thenComparing(line -> line));
    List<Ledger.User> users =
        ledger.users().stream()
            .filter(user -> user.state() == 'A' && user.type() == 'P' && user.roles().size() > 2)
            .filter(user -> user.lastLogon() != null)
            .toList();
    for (int i = 0; i < 9000; i++) {
      Ledger.User user = users.get(random.nextInt(users.size()));
      LocalDateTime at =
          LocalDateTime.of(2026, 1, 2, 8, 0)
              .plusDays(random.nextInt(179))
              .plusSeconds(random.nextInt(28_000));
      String role = user.roles().get(random.nextInt(user.roles().size()));
      for (String[] grant : GRANTS) {
        if (grant[0].equals(role) && !grant[1].contains("*") && !role.endsWith("ADMIN")) {
          lines.add(line(at, user.id(), grant[2], "", grant[1], "", ""));
        }
      }
    }
    // Two halves of one deed, in May, by the one who can do both.
    String payer = ledger.supplierPayer();
    lines.add(at("2026-05-11T10:14:03", payer, "create", "", "Supplier", "", ""));
    lines.add(at("2026-05-12T16:40:51", payer, "release", "", "Payment/Run", "", ""));
    lines.add(at("2026-05-19T11:08:27", orderer, "approve", "", "Invoice/Supplier", "", ""));
    // What came with each new account, as it was asked for.
    for (Ledger.User user : ledger.users()) {
      if (user.type() == 'P' && !user.created().isBefore(LocalDate.of(2026, 1, 1))) {
        for (String role : user.roles()) {
          lines.add(line(user.created().atTime(8, 45), "admin", "GIVE", user.id(), "", "", role));
        }
      }
    }
    // A role given late in the evening and taken before anybody came; one given to oneself.
    lines.add(at("2026-03-17T22:40:00", "admin", "GIVE", "kelvin.r", "", "", "SYS_ADMIN"));
    lines.add(at("2026-03-18T04:10:00", "admin", "TAKE", "kelvin.r", "", "SYS_ADMIN", ""));
    String self = ledger.selfGranter();
    lines.add(at("2026-04-16T08:51:30", self, "GIVE", self, "", "", "USER_ADMIN"));
    lines.add(at("2026-02-03T09:30:00", "consult2", "GIVE", payer, "", "", "AP_PAY"));
    // What was done in the session that the guess opened.
    lines.add(inSession("2026-06-09T02:27:14", "read", "Supplier"));
    lines.add(inSession("2026-06-09T02:31:40", "read", "Payment/Run"));
    lines.add(inSession("2026-06-09T02:33:05", "read", "Payroll"));
    lines.add(inSession("2026-06-09T02:49:52", "export", "Payroll"));
    return "Klokka;User;Deed;Target;Object;Before;After;Session\r\n"
        + String.join("\r\n", lines)
        + "\r\n";
  }

  private static String inSession(String time, String deed, String object) {
    return at(time, "admin", deed, "", object, "", "") + LedgerSignIns.GUESSED;
  }

  private static String sortable(String line) {
    String at = line.substring(0, 19);
    return at.substring(6, 10) + at.substring(3, 5) + at.substring(0, 2) + at.substring(11);
  }

  private static String at(
      String time,
      String user,
      String deed,
      String target,
      String object,
      String before,
      String after) {
    return line(LocalDateTime.parse(time), user, deed, target, object, before, after);
  }

  private static String line(
      LocalDateTime time,
      String user,
      String deed,
      String target,
      String object,
      String before,
      String after) {
    return String.join(";", TIME.format(time), user, deed, target, object, before, after, "");
  }
}
