package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.support.TestAudit;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// A file's letters are those of all its bytes, however late the one stands that tells. What was read before it was
/// met is read again.
class LateLettersTest {

  private static final int ROWS = 60_000;
  private static final String ENTRY = "{file: log.csv, kind: sign-ins}";

  /// About 4 MB of letters that are the same in every character set, but for one row.
  private static byte[] log(int row, String client) {
    StringBuilder text = new StringBuilder("at,account,outcome,client,session\n");
    for (int i = 0; i < ROWS; i++) {
      text.append("2026-01-%02dT08:00:00Z,u%d,success,".formatted(1 + i / 2500, i % 700));
      text.append(i == row ? client : "Ledger desktop 9.2").append(",s").append(i).append('\n');
    }
    return text.toString().getBytes(StandardCharsets.ISO_8859_1);
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 15_000, 16_384, ROWS - 1})
  void oneByteTellsThemForTheWholeFile(int row) {
    AuditRun.Outcome outcome =
        new TestAudit()
            .accounts("account,status", "u1,enabled")
            .evidence(ENTRY)
            .bytes("log.csv", log(row, "Færøernes kontor"))
            .run()
            .counts("log.csv", ROWS, 0, 0)
            .outcome();
    List<String> clients = new ArrayList<>();
    FactCursor.forEach(
        outcome.facts().getLast(),
        Kind.SIGN_INS,
        fact -> clients.add(fact.text("client") + " " + fact.text("session")));
    String[] expected = new String[ROWS];
    Arrays.setAll(expected, i -> (i == row ? "Færøernes kontor s" : "Ledger desktop 9.2 s") + i);
    assertThat(clients).containsExactly(expected);
    assertThat(outcome.files().getLast().read().understanding())
        .containsEntry("letters", "windows-1252")
        .containsEntry("letters found by", "not UTF-8, every byte has a letter in it");
  }

  @Test
  void aLateByteThatIsNoLetterRefusesTheWholeFileWithItsLine() {
    TestAudit audit =
        new TestAudit()
            .accounts("account,status", "u1,enabled")
            .evidence(ENTRY)
            .bytes("log.csv", log(50_000, "F\u0081r"));
    assertThat(audit.refusal())
        .singleElement()
        .asString()
        .contains("log.csv:50002", "neither UTF-8 nor Windows-1252");
  }
}
