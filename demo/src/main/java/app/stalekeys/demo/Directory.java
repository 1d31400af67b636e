package app.stalekeys.demo;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Base64;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/// The Staff Directory's entries as LDIF (RFC 2849): names beyond ASCII in base64, long lines folded,
/// times as generalised time in UTC.
final class Directory {

  private static final DateTimeFormatter GENERALISED =
      DateTimeFormatter.ofPattern("yyyyMMddHHmmss'Z'");
  private static final int LINE = 76;

  private final Random random;
  private final LocalDate asOf;
  private final StringBuilder ldif = new StringBuilder("version: 1\n");
  private int entries;

  Directory(Company company, Random random, LocalDate asOf) {
    this.random = random;
    this.asOf = asOf;
    for (Worker worker : company.workers()) {
      if (!worker.hasLeft() || random.nextInt(100) < (worker.seasonal() ? 16 : 60)) {
        person(worker);
      }
    }
    nobody("old.rota", "Old rota board", LocalDate.of(2025, 12, 2), false);
    nobody("test.user1", "Test User", null, false);
    nobody("jp.skarvik", "J. P. Skarvik", LocalDate.of(2026, 6, 21), true);
    service("svc.mailgate", "Mail gateway");
    service("svc.backup", "Nightly backup");
    service("svc.tide", "Tide table transfer");
  }

  private void person(Worker worker) {
    boolean closed =
        worker.hasLeft() && !worker.seasonal() && random.nextInt(100) < 90 && worker.hasLeft(asOf);
    LocalDate latest = worker.lastDayHere();
    int dice = random.nextInt(100);
    LocalDate last =
        dice < 2
            ? null
            : latest.minusDays(dice < 90 ? random.nextInt(14) : 20 + random.nextInt(190));
    boolean strong = random.nextInt(100) < (worker.seasonal() ? 88 : 97);
    int second = random.nextInt(30_000);
    boolean bySms = random.nextInt(5) == 0;
    if (worker.start().isAfter(asOf)) {
      return;
    }
    if (last != null && last.isAfter(asOf)) {
      last = asOf.minusDays(second % 9);
    }
    open(worker.userName(), worker.department().words());
    line("cn", worker.name());
    line("mail", worker.email());
    line("employeeNumber", worker.number());
    line("ou", worker.department().words());
    line("title", worker.title());
    line("accountStatus", closed ? "inactive" : "active");
    line("createTimestamp", time(worker.start().atTime(6, 0)));
    if (last != null) {
      line("authTimestamp", time(last.atTime(6, 30).plusSeconds(second)));
    }
    line("secondFactor", strong ? "TRUE" : "FALSE");
    if (strong) {
      line("factorType", bySms ? "sms" : "app");
    }
    close();
  }

  private void nobody(String uid, String name, @Nullable LocalDate last, boolean strong) {
    open(uid, "Head Office");
    line("cn", name);
    line("accountStatus", "active");
    line("createTimestamp", time(LocalDate.of(2021, 9, 14).atTime(10, 12)));
    if (last != null) {
      LocalDate known = last.isAfter(asOf) ? asOf : last;
      line("authTimestamp", time(known.atTime(11, 5)));
    }
    line("secondFactor", strong ? "TRUE" : "FALSE");
    close();
  }

  private void service(String uid, String name) {
    open(uid, "Services");
    line("cn", name);
    line("employeeType", "service");
    line("accountStatus", "active");
    line("createTimestamp", time(LocalDate.of(2019, 3, 1).atTime(9, 0)));
    line("authTimestamp", time(asOf.atTime(2, 0)));
    line(
        "description",
        "Used by a program, not by a person. Ask the systems engineers of the head office before you change its password.");
    close();
  }

  private void open(String uid, String unit) {
    entries++;
    line("dn", "uid=" + uid + ",ou=" + unit + ",dc=fennicksound,dc=example");
    for (String objectClass : List.of("top", "person", "inetOrgPerson")) {
      line("objectClass", objectClass);
    }
    line("uid", uid);
  }

  private void close() {
    ldif.append('\n');
  }

  private static String time(LocalDateTime at) {
    return GENERALISED.format(at);
  }

  private void line(String attribute, String value) {
    boolean plain = value.chars().allMatch(c -> c >= ' ' && c < 127);
    String text =
        plain
            ? attribute + ": " + value
            : attribute
                + ":: "
                + Base64.getEncoder().encodeToString(value.getBytes(StandardCharsets.UTF_8));
    for (int at = 0; at < text.length(); ) {
      int width = at == 0 ? LINE : LINE - 1;
      int end = Math.min(text.length(), at + width);
      ldif.append(at == 0 ? "" : " ").append(text, at, end).append('\n');
      at = end;
    }
  }

  /// Groups of the directory with their members, for the systems engineers' own programs.
  void groups(Company company) {
    group("cn=print-operators", company.workers().subList(60, 66));
    group("cn=directory-administrators", company.workers().subList(64, 67));
  }

  private void group(String name, List<Worker> members) {
    line("dn", name + ",ou=Groups,dc=fennicksound,dc=example");
    line("objectClass", "top");
    line("objectClass", "groupOfNames");
    line("cn", name.substring(3));
    members.stream()
        .filter(worker -> !worker.hasLeft() && !worker.start().isAfter(asOf))
        .forEach(worker ->
            line(
                "member",
                "uid=%s,ou=%s,dc=fennicksound,dc=example"
                    .formatted(worker.userName(), worker.department().words())));
    close();
  }

  int entries() {
    return entries;
  }

  String ldif() {
    return ldif.toString();
  }
}
