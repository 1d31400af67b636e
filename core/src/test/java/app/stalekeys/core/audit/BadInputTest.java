package app.stalekeys.core.audit;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// Each fault is one plain line with place, what was found and what to do; nothing is half taken.
class BadInputTest {

  private static TestAudit accounts(String... lines) {
    return new TestAudit().accounts(lines);
  }

  private static void assertRefused(TestAudit audit, String... parts) {
    List<String> lines = audit.refusal();
    assertThat(lines).hasSize(1);
    assertThat(lines.getFirst()).contains(parts).doesNotContain("Exception", "\n");
  }

  @Test
  void anUnknownKey() {
    assertRefused(
        new TestAudit()
            .evidence("{file: u.csv, knid: accounts}")
            .file("u.csv", "account,status", "mo,enabled"),
        "audit.yaml:8",
        "the key \"knid\" is not known here",
        "expected one of",
        "kind");
  }

  @Test
  void everyFaultOfTheAuditFileIsNamedAtOnce() {
    assertThat(
            new TestAudit()
                .application("criticality: urgent", "ids: {pad: many}", "colour: red")
                .with("checks: {dorment: {days: 60}, orphan: {days: 3}}")
                .refusal())
        .hasSize(5)
        .anyMatch(
            line -> line.contains("criticality is \"urgent\", expected one of high, medium, low"))
        .anyMatch(line -> line.contains("\"pad\" is \"many\", expected a whole number"))
        .anyMatch(line -> line.contains("\"colour\""))
        .anyMatch(line -> line.contains("no check is called \"dorment\""))
        .anyMatch(line -> line.contains("the key \"days\" is not known here"));
  }

  @Test
  void aMissingFile() {
    assertRefused(
        new TestAudit().evidence("{file: gone.csv, kind: accounts}"),
        "gone.csv: the file \"gone.csv\" is named in audit.yaml and is not in the folder");
  }

  @ParameterizedTest
  @ValueSource(strings = {"../secret.csv", "/etc/passwd", "a/../../b.csv", "C:\\\\x.csv"})
  void aPathOutOfTheFolder(String path) {
    assertRefused(
        new TestAudit().evidence("{file: \"%s\", kind: accounts}".formatted(path)),
        "audit.yaml:8",
        "leads out of the audit folder");
  }

  @Test
  void anUnmappedStatusWordIsNeverEnabled() {
    assertRefused(
        accounts("account,status", "mo,enabled", "liv,P", "gro,P", "ana,"),
        "accounts.csv:3, column \"status\"",
        "the word \"P\" stands in 2 rows and in no map for status",
        "values: status");
  }

  @Test
  void anAmbiguousDateColumn() {
    assertRefused(
        accounts("account,status,created", "mo,enabled,03/04/2026", "liv,enabled,05/06/2026"),
        "accounts.csv:2, column \"created\"",
        "\"03/04/2026\" could be day first or month first",
        "declare \"dates\"");
  }

  @Test
  void aColumnThatContradictsItself() {
    assertRefused(
        accounts("account,status,created", "mo,enabled,13/04/2026", "liv,enabled,04/13/2026"),
        "accounts.csv:3",
        "line 2 can only be day first and line 3 only month first");
  }

  @Test
  void bytesThatAreNoLetters() {
    byte[] bytes =
        "account,status\nmo,enabled\nl\u0081v,enabled\n"
            .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
    assertRefused(
        new TestAudit().evidence("{file: u.csv, kind: accounts}").bytes("u.csv", bytes),
        "u.csv:3",
        "neither UTF-8 nor Windows-1252");
    assertRefused(
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts, read: {encoding: utf-8}}")
            .bytes("u.csv", bytes),
        "u.csv:3",
        "a byte is no letter in UTF-8",
        "declare the right \"encoding\"");
  }

  @Test
  void anEarlierFolderThatIsNotThere() {
    assertThat(new TestAudit().accounts("account", "mo").with("previous: ../march").refusal())
        .containsExactly(
            "audit.yaml: \"previous\" names \"../march\", and no audit.yaml is there; give the path of the earlier audit folder, or take the key out");
  }

  @Test
  void anEmptyFile() {
    assertRefused(
        new TestAudit().evidence("{file: u.csv, kind: accounts}").bytes("u.csv", new byte[0]),
        "u.csv: the file is empty");
  }

  @Test
  void aQuoteThatNeverCloses() {
    assertRefused(
        accounts("account,name,status", "mo,Mo,enabled", "liv,\"Liv,enabled", "gro,Gro,enabled"),
        "accounts.csv:2",
        "a quote opens and never closes");
  }

  @Test
  void aColumnThatIsNotThere() {
    assertRefused(
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts, columns: {account: User, status: State}}")
            .file("u.csv", "User,Stat", "mo,enabled"),
        "u.csv:1",
        "the column \"State\" for status stands nowhere in the head",
        "found User, Stat");
  }

  @Test
  void headsThatFitNoKind() {
    assertRefused(
        new TestAudit().evidence("{file: u.csv}").file("u.csv", "colour,weight", "red,3"),
        "u.csv:1",
        "fit no kind of evidence");
  }

  @Test
  void aYamlBomb() {
    StringBuilder bomb = new StringBuilder("a: &a [x, x]\n");
    for (char c = 'b'; c < 'z'; c++) {
      bomb.append("%s: &%s [%s]\n".formatted(c, c, ("*" + (char) (c - 1) + ", ").repeat(9) + "x"));
    }
    AuditFile.Parsed parsed = AuditFile.parse(bomb.toString(), "audit.yaml");
    assertThat(parsed.audit()).isNull();
    assertThat(parsed.issues()).isNotEmpty();
  }

  @Test
  void directoriesMustBeNamedWhereAccountsHaveThem() {
    assertRefused(
        accounts("account,directory,status", "mo,office,enabled", "mo,quays,enabled")
            .assignments("account,role", "mo,Clerk"),
        "assignments.csv",
        "told apart by directory",
        "map \"directory\"");
  }
}
