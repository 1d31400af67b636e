package app.stalekeys.bench;

import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.audit.HeldFacts;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.signin.Detail;
import app.stalekeys.core.signin.Inquiry;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.signin.StripUnit;
import app.stalekeys.core.signin.Tally;
import app.stalekeys.core.signin.Timeline;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/// What the view of sign-ins asks at each change of its filter, beside an embedded analytic database on the same
/// rows, imported: the strip by day, the most seen of every respect, the week by hour, and the first page.
final class Asking {

  private static final int TRIES = 5;
  private static final int PAGE = 200;

  private record Question(Inquiry inquiry, String where) {}

  private Asking() {}

  private static Map<String, Question> questions() {
    Map<String, Question> questions = new LinkedHashMap<>();
    Inquiry all = Inquiry.ALL;
    questions.put("everything", new Question(all, "true"));
    questions.put(
        "failures",
        new Question(
            new Inquiry(
                all.from(),
                all.until(),
                EnumSet.of(Outcome.FAILURE),
                all.who(),
                Map.of(),
                List.of(),
                "",
                Set.of()),
            "outcome = 'failure'"));
    questions.put(
        "one account",
        new Question(
            new Inquiry(
                all.from(),
                all.until(),
                all.outcomes(),
                who -> who.key().equals("u17"),
                Map.of(),
                List.of(),
                "",
                Set.of()),
            "account = 'u17'"));
    questions.put(
        "an address range",
        new Question(
            new Inquiry(
                all.from(),
                all.until(),
                all.outcomes(),
                all.who(),
                Map.of(),
                List.of(AddressRange.of("10.3.0.0/16").orElseThrow()),
                "",
                Set.of()),
            "address like '10.3.%'"));
    long march = Instant.parse("2026-03-01T00:00:00Z").toEpochMilli();
    questions.put(
        "one week",
        new Question(
            all.between(march, march + 7L * 86_400_000),
            "moment >= '2026-03-01' and moment < '2026-03-08'"));
    questions.put(
        "a word",
        new Question(
            new Inquiry(
                all.from(),
                all.until(),
                all.outcomes(),
                all.who(),
                Map.of(),
                List.of(),
                "firefox",
                Set.of()),
            "(account ilike '%firefox%' or address ilike '%firefox%' or client ilike '%firefox%')"));
    return questions;
  }

  static void run(Path file) throws Exception {
    HeldFacts facts = new HeldFacts("sign-ins.csv", "app");
    EvidenceSpec spec = EvidenceSpec.ofKinds("sign-ins.csv", "app", List.of(Kind.SIGN_INS));
    EvidenceReader.Read read =
        EvidenceReader.read(spec, () -> Files.newInputStream(file), ZoneOffset.UTC, facts);
    facts.served(read.fields());
    SignInLog log =
        new SignInLog(
            List.of(facts),
            AccountBook.read(List.of(), IdRule.EXACT, new ArrayList<>()),
            Instant.parse("2030-01-01T00:00:00Z"));
    long before = used();
    Timeline[] made = new Timeline[1];
    long ordering = Reading.time(() -> made[0] = Timeline.of(Map.of("app", log), ZoneOffset.UTC));
    Timeline timeline = made[0];
    System.out.printf(
        "%,d attempts put in the order of time in %,d ms, %.1f bytes a row%n",
        timeline.size(), ordering, (double) (used() - before) / timeline.size());
    try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
        Statement statement = connection.createStatement()) {
      statement.execute(
          "create table attempts as select * exclude (\"at\"), cast(\"at\" as timestamp) as moment from read_csv('%s', header = true)"
              .formatted(file));
      for (Map.Entry<String, Question> one : questions().entrySet()) {
        compare(one.getKey(), one.getValue(), timeline, statement);
      }
      measured(timeline, statement);
    }
  }

  private static long used() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }

  private static void compare(
      String name, Question question, Timeline timeline, Statement statement) throws SQLException {
    long[] found = new long[2];
    double ours =
        best(() -> {
          Tally tally =
              Tally.of(timeline, question.inquiry, Long.MIN_VALUE, Long.MAX_VALUE, StripUnit.DAY);
          found[0] = Arrays.stream(tally.total()).sum();
          question
              .inquiry
              .rows(timeline, 0, PAGE, true)
              .forEach(row -> timeline.attempt(row).detail(Detail.ADDRESS));
        });
    double theirs = best(() -> found[1] = view(statement, question.where));
    System.out.printf(
        "%-18s ours %,7.1f ms  database %,7.1f ms  ratio %5.1f   %,d and %,d attempts%n",
        name, ours, theirs, theirs / ours, found[0], found[1]);
  }

  private static long view(Statement statement, String where) throws SQLException {
    long total = 0;
    for (String what :
        List.of(
            "select outcome, count(*) from attempts where %s group by all",
            "select date_trunc('day', moment), outcome, count(*) from attempts where %s group by all",
            "select isodow(moment), hour(moment), outcome, count(*) from attempts where %s group by all",
            "select account, outcome, count(*) c from attempts where %s group by all order by c desc limit 8",
            "select address, outcome, count(*) c from attempts where %s group by all order by c desc limit 8",
            "select client, outcome, count(*) c from attempts where %s group by all order by c desc limit 8",
            "select * from attempts where %s order by moment desc limit " + PAGE)) {
      try (ResultSet rows = statement.executeQuery(what.formatted(where))) {
        while (rows.next()) {
          if (what.startsWith("select outcome")) {
            total += rows.getLong(2);
          }
        }
      }
    }
    return total;
  }

  /// The three questions that are measured on their own.
  private static void measured(Timeline timeline, Statement statement) throws SQLException {
    Inquiry failures = Objects.requireNonNull(questions().get("failures")).inquiry;
    Map<String, String> theirs = new LinkedHashMap<>();
    theirs.put(
        "failures by account and day",
        "select account, date_trunc('day', moment), count(*) from attempts where outcome = 'failure' group by all");
    theirs.put(
        "a filtered page of 200",
        "select * from attempts where outcome = 'failure' order by moment desc limit 200");
    Map<String, Work> ours =
        Map.of(
            "failures by account and day",
            () -> byAccountAndDay(timeline, failures),
            "a filtered page of 200",
            () ->
                failures
                    .rows(timeline, 0, PAGE, true)
                    .forEach(row -> timeline.attempt(row).detail(Detail.ADDRESS)));
    for (Map.Entry<String, String> one : theirs.entrySet()) {
      double mine = best(Objects.requireNonNull(ours.get(one.getKey())));
      double database =
          best(() -> {
            try (ResultSet rows = statement.executeQuery(one.getValue())) {
              while (rows.next()) {
                rows.getString(1);
              }
            }
          });
      System.out.printf(
          "%-28s ours %,7.1f ms  database %,7.1f ms  ratio %5.1f%n",
          one.getKey(), mine, database, database / mine);
    }
  }

  private static void byAccountAndDay(Timeline timeline, Inquiry failures) {
    Map<Long, Integer> counts = new HashMap<>();
    for (int row : failures.rows(timeline, 0, Integer.MAX_VALUE, false)) {
      counts.merge(
          (long) timeline.whoNumber(row) << 32 | timeline.at(row) / 86_400_000, 1, Integer::sum);
    }
  }

  private interface Work {
    void run() throws SQLException;
  }

  private static double best(Work work) throws SQLException {
    double best = Double.MAX_VALUE;
    for (int i = 0; i < TRIES; i++) {
      long start = System.nanoTime();
      work.run();
      best = Math.min(best, (System.nanoTime() - start) / 1e6);
    }
    return best;
  }
}
