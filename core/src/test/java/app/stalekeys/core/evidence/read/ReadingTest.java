package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// What exports really look like, from bytes to facts.
class ReadingTest {

  private static final String COLUMNS =
      "columns: {account: User, name: Full name, status: State, last-sign-in: Last}, values: {status: {A: enabled, X: disabled}}";

  private static List<Account> accounts(OutcomeAssert run) {
    return run.outcome().snapshot().applications().getFirst().accounts();
  }

  @Test
  void titlesBlanksRepeatedHeadsAndTotalAreNoAccounts() {
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts, %s}".formatted(COLUMNS))
            .file(
                "u.csv",
                "Ledger; list of users",
                "Run: 01.07.2026",
                "",
                "User;Full name;State;Last",
                "mo;Mo Dahl;A;2026-06-29",
                ";;;",
                "User;Full name;State;Last",
                "liv;Liv Brandt;X;",
                "",
                "Total: 2 users;;;")
            .run()
            .counts("u.csv", 2, 0, 4);
    assertThat(accounts(run)).extracting(Account::key).containsExactly("mo", "liv");
    assertThat(accounts(run)).extracting(a -> a.place().row()).containsExactly(5L, 8L);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Total;2",
        "212 rows selected",
        "Íalt: 2 brúkarar",
        "Number of users: 2",
        "(2 rows)"
      })
  void aTotalLineIsSkippedOnlyAtTheEnd(String total) {
    TestAudit audit =
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts}")
            .file("u.csv", "account;name;status", "mo;Mo;enabled", total);
    audit.run().counts("u.csv", 1, 0, 1);
    new TestAudit()
        .evidence("{file: u.csv, kind: accounts}")
        .file("u.csv", "account;name;status", total, "mo;Mo;enabled")
        .run()
        .counts("u.csv", 1, 1, 0);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "total;Total Harbour;enabled",
        "users;;enabled",
        "end;;enabled",
        "till.harbour;;enabled"
      })
  void anAccountWithSuchANameIsKept(String row) {
    new TestAudit()
        .evidence("{file: u.csv, kind: accounts}")
        .file("u.csv", "account;name;status", "mo;Mo;enabled", row)
        .run()
        .counts("u.csv", 2, 0, 0);
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t", "|", "~"})
  void theDelimiterIsFound(String delimiter) {
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: u.txt, kind: accounts}")
            .file(
                "u.txt",
                String.join(delimiter, "account", "name", "status"),
                String.join(delimiter, "mo", "\"Dahl, Mo; the | 2nd ~\"", "enabled"))
            .run();
    assertThat(accounts(run).getFirst().name()).isEqualTo("Dahl, Mo; the | 2nd ~");
  }

  @ParameterizedTest
  @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "UTF-16", "windows-1252"})
  void lettersAreFound(String charset) {
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts}")
            .file("u.csv", Charset.forName(charset), "account,name,status\nmo,Rósa Mørk,enabled\n")
            .run();
    assertThat(accounts(run).getFirst().name()).isEqualTo("Rósa Mørk");
  }

  @Test
  void aByteOrderMarkIsNoPartOfTheFirstHead() {
    new TestAudit()
        .evidence("{file: u.csv, kind: accounts}")
        .file("u.csv", StandardCharsets.UTF_8, "\uFEFFaccount,status\nmo,enabled\n")
        .run()
        .counts("u.csv", 1, 0, 0);
  }

  @Test
  void rowsAreCountedAsAnEditorCountsLines() {
    OutcomeAssert run =
        new TestAudit()
            .accounts("account,name,status", "mo,\"two", "lines\",enabled", "liv,Liv,enabled")
            .run();
    assertThat(accounts(run)).extracting(a -> a.place().row()).containsExactly(2L, 4L);
  }

  @Test
  void aRowThatCannotBeReadIsKeptAside() {
    new TestAudit()
        .evidence("{file: u.csv, kind: accounts, read: {dates: dd.MM.yyyy}, %s}".formatted(COLUMNS))
        .file(
            "u.csv",
            "User;Full name;State;Last",
            "mo;Mo;A;31.02.2026",
            "liv;Liv;A",
            "gro;Gro;A;30.06.2026;more",
            ";Nobody;A;30.06.2026",
            "ana;Ana;A;30.06.2026")
        .run()
        .counts("u.csv", 1, 4, 0)
        .rejects(
            "u.csv",
            "2: \"31.02.2026\" is no day in the shape of this column",
            "3: 3 cells where the head has 4",
            "4: 5 cells where the head has 4",
            "5: no value for account");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "-",
        "N/A",
        "Never",
        "never",
        "0",
        "00000000",
        "00.00.0000",
        "1900-01-01",
        "1601-01-01",
        "9999-12-31"
      })
  void neverIsNoDate(String cell) {
    OutcomeAssert run =
        new TestAudit()
            .accounts("account,status,last-sign-in", "mo,enabled," + cell, "liv,enabled,2026-06-01")
            .run()
            .counts("accounts.csv", 2, 0, 0);
    assertThat(accounts(run).getFirst().lastSignIn()).isNull();
  }

  @Test
  void aDayAbove12DecidesForTheWholeColumn() {
    OutcomeAssert dayFirst =
        new TestAudit()
            .accounts("account,status,created", "a,enabled,03/04/2026", "b,enabled,13/04/2026")
            .run();
    assertThat(accounts(dayFirst).getFirst().created()).isEqualTo(LocalDate.of(2026, 4, 3));
    OutcomeAssert monthFirst =
        new TestAudit()
            .accounts("account,status,created", "a,enabled,03/04/2026", "b,enabled,04/13/2026")
            .run();
    assertThat(accounts(monthFirst).getFirst().created()).isEqualTo(LocalDate.of(2026, 3, 4));
  }

  @Test
  void idsLoseBlanksNobodySees() {
    OutcomeAssert run = new TestAudit().accounts("account,status", "\u00A0mo \u200B,enabled").run();
    assertThat(accounts(run).getFirst().key()).isEqualTo("mo");
  }

  @Test
  void unmappedColumnsAreKept() {
    var read =
        new TestAudit()
            .accounts("account,status,Branch", "mo,enabled,North")
            .run()
            .outcome()
            .files()
            .getFirst()
            .read();
    assertThat(read.understanding()).containsEntry("kept as they are", "Branch");
  }

  @Test
  void severalKindsComeFromOneFile() {
    OutcomeAssert run =
        new TestAudit()
            .evidence(
                "{file: u.csv, kind: [accounts, assignments], columns: {account: User, status: State, role: Roles}, split: {role: ';'}}")
            .file("u.csv", "User,State,Roles", "mo,enabled,Clerk; Lead", "liv,enabled,")
            .run()
            .counts("u.csv", 2, 0, 0);
    assertThat(run.outcome().snapshot().applications().getFirst().assignments())
        .extracting(a -> a.account().key() + " " + a.role())
        .containsExactly("mo Clerk", "mo Lead");
  }

  @Test
  void ldifIsReadWithFoldedAndEncodedLines() {
    OutcomeAssert run =
        new TestAudit()
            .evidence(
                "{file: d.ldif, kind: accounts, columns: {account: uid, name: cn, status: state, mfa: factor, last-sign-in: seen}, values: {status: {active: enabled}}}")
            .file(
                "d.ldif",
                "version: 1",
                "# a comment",
                "dn: uid=mo,ou=people",
                "uid: mo",
                "cn:: UsOzc2EgTcO4cms=",
                "state: act",
                " ive",
                "factor: FALSE",
                "seen: 20260629101500Z",
                "",
                "dn: uid=liv,ou=people",
                "uid: liv",
                "state: active",
                "",
                "dn: uid=broken,ou=people",
                "no colon here",
                "",
                "dn: ou=people",
                "ou: people")
            .run()
            .counts("d.ldif", 2, 2, 0);
    Account mo = accounts(run).getFirst();
    assertThat(mo.name()).isEqualTo("Rósa Mørk");
    assertThat(mo.lastSignIn()).isEqualTo(LocalDate.of(2026, 6, 29));
    assertThat(accounts(run)).extracting(a -> a.place().row()).containsExactly(3L, 11L);
    run.flags("no-second-factor", "mo");
  }

  @Test
  void contradictingRowsAreNamedAndTheLastHolds() {
    OutcomeAssert run =
        new TestAudit()
            .application("ids: {case: ignore}")
            .accounts("account,status", "mo,enabled", "liv,enabled", "MO,disabled")
            .run()
            .hasProblem("account-contradicts", 4);
    assertThat(accounts(run))
        .extracting(a -> a.key() + " " + a.status().word())
        .containsExactly("MO disabled", "liv enabled");
  }
}
