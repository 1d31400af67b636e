package app.stalekeys.bench;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.WebApplication;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.context.ConfigurableApplicationContext;

/// Loading a sign-in log into the program's own store, beside an embedded analytic database importing
/// the same file: time and bytes on disk.
final class Loading {

  private Loading() {}

  static void run(Path log) throws Exception {
    Path work = Files.createTempDirectory("loading");
    long theirs = Reading.time(() -> importInto(work.resolve("log.duckdb"), log));
    long theirBytes = Files.size(work.resolve("log.duckdb"));
    Path data = work.resolve("data");
    try (ConfigurableApplicationContext context =
        WebApplication.start(
            new WebApplication.Settings(data, null, "127.0.0.1", 0, "a bench", null, null, null))) {
      long ours = Reading.time(() -> load(context, log));
      long ourBytes = bytes(data);
      System.out.printf(
          "import %,d ms, %,d bytes   receive, hash, read, store %,d ms, %,d bytes (original bytes included)   ratio %.2f%n",
          theirs, theirBytes, ours, ourBytes, (double) ours / theirs);
    }
  }

  private static void importInto(Path database, Path log) throws IOException {
    try (Connection connection = DriverManager.getConnection("jdbc:duckdb:" + database);
        Statement statement = connection.createStatement()) {
      statement.execute(
          "create table log as select * from read_csv('%s', header = true)".formatted(log));
      statement.execute("checkpoint");
    } catch (SQLException failed) {
      throw new IOException(failed);
    }
  }

  private static void load(ConfigurableApplicationContext context, Path log) throws IOException {
    String yaml =
        "audit: Bench\nas-of: 2026-06-30\napplications:\n  - id: app\n    name: App\n    evidence: [{file: log.csv, kind: sign-ins}]\n";
    AuditFile file = Objects.requireNonNull(AuditFile.parse(yaml, "audit.yaml").audit());
    OpenSnapshot snapshot = context.getBean(Snapshots.class).open(file, "");
    Evidence evidence = context.getBean(Evidence.class);
    Job job = context.getBean(Jobs.class).attended("bench");
    long started = System.nanoTime();
    long id;
    try (InputStream in = Files.newInputStream(log)) {
      id = evidence.receive(snapshot.id(), file.evidence().getFirst(), in, "bench").id();
    }
    System.out.printf("received in %,d ms%n", (System.nanoTime() - started) / 1_000_000);
    List<Issue> issues = evidence.take(snapshot, file.evidence().getFirst(), id, job);
    if (issues.stream().anyMatch(issue -> issue.weight() == Issue.Weight.UNUSABLE)) {
      throw new IllegalStateException(issues.toString());
    }
  }

  private static long bytes(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }
}
