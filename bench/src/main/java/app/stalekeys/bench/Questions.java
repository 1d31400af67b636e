package app.stalekeys.bench;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.source.Workers;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/// A whole generated audit with all checks, beside loading the same files into an embedded analytic
/// database and asking there what the checks that flag anything ask. Each question's count stands beside
/// ours, so that it can be seen that both answer the same.
final class Questions {

  private static final class AllHands implements Workers {
    @Override
    public <T, R> List<R> each(List<T> items, Function<T, R> work) {
      return items.parallelStream().map(work).toList();
    }
  }

  /// The questions, by check. `t` is the as-of day.
  private static final Map<String, String> ASKED = new LinkedHashMap<>();

  static {
    ASKED.put(
        "leaver-enabled",
        """
        select count(*) from accounts a join people p on p.person = a.person
        where a.status = 'enabled' and p."end" <= '2026-06-30'
        """);
    ASKED.put(
        "leaver-signed-in",
        """
        select count(*) from (
          select a.app, a.account from accounts a
          join people p on p.person = a.person and p.status = 'left'
          join signins s on s.app = a.app and s.account = a.account
          where s.outcome = 'success' and s.moment::date > p."end"::date and s.moment < '2026-07-01'
          group by all)
        """);
    ASKED.put(
        "no-second-factor",
        "select count(*) from accounts where status = 'enabled' and mfa = 'no' and type <> 'service'");
    ASKED.put(
        "dormant",
        """
        select count(*) from accounts a
        left join (select app, account, max(moment) as seen from signins
                   where outcome = 'success' and moment < '2026-07-01' group by all) s
          on s.app = a.app and s.account = a.account
        where a.status = 'enabled'
          and date_diff('day', greatest(s.seen::date, a."last-sign-in"::date), date '2026-06-30') > 90
        """);
    ASKED.put(
        "odd-hours",
        """
        select count(*) from (
          select app, account, count(*) as every,
            count(*) filter (where hour(moment) < 7 or hour(moment) >= 20 or isodow(moment) > 5) as odd
          from signins where outcome = 'success' and moment < '2026-07-01' group by all)
        where odd >= 5 and odd * 100 >= 20 * every
        """);
    ASKED.put(
        "guessing",
        """
        select count(distinct (app, account)) from (
          select app, account, moment,
            lag(moment, 9) over (partition by app, account order by moment) as tenth
          from signins where outcome = 'failure' and moment < '2026-07-01')
        where moment - tenth <= interval 10 minutes
        """);
    ASKED.put(
        "repeated-failures",
        """
        select count(*) from (
          select app, account from signins
          where outcome = 'failure' and moment >= '2026-01-01' and moment < '2026-07-01'
          group by all having count(*) >= 50)
        """);
    ASKED.put(
        "awakened",
        """
        select count(distinct (app, account)) from (
          select app, account, moment, lag(moment) over (partition by app, account order by moment) as before
          from signins where outcome = 'success' and moment < '2026-07-01')
        where date_diff('day', before::date, moment::date) >= 90
        """);
    ASKED.put(
        "held-while-disabled",
        """
        select count(*) from (
          select a.app, a.account from accounts a
          join assignments h on h.app = a.app and h.account = a.account
          where a.status <> 'enabled' group by all)
        """);
    ASKED.put(
        "role-ownerless",
        "select count(*) from roles r where not exists (select 1 from accounts a join people p on p.person = r.owner where p.status <> 'left')");
    ASKED.put(
        "too-many-administrators",
        """
        select count(*) from (
          select a.app from accounts a
          where a.status = 'enabled'
          group by a.app having (select count(*) from privileged p join accounts b
            on b.app = p.app and b.account = p.account
            where p.app = a.app and b.status = 'enabled') > greatest(3, count(*) * 5 / 100))
        """);
    ASKED.put(
        "idle-administrator",
        """
        select count(*) from privileged p
        join accounts a on a.app = p.app and a.account = p.account and a.status = 'enabled'
        where not exists (select 1 from activity d
          where d.app = p.app and d.actor = p.account and d.action in ('give-role', 'take-role')
            and d.moment::date > date '2026-04-01')
        """);
    ASKED.put(
        "unused-permission",
        """
        select count(*) from (
          select e.app, e.account from effective e
          join accounts a on a.app = e.app and a.account = e.account and a.status = 'enabled'
          join permissions p on p.app = e.app and p.resource = e.resource and p.action = e.action
          left join (select distinct app, actor, resource, action from activity
                     where moment::date > date '2026-04-01') u
            on u.app = e.app and u.actor = e.account and u.resource = e.resource and u.action = e.action
          where p.sensitivity in ('high', 'critical') and u.actor is null
          group by all)
        """);
    ASKED.put(
        "unlike-peers",
        """
        select count(*) from (
          with grouped as (
            select app, department, title, count(*) as size from accounts
            where status = 'enabled' group by all having count(*) >= 5),
          held as (
            select a.app, a.department, a.title, a.account, h.role as thing from accounts a
            join assignments h on h.app = a.app and h.account = a.account
            where a.status = 'enabled' group by all
            union all
            select a.app, a.department, a.title, a.account, e.resource || ' ' || e.action
            from accounts a join effective e on e.app = a.app and e.account = a.account
            join permissions p on p.app = e.app and p.resource = e.resource and p.action = e.action
            where a.status = 'enabled' and p.sensitivity in ('high', 'critical')),
          counted as (
            select app, department, title, thing, count(*) as holders from held group by all)
          select distinct h.app, h.account from held h
          join grouped g on g.app = h.app and g.department = h.department and g.title = h.title
          join counted c on c.app = h.app and c.department = h.department and c.title = h.title
            and c.thing = h.thing
          where (c.holders - 1) * 100 <= 5 * (g.size - 1))
        """);
  }

  private Questions() {}

  static void run(Path folder) throws Exception {
    Map<String, Integer> ours = new LinkedHashMap<>();
    long mine =
        Reading.time(() -> {
          AuditRun.Answer answer = AuditRun.run(AuditFolder.open(folder), new AllHands());
          if (!(answer instanceof AuditRun.Answer.Ran ran)) {
            throw new IllegalStateException(answer.toString());
          }
          for (Finding finding : ran.outcome().result().findings()) {
            ours.merge(finding.check(), 1, Integer::sum);
          }
        });
    System.out.printf(
        "all checks: %,d ms, %,d findings, heap at most %,d MB%n",
        mine, ours.values().stream().mapToInt(Integer::intValue).sum(), heap());
    try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
        Statement statement = connection.createStatement()) {
      statement.execute("set memory_limit = '8GB'");
      statement.execute(
          "set temp_directory = '%s'".formatted(Files.createTempDirectory("questions")));
      long loading = Reading.time(() -> load(statement, folder));
      System.out.printf("database: loading %,d ms%n", loading);
      long asking = Reading.time(() -> closure(statement));
      System.out.printf("  %-26s %,9d ms%n", "(who reaches what)", asking);
      for (Map.Entry<String, String> question : ASKED.entrySet()) {
        long[] counted = new long[1];
        long took = Reading.time(() -> counted[0] = ask(statement, question.getValue()));
        asking += took;
        System.out.printf(
            "  %-26s %,9d ms   theirs %,9d   ours %,9d%n",
            question.getKey(), took, counted[0], ours.getOrDefault(question.getKey(), 0));
      }
      System.out.printf(
          "database: %,d ms in all, ratio %.1f%n",
          loading + asking, (double) (loading + asking) / Math.max(1, mine));
    }
  }

  private static long heap() {
    return ManagementFactory.getMemoryPoolMXBeans().stream()
            .filter(pool -> pool.getType() == MemoryType.HEAP)
            .map(MemoryPoolMXBean::getPeakUsage)
            .mapToLong(java.lang.management.MemoryUsage::getUsed)
            .sum()
        / 1_000_000;
  }

  private static void load(Statement statement, Path folder) throws SQLException {
    statement.execute(
        "create table people as select * from read_csv('%s', header = true, types = {'person': 'varchar'})"
            .formatted(folder.resolve("people.csv")));
    for (String kind :
        List.of(
            "accounts",
            "roles",
            "assignments",
            "nesting",
            "grants",
            "permissions",
            "sign-ins",
            "activity")) {
      String times =
          kind.equals("sign-ins") || kind.equals("activity")
              ? ", \"at\"), cast(\"at\" as timestamp) as moment"
              : ")";
      statement.execute(
          """
          create table %s as
          select regexp_extract(filename, 'app[0-9]+') as app, * exclude (filename%s
          from read_csv('%s/app*/%s.csv', header = true, all_varchar = true, filename = true)
          """
              .formatted(kind.replace("-", ""), times, folder, kind));
    }
  }

  /// What the questions about access ask of: who reaches which permission, through roles and nesting,
  /// less what is denied to a role outright; and who is privileged.
  private static void closure(Statement statement) throws SQLException {
    statement.execute(
        """
        create table reached as
        with recursive reached(app, account, role) as (
          select distinct app, account, role from assignments
          union
          select reached.app, reached.account, nesting.child
          from reached join nesting on nesting.app = reached.app and nesting.parent = reached.role)
        select * from reached
        """);
    statement.execute(
        """
        create table effective as
        select distinct r.app, r.account, g.resource, g.action
        from reached r join grants g on g.app = r.app and g.holder = r.role
        where g.effect = 'allow'
        """);
    statement.execute(
        """
        create table privileged as
        select distinct r.app, r.account from reached r
        join roles f on f.app = r.app and f.role = r.role where f.privileged = 'yes'
        union
        select distinct e.app, e.account from effective e
        join permissions p on p.app = e.app and p.resource = e.resource and p.action = e.action
        where p.sensitivity = 'critical'
        """);
  }

  private static long ask(Statement statement, String question) throws SQLException {
    try (ResultSet answer = statement.executeQuery(question)) {
      answer.next();
      return answer.getLong(1);
    }
  }
}
