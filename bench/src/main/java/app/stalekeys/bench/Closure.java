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

/// Effective permissions of a generated audit, beside a recursive query in an embedded analytic database
/// over the same rows. Ours does the whole rule with scopes, levels and denies; the query asks only which
/// accounts reach which permissions through roles and nesting, which is less.
final class Closure {

  private Closure() {}

  static void run(Path folder) throws Exception {
    Path bare = withoutLogs(folder);
    AuditRun.Answer answer = AuditRun.run(AuditFolder.open(bare));
    if (!(answer instanceof AuditRun.Answer.Ran ran)) {
      throw new IllegalStateException(answer.toString());
    }
    AuditRun.Outcome outcome = ran.outcome();
    long[] pairs = new long[1];
    long ours = Long.MAX_VALUE;
    for (int i = 0; i < 3; i++) {
      pairs[0] = 0;
      ours =
          Math.min(
              ours,
              Reading.time(() ->
                  outcome
                      .snapshot()
                      .applications()
                      .forEach(access -> pairs[0] += pairs(outcome, access))));
    }
    long asked = who(outcome);
    long[] theirPairs = new long[1];
    long theirs = Reading.time(() -> theirPairs[0] = query(outcome, folder));
    System.out.printf(
        "%,d pairs in %,d ms   recursive query: %,d pairs in %,d ms   ratio %.0f   who can do this, 95th percentile of one application: %.2f ms%n",
        pairs[0], ours, theirPairs[0], theirs, (double) theirs / Math.max(1, ours), asked / 1e6);
  }

  private static long pairs(AuditRun.Outcome outcome, ApplicationAccess access) {
    String application = access.application().id();
    List<FactSource> own =
        outcome.facts().stream().filter(facts -> application.equals(facts.application())).toList();
    EffectiveAccess effective =
        EffectiveAccess.of(
            access.book(),
            access.roles(),
            access.assignments(),
            own,
            access.application().levels(),
            outcome.snapshot().asOf(),
            new ArrayList<>());
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

  private static long query(AuditRun.Outcome outcome, Path folder) throws IOException {
    long pairs = 0;
    try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
        Statement statement = connection.createStatement()) {
      for (ApplicationAccess access : outcome.snapshot().applications()) {
        Path files = folder.resolve(access.application().id());
        for (String kind : List.of("assignments", "nesting", "grants")) {
          statement.execute(
              "create or replace table %s as select * from read_csv('%s', header = true, all_varchar = true)"
                  .formatted(kind, files.resolve(kind + ".csv")));
        }
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
          pairs += counted.getLong(1);
        }
      }
      return pairs;
    } catch (SQLException failed) {
      throw new IOException(failed);
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
