package app.stalekeys.bench;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Effective permissions of a generated audit, beside a recursive query in an embedded analytic database
/// over the same rows, both on all cores and with the rows at hand; reading them is timed apart. Ours does the whole rule with scopes, levels and denies; the query asks only which
/// accounts reach which permissions through roles and nesting, which is less.
final class Closure {

  /// The JVM translates what it runs; the database's code is translated beforehand.
  private static final int ROUNDS = 6;

  private Closure() {}

  static void run(Path folder) throws Exception {
    Path bare = withoutLogs(folder);
    AuditRun.Answer answer = AuditRun.run(AuditFolder.open(bare));
    if (!(answer instanceof AuditRun.Answer.Ran ran)) {
      throw new IllegalStateException(answer.toString());
    }
    AuditRun.Outcome outcome = ran.outcome();
    List<ApplicationAccess> applications = outcome.snapshot().applications();
    List<EffectiveAccess.Rows> rows = new ArrayList<>();
    long reading =
        Reading.time(() -> applications.forEach(access -> rows.add(rows(outcome, access))));
    long[] pairs = new long[1];
    long first = Reading.time(() -> pairs[0] = pairs(outcome, applications, rows));
    long ours = first;
    for (int i = 1; i < ROUNDS; i++) {
      ours = Math.min(ours, Reading.time(() -> pairs[0] = pairs(outcome, applications, rows)));
    }
    long asked = who(outcome);
    Answered theirs = query(outcome, folder);
    System.out.printf(
        "%,d pairs in %,d ms (the first time %,d ms), its rows read in %,d ms   recursive query: %,d pairs in %,d ms, its rows read in %,d ms   ratio %.0f   who can do this, 95th percentile of one application: %.2f ms%n",
        pairs[0],
        ours,
        first,
        reading,
        theirs.pairs,
        theirs.asking,
        theirs.reading,
        (double) theirs.asking / Math.max(1, ours),
        asked / 1e6);
  }

  private static EffectiveAccess.Rows rows(AuditRun.Outcome outcome, ApplicationAccess access) {
    String application = access.application().id();
    List<FactSource> own =
        outcome.facts().stream().filter(facts -> application.equals(facts.application())).toList();
    return EffectiveAccess.Rows.read(
        access.book(), access.roles(), own, access.application().levels(), new ArrayList<>());
  }

  private static long pairs(
      AuditRun.Outcome outcome,
      List<ApplicationAccess> applications,
      List<EffectiveAccess.Rows> rows) {
    return IntStream.range(0, rows.size())
        .parallel()
        .mapToLong(i -> pairs(outcome, applications.get(i), rows.get(i)))
        .sum();
  }

  private static long pairs(
      AuditRun.Outcome outcome, ApplicationAccess access, EffectiveAccess.Rows rows) {
    EffectiveAccess effective =
        EffectiveAccess.of(
            access.book(), access.roles(), access.assignments(), rows, outcome.snapshot().asOf());
    return access.accounts().stream()
        .mapToLong(account -> effective.permissions(account).cardinality())
        .sum();
  }

  /// Nanoseconds within which 95 of 100 questions "who can do this" are answered.
  private static long who(AuditRun.Outcome outcome) {
    ApplicationAccess access = outcome.snapshot().applications().getFirst();
    List<Long> times = new ArrayList<>();
    for (int i = 0; i < 500; i++) {
      int permission = i % access.effective().universe().size();
      long before = System.nanoTime();
      List<Account> who =
          access.accounts().stream()
              .filter(account -> access.effective().permissions(account).get(permission))
              .toList();
      times.add(System.nanoTime() - before + (who.size() < 0 ? 1 : 0));
    }
    return times.stream().sorted().toList().get(475);
  }

  /// @param reading milliseconds for bringing the rows into tables
  /// @param asking milliseconds for the queries alone
  private record Answered(long pairs, long reading, long asking) {}

  private static Answered query(AuditRun.Outcome outcome, Path folder) throws IOException {
    long[] pairs = new long[1];
    long reading = 0;
    long asking = 0;
    try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
        Statement statement = connection.createStatement()) {
      for (ApplicationAccess access : outcome.snapshot().applications()) {
        reading += Reading.<SQLException>time(() -> tables(statement, folder, access));
        asking += Reading.<SQLException>time(() -> pairs[0] += reached(statement));
      }
      return new Answered(pairs[0], reading, asking);
    } catch (SQLException failed) {
      throw new IOException(failed);
    }
  }

  private static void tables(Statement statement, Path folder, ApplicationAccess access)
      throws SQLException {
    Path files = folder.resolve(access.application().id());
    for (String kind : List.of("assignments", "nesting", "grants")) {
      statement.execute(
          "create or replace table %s as select * from read_csv('%s', header = true, all_varchar = true)"
              .formatted(kind, files.resolve(kind + ".csv")));
    }
  }

  private static long reached(Statement statement) throws SQLException {
    try (ResultSet counted =
        statement.executeQuery(
            """
            with recursive reached(account, role) as (
              select distinct account, role from assignments
              union
              select reached.account, nesting.child
              from reached join nesting on nesting.parent = reached.role)
            select count(*) from (
              select distinct reached.account, grants.resource, grants.action
              from reached join grants on grants.holder = reached.role
              where grants.effect = 'allow')
            """)) {
      counted.next();
      return counted.getLong(1);
    }
  }

  /// The same audit beside the generated one, without its logs.
  private static Path withoutLogs(Path folder) throws IOException {
    Path bare = Files.createTempDirectory("closure");
    String audit =
        Files.readAllLines(folder.resolve("audit.yaml")).stream()
            .filter(line -> !line.contains("kind: sign-ins") && !line.contains("kind: activity"))
            .collect(Collectors.joining("\n", "", "\n"));
    Files.writeString(bare.resolve("audit.yaml"), audit);
    try (var entries = Files.list(folder)) {
      for (Path entry : entries.filter(one -> !one.endsWith("audit.yaml")).toList()) {
        Path target = bare.resolve(entry.getFileName());
        if (Files.isDirectory(entry)) {
          Files.createDirectories(target);
          try (var files = Files.list(entry)) {
            for (Path file : files.toList()) {
              Files.createLink(target.resolve(file.getFileName()), file);
            }
          }
        } else {
          Files.createLink(target, entry);
        }
      }
    }
    return bare;
  }
}
