package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.support.TestAudit;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/// What a cell is read as does not depend on how often its text stands in the column: texts are numbered as they are
/// parsed, a column of ever new ones gives that up in the middle of the file, and segments are sealed on the way.
class RepeatedTextsTest {

  /// More than a segment has, and more than a column is judged after.
  private static final int ROWS = 70_000;

  private record Row(
      Instant at, String account, String outcome, String address, String client, String session) {

    /// As an export has it: blanks here and there, quotes where the text wants them.
    String line(int number) {
      return String.join(
          ",",
          at.toString(),
          number % 3 == 0 ? " " + account + " " : account,
          outcome.equals("success") ? "OK" : "Bad",
          address,
          '"' + client.replace("\"", "\"\"") + '"',
          session);
    }
  }

  private static Row row(Random random, int number) {
    boolean late = number > ROWS / 2;
    return new Row(
        Instant.ofEpochSecond(1_767_225_600L + number * 7L),
        "u" + random.nextInt(late ? 30_000 : 5),
        random.nextInt(4) == 0 ? "failure" : "success",
        number % 11 == 0 ? "" : "10.0." + random.nextInt(late ? 3 : 60_000),
        List.of("Sjókort", "a \"quoted\" one", "two\nlines", "x".repeat(300)).get(number % 4),
        late ? "again" : "s" + number);
  }

  @Test
  void everyCellComesOutAsItStoodInItsRow() {
    Random random = new Random(11);
    List<Row> rows = new ArrayList<>();
    List<String> lines = new ArrayList<>(List.of("at,account,outcome,address,client,session"));
    for (int i = 0; i < ROWS; i++) {
      rows.add(row(random, i));
      lines.add(rows.get(i).line(i));
    }
    AuditRun.Outcome outcome =
        new TestAudit()
            .accounts("account,status", "u1,enabled")
            .evidence(
                "{file: log.csv, kind: sign-ins, values: {outcome: {OK: success, Bad: failure}}}")
            .file("log.csv", lines.toArray(String[]::new))
            .run()
            .counts("log.csv", ROWS, 0, 0)
            .outcome();
    int[] next = new int[1];
    long[] line = {2};
    FactCursor.forEach(
        outcome.facts().getLast(),
        Kind.SIGN_INS,
        fact -> {
          Row expected = rows.get(next[0]++);
          Row read =
              new Row(
                  Instant.ofEpochMilli(fact.number("at")),
                  fact.text("account"),
                  fact.text("outcome"),
                  fact.text("address"),
                  fact.text("client"),
                  fact.text("session"));
          if (!read.equals(expected) || fact.place().row() != line[0]) {
            assertThat(read)
                .as("line %d, read as line %d", line[0], fact.place().row())
                .isEqualTo(expected);
            assertThat(fact.place().row()).isEqualTo(line[0]);
          }
          line[0] += expected.client.contains("\n") ? 2 : 1;
        });
    assertThat(next[0]).isEqualTo(ROWS);
  }
}
