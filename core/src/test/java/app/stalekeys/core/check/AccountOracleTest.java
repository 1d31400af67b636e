package app.stalekeys.core.check;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// The checks on accounts and their passwords beside the plainest reading of their definitions, on random lists whose
/// days stand on and beside the boundaries and whose cells are often empty.
class AccountOracleTest {

  private static final LocalDate AS_OF = LocalDate.parse("2026-06-30");

  private static final List<String> COLUMNS =
      List.of(
          "account",
          "name",
          "email",
          "department",
          "person",
          "owner",
          "type",
          "status",
          "created",
          "expires",
          "last-sign-in",
          "mfa",
          "mfa-method",
          "password-set",
          "password-never-expires",
          "lockout-after",
          "password-history",
          "password-reused",
          "password-strength",
          "default-password");

  private static final List<String> PEOPLE =
      List.of(
          "person,name,email,status,end,worker-type",
          "1,Mo Arnesen,mo@example.test,active,,employee",
          "2,Liv Dahl,liv@example.test,active,2026-06-30,employee",
          "3,Tor Lund,tor@example.test,active,2026-07-01,contractor",
          "4,Ida Holm,ida@example.test,left,,employee",
          "5,Per Vik,per@example.test,left,2026-06-29,external");

  private static final Set<String> LEFT = Set.of("2", "4", "5");
  private static final Set<String> FROM_OUTSIDE = Set.of("3", "5");
  private static final List<String> MAILS = List.of("mo", "liv", "tor", "ida", "per");

  /// One row of the list, and whether a privileged role is held.
  private record Row(Map<String, String> cells, boolean privileged) {

    String get(String column) {
      return cells.getOrDefault(column, "");
    }

    boolean is(String column, String... values) {
      return Arrays.asList(values).contains(get(column));
    }

    /// Calendar days from a dated cell to the as-of date; null for an empty one.
    Long age(String column) {
      String day = get(column);
      return day.isEmpty() ? null : ChronoUnit.DAYS.between(LocalDate.parse(day), AS_OF);
    }

    boolean atLeast(String column, long days) {
      Long age = age(column);
      return age != null && age >= days;
    }

    boolean enabled() {
      Long expired = age("expires");
      return is("status", "enabled") && (expired == null || expired <= 0);
    }

    /// The id of the person behind it; empty for nobody.
    String person() {
      String id = get("person");
      if (List.of("1", "2", "3", "4", "5").contains(id)) {
        return id;
      }
      int mail = MAILS.indexOf(get("email").toLowerCase().replace("@example.test", ""));
      return mail < 0 ? "" : String.valueOf(mail + 1);
    }

    String line() {
      return String.join(",", COLUMNS.stream().map(this::get).toList());
    }
  }

  private static String any(Random random, String... from) {
    return from[random.nextInt(from.length)];
  }

  private static String day(Random random, int... ages) {
    return random.nextInt(4) == 0
        ? ""
        : AS_OF.minusDays(ages[random.nextInt(ages.length)]).toString();
  }

  private static Row row(Random random, int number) {
    Map<String, String> cells = new HashMap<>();
    cells.put("account", any(random, "u", "till-", "kioskade", "admin", "team.") + number);
    cells.put("name", any(random, "", "A Name", "Shared Desk"));
    cells.put("email", any(random, "", "MO@example.test", "liv@example.test", "x@example.test"));
    cells.put("department", any(random, "", "Quay"));
    cells.put("person", any(random, "", "1", "2", "3", "4", "5", "9"));
    cells.put("owner", any(random, "", "1", "2", "3", "4", "9"));
    cells.put(
        "type",
        any(random, "", "personal", "personal", "service", "shared", "built-in", "external"));
    cells.put(
        "status",
        any(random, "enabled", "enabled", "enabled", "disabled", "locked", "pending", "expired"));
    cells.put("created", day(random, 13, 14, 29, 30, 31, 400));
    cells.put("expires", random.nextBoolean() ? "" : day(random, -1, 0, 1));
    cells.put("last-sign-in", day(random, 0, 89, 90, 91, 300));
    cells.put("mfa", any(random, "", "yes", "no"));
    cells.put("mfa-method", any(random, "", "sms", "app", "SMS;email", "sms;app"));
    cells.put("password-set", day(random, 364, 365, 366));
    cells.put("password-never-expires", any(random, "", "yes", "no"));
    cells.put("lockout-after", any(random, "", "", "0", "5", "10", "11"));
    cells.put("password-history", any(random, "", "", "0", "3", "4", "5"));
    cells.put("password-reused", any(random, "", "no", "yes"));
    cells.put("password-strength", any(random, "", "49", "50", "weak", "strong"));
    cells.put("default-password", any(random, "", "no", "yes"));
    return new Row(cells, random.nextInt(3) == 0);
  }

  /// Everyone's rule, and one of the privileged role; the second is worse in one and not enforced in the other.
  private static final List<String> POLICIES =
      List.of(
          "policy,setting,value,holder,enforced",
          "All,lockout-after,10,,yes",
          "All,password-history,3,,yes",
          "Boss,lockout-after,0,boss,yes",
          "Boss,password-history,24,boss,yes",
          "Boss,password-history,0,boss,no");

  private static OutcomeAssert run(List<Row> rows) {
    List<String> lines = new ArrayList<>(rows.stream().map(Row::line).toList());
    lines.addFirst(String.join(",", COLUMNS));
    List<String> held =
        new ArrayList<>(
            rows.stream()
                .filter(Row::privileged)
                .map(one -> one.get("account") + ",boss")
                .toList());
    held.addFirst("account,role");
    return new TestAudit()
        .people(PEOPLE.toArray(String[]::new))
        .accounts(lines.toArray(String[]::new))
        .roles("role,privileged", "boss,yes")
        .assignments(held.toArray(String[]::new))
        .evidence("{file: policies.csv, kind: policies}")
        .file("policies.csv", POLICIES.toArray(String[]::new))
        .with("checks: {duplicate-account: {enabled: true}}")
        .run();
  }

  private static void same(
      OutcomeAssert run,
      List<Row> rows,
      String check,
      Predicate<Row> flagged,
      Function<Row, String> severity) {
    run.judgesJust(
        check,
        rows.stream()
            .filter(flagged)
            .map(row -> row.get("account") + " " + severity.apply(row))
            .toList());
  }

  private static Function<Row, String> always(String severity) {
    return row -> severity;
  }

  private static Function<Row, String> privileged(String severity, String otherwise) {
    return row -> row.privileged ? severity : otherwise;
  }

  private static boolean needsOwner(Row row) {
    return row.is("type", "service", "shared", "built-in");
  }

  private static boolean hasWord(Row row) {
    String said = (row.get("account") + " " + row.get("name")).toLowerCase();
    return Arrays.stream(said.split("[^a-z]+"))
        .anyMatch(Set.of("shared", "team", "kiosk", "till", "counter", "reception")::contains);
  }

  private static boolean locksTooLate(Row row) {
    String own = row.get("lockout-after");
    long after = own.isEmpty() ? row.privileged ? 0 : 10 : Long.parseLong(own);
    return after == 0 || after > 10;
  }

  private static boolean remembersTooFew(Row row) {
    String own = row.get("password-history");
    return (own.isEmpty() ? row.privileged ? 24 : 3 : Long.parseLong(own)) < 4;
  }

  private static boolean isWeak(Row row) {
    return row.is("password-reused", "yes")
        || row.is("password-strength", "49", "weak")
        || row.is("default-password", "yes");
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void everyCheckFlagsWhatItsDefinitionSays(@ForAll long seed) {
    Random random = new Random(seed);
    List<Row> rows = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(25); i++) {
      rows.add(row(random, i));
    }
    OutcomeAssert run = run(rows);
    same(
        run,
        rows,
        "dormant",
        row -> row.enabled() && row.atLeast("last-sign-in", 90),
        privileged("high", "medium"));
    same(
        run,
        rows,
        "never-used",
        row ->
            row.enabled()
                && row.is("last-sign-in", "")
                && (row.is("created", "") || row.atLeast("created", 30)),
        always("medium"));
    same(
        run,
        rows,
        "leaver-enabled",
        row -> row.enabled() && LEFT.contains(row.person()),
        privileged("critical", "high"));
    same(
        run,
        rows,
        "orphan",
        row -> row.enabled() && row.is("type", "", "personal") && row.person().isEmpty(),
        always("high"));
    same(
        run,
        rows,
        "ownerless",
        row ->
            row.enabled()
                && needsOwner(row)
                && (row.is("owner", "", "9") || LEFT.contains(row.get("owner"))),
        always("high"));
    same(
        run,
        rows,
        "shared-account",
        row ->
            row.enabled()
                && (row.is("type", "shared") || (row.is("type", "", "personal") && hasWord(row))),
        always("medium"));
    same(
        run,
        rows,
        "incomplete-record",
        row ->
            row.enabled()
                && (row.is("name", "") || row.is("email", "") || row.is("department", "")),
        always("low"));
    same(
        run,
        rows,
        "stale-invitation",
        row -> row.is("status", "pending") && row.atLeast("created", 14),
        always("low"));
    same(
        run,
        rows,
        "held-while-disabled",
        row -> !row.is("status", "enabled") && row.privileged,
        always("medium"));
    same(
        run,
        rows,
        "expired-enabled",
        row -> row.is("status", "enabled") && row.atLeast("expires", 1),
        always("medium"));
    same(
        run,
        rows,
        "external-no-end",
        row ->
            row.enabled()
                && row.is("expires", "")
                && (row.is("type", "external") || FROM_OUTSIDE.contains(row.person())),
        always("medium"));
    sameOfPasswords(run, rows);
    Set<String> twice = new TreeSet<>();
    for (String person : List.of("1", "2", "3", "4", "5")) {
      long own =
          rows.stream()
              .filter(
                  row -> row.enabled() && row.is("type", "personal") && row.person().equals(person))
              .count();
      if (own >= 2) {
        twice.add(person);
      }
    }
    run.flagsJust("duplicate-account", twice);
  }

  private static void sameOfPasswords(OutcomeAssert run, List<Row> rows) {
    same(
        run,
        rows,
        "no-second-factor",
        row -> row.enabled() && !row.is("type", "service") && row.is("mfa", "no"),
        privileged("high", "medium"));
    same(
        run,
        rows,
        "weak-second-factor",
        row -> row.enabled() && row.is("mfa", "yes") && row.is("mfa-method", "sms", "SMS;email"),
        privileged("medium", "low"));
    same(
        run,
        rows,
        "password-old",
        row -> row.enabled() && row.atLeast("password-set", 365) && row.is("mfa", "no"),
        always("low"));
    same(
        run,
        rows,
        "password-never-expires",
        row ->
            row.enabled() && !row.is("type", "service") && row.is("password-never-expires", "yes"),
        privileged("medium", "low"));
    same(run, rows, "no-lockout", row -> row.enabled() && locksTooLate(row), always("high"));
    same(
        run,
        rows,
        "no-password-history",
        row -> row.enabled() && remembersTooFew(row),
        always("medium"));
    same(run, rows, "weak-password", row -> row.enabled() && isWeak(row), always("high"));
  }
}
