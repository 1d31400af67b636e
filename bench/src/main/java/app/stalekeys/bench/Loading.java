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
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.springframework.context.ConfigurableApplicationContext;

/// Loading a sign-in log into the program's own store, beside an embedded analytic database importing
/// the same file: time and bytes. Loading is what the two have in common: from a file's bytes to columns on disk. The
/// program has received the bytes before, hashed and kept them; what that takes is told apart.
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
      Loaded ours = load(context, log);
      System.out.printf(
          "import %,d ms, %,d bytes   loading (hash, read, check, store) %,d ms, columns of %,d bytes   ratio %.2f, in bytes %.2f%n",
          theirs,
          theirBytes,
          ours.taking,
          ours.columns,
          (double) ours.taking / theirs,
          (double) ours.columns / theirBytes);
      System.out.printf(
          "receiving (hash, pack, keep) before it %,d ms   both %.2f   data folder with the original bytes %,d bytes%n",
          ours.receiving, (double) (ours.receiving + ours.taking) / theirs, bytes(data));
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

  private record Loaded(long receiving, long taking, long columns) {}

  private static Loaded load(ConfigurableApplicationContext context, Path log) throws Exception {
    String yaml =
        "audit: Bench\nas-of: 2026-06-30\napplications:\n  - id: app\n    name: App\n    evidence: [{file: log.csv, kind: sign-ins}]\n";
    AuditFile file = Objects.requireNonNull(AuditFile.parse(yaml, "audit.yaml").audit());
    OpenSnapshot snapshot = context.getBean(Snapshots.class).open(file, "");
    Evidence evidence = context.getBean(Evidence.class);
    Job job = context.getBean(Jobs.class).attended("bench");
    long[] id = new long[1];
    long receiving =
        Reading.time(() -> {
          try (InputStream in = Files.newInputStream(log)) {
            id[0] = evidence.receive(snapshot.id(), file.evidence().getFirst(), in, "bench").id();
          }
        });
    long taking =
        Reading.time(() -> {
          List<Issue> issues = evidence.take(snapshot, file.evidence().getFirst(), id[0], job);
          if (issues.stream().anyMatch(issue -> issue.weight() == Issue.Weight.UNUSABLE)) {
            throw new IllegalStateException(issues.toString());
          }
        });
    try (Connection store = context.getBean(DataSource.class).getConnection();
        ResultSet sum =
            store
                .createStatement()
                .executeQuery("select sum(octet_length(data)) from fact_column")) {
      sum.next();
      return new Loaded(receiving, taking, sum.getLong(1));
    }
  }

  private static long bytes(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      return files.filter(Files::isRegularFile).mapToLong(file -> file.toFile().length()).sum();
    }
  }
}
