package app.stalekeys.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.EvidenceQuestions;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/// What exports really hold, one test a trap: the rule, and the plain sentence where there is one.
class TrapsTest {

  private static List<Account> accounts(OutcomeAssert run) {
    return run.outcome().snapshot().applications().getFirst().accounts();
  }

  private static Account only(OutcomeAssert run) {
    assertThat(accounts(run)).hasSize(1);
    return accounts(run).getFirst();
  }

  private static TestAudit signedIn(String... days) {
    String[] lines = new String[days.length + 1];
    lines[0] = "account,status,last-sign-in";
    for (int i = 0; i < days.length; i++) {
      lines[i + 1] = "a%d,enabled,%s".formatted(i, days[i]);
    }
    return new TestAudit().accounts(lines);
  }

  @Test
  void datesThatCouldBeDayFirstOrMonthFirst() {
    OutcomeAssert monthFirst = signedIn("03/04/2026", "03/14/2026").run();
    assertThat(accounts(monthFirst).getFirst().lastSignIn()).isEqualTo("2026-03-04");
    OutcomeAssert dayFirst = signedIn("03/04/2026", "14/03/2026").run();
    assertThat(accounts(dayFirst).getFirst().lastSignIn()).isEqualTo("2026-04-03");
    assertThat(signedIn("03/04/2026", "05/06/2026").refusal())
        .singleElement()
        .asString()
        .startsWith("accounts.csv:2, column \"last-sign-in\"")
        .contains("\"03/04/2026\" could be day first or month first", "declare \"dates\"");
  }

  /// The order is first proven by the first rows; a late row may prove that it is otherwise.
  @Test
  void aLateRowThatContradictsTheFirstRowsIsNotOverlooked() {
    String[] days = new String[20_300];
    java.util.Arrays.fill(days, "2026-05-01");
    days[20_200] = "13.05.2026";
    assertThat(accounts(signedIn(days).run().counts("accounts.csv", 20_300, 0, 0)).get(20_200))
        .extracting(Account::lastSignIn)
        .isEqualTo(LocalDate.of(2026, 5, 13));
    java.util.Arrays.fill(days, "13/05/2026");
    days[20_250] = "05/25/2026";
    assertThat(signedIn(days).refusal())
        .singleElement()
        .asString()
        .contains("line 2 can only be day first and line 20252 only month first");
    java.util.Arrays.fill(days, "2026-05-01");
    days[20_260] = "31.02.2026";
    signedIn(days).run().counts("accounts.csv", 20_299, 1, 0);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "-",
        "N/A",
        "Never",
        "0",
        "00000000",
        "1900-01-01",
        "1601-01-01",
        "9999-12-31"
      })
  void neverWrittenInManyWays(String never) {
    assertThat(accounts(signedIn(never, "2026-05-01").run()).getFirst().lastSignIn()).isNull();
  }

  @ParameterizedTest
  @CsvSource({
    "1777593600, seconds",
    "1777593600000, milliseconds",
    "134220672000000000, ticks since 1601",
    "46143, a spreadsheet's number"
  })
  void datesAsNumbers(String number, String what) {
    assertThat(only(signedIn(number).run()).lastSignIn()).as(what).isEqualTo("2026-05-01");
  }

  @Test
  void localTimesAcrossAChangeOfClocks() {
    OutcomeAssert run =
        new TestAudit()
            .zone("Europe/Copenhagen")
            .accounts("account,status", "mo,enabled")
            .signIns(
                "at,account,outcome",
                "2025-10-26 01:30:00,mo,success",
                "2025-10-26 02:30:00,mo,success",
                "2026-03-29 02:30:00,mo,success",
                "2026-03-29 03:30:00,mo,success")
            .run()
            .counts("sign-ins.csv", 4, 0, 0)
            .hasProblem("clock-change", 3);
    assertThat(run.outcome().issues())
        .extracting(Issue::sentence)
        .anyMatch(said -> said.startsWith("2 local times fall into a change of clocks"));
  }

  @Test
  void idsWhoseLeadingZerosASpreadsheetAte() {
    OutcomeAssert run =
        new TestAudit()
            .application("ids: {pad: 5}")
            .people("person,name", "00417,Bo")
            .accounts("account,person,status", "mo,417,enabled")
            .run();
    assertThat(run.outcome().snapshot().applications().getFirst().match(only(run))).isNotNull();
    new TestAudit()
        .people("person,name", "00417,Bo")
        .accounts("account,person,status", "mo,417,enabled")
        .run()
        .flags("orphan", "mo");
  }

  @Test
  void paddedOrDifferentlyCasedIdsAndHardBlanks() {
    OutcomeAssert run =
        new TestAudit()
            .application("ids: {case: ignore}")
            .accounts("account,status,last-sign-in", "\u00a0Mo\u200b,enabled,")
            .signIns("at,account,outcome", "2025-01-01T08:00:00Z, MO,success")
            .run()
            .flags("dormant", "Mo");
    assertThat(only(run).key()).isEqualTo("Mo");
  }

  @Test
  void lookAlikesStayTwoWithoutADeclaredRule() {
    assertThat(
            accounts(new TestAudit().accounts("account,status", "mo,enabled", "MO,enabled").run()))
        .hasSize(2);
    new TestAudit()
        .application("ids: {case: ignore}")
        .accounts("account,status", "mo,enabled", "MO,disabled")
        .run()
        .hasProblem("account-contradicts", 3);
  }

  @Test
  void severalValuesInOneCell() {
    OutcomeAssert run =
        new TestAudit()
            .accounts("account,status", "mo,enabled")
            .evidence("{file: roles.csv, kind: assignments, split: {role: \";\"}}")
            .file("roles.csv", "account,role", "mo,Clerk; Lead ;")
            .run()
            .counts("roles.csv", 1, 0, 0);
    assertThat(run.outcome().snapshot().applications().getFirst().assignments())
        .extracting(assignment -> assignment.role())
        .containsExactly("Clerk", "Lead");
  }

  @Test
  void yesAndNoInAnyLanguageTheMapLists() {
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts, values: {mfa: {já: yes, nei: no}}}")
            .file("u.csv", "account,status,mfa", "mo,enabled,JÁ", "liv,enabled,nei", "ib,enabled,")
            .run();
    assertThat(accounts(run))
        .extracting(Account::mfa)
        .containsExactly(Answer.YES, Answer.NO, Answer.UNKNOWN);
  }

  @Test
  void anUnmappedWordIsAnErrorAndNeverEnabled() {
    assertThat(
            new TestAudit()
                .evidence("{file: u.csv, kind: accounts, values: {status: {A: enabled}}}")
                .file("u.csv", "account,status", "mo,A", "liv,P", "ib,P")
                .refusal())
        .singleElement()
        .asString()
        .startsWith("u.csv:3, column \"status\"")
        .contains("the word \"P\" stands in 2 rows and in no map for status");
  }

  @Test
  void rowsThatRepeatAndRowsThatContradictEachOther() {
    new TestAudit()
        .accounts("account,status", "mo,enabled", "mo,enabled", "liv,enabled", "liv,disabled")
        .run()
        .counts("accounts.csv", 4, 0, 0)
        .hasProblem("account-repeated", 3)
        .hasProblem("account-contradicts", 5);
  }

  @Test
  void assignmentsToWhatNoFileDefines() {
    OutcomeAssert run =
        new TestAudit()
            .accounts("account,status", "mo,enabled")
            .roles("role", "Clerk")
            .assignments("account,role", "mo,Clerk", "ghost,Clerk", "mo,Phantom")
            .run()
            .counts("assignments.csv", 3, 0, 0);
    assertThat(run.outcome().issues())
        .extracting(Issue::sentence)
        .anyMatch(said -> said.contains("\"ghost\" is in no accounts file"))
        .anyMatch(said -> said.contains("Phantom"));
  }

  @Test
  void aFileForTheWrongPeriodOlderOrTheSameAsTheOneBefore() {
    EvidenceSpec june = spec("u.csv", "2026-07-01T06:00");
    EvidenceSpec stale = spec("u.csv", "2026-03-20");
    EvidenceSpec march = spec("u.csv", "2026-04-01T06:00");
    LocalDate before = LocalDate.of(2026, 3, 31);
    assertThat(codes(june, "aa", march, "bb", before)).isEmpty();
    assertThat(codes(june, "aa", march, "aa", before)).containsExactly("same-as-last-time");
    assertThat(codes(stale, "aa", march, "bb", before)).containsExactly("older-than-last-time");
  }

  private static EvidenceSpec spec(String file, String extracted) {
    AuditFile audit =
        AuditFile.parse(
                "audit: A\nas-of: 2026-06-30\nevidence: [{file: %s, kind: people, extracted: %s}]\napplications: []\n"
                    .formatted(file, extracted),
                "audit.yaml")
            .audit();
    assertThat(audit).isNotNull();
    return audit.evidence().getFirst();
  }

  private static List<String> codes(
      EvidenceSpec now, String hash, EvidenceSpec then, String oldHash, LocalDate before) {
    return EvidenceQuestions.against(
            List.of(new EvidenceQuestions.Received(now, hash)),
            List.of(new EvidenceQuestions.Received(then, oldHash)),
            before)
        .stream()
        .map(Issue::code)
        .toList();
  }

  @Test
  void aFilterUsedAtExtractionAndAListWithoutASingleDisabledAccount() {
    String[] lines = new String[31];
    lines[0] = "account,status";
    for (int i = 1; i < lines.length; i++) {
      lines[i] = "a%d,enabled".formatted(i);
    }
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: u.csv, kind: accounts, filter: active only, extracted: 2026-06-01}")
            .file("u.csv", lines)
            .run();
    assertThat(run.outcome().issues())
        .filteredOn(issue -> issue.weight() == Issue.Weight.QUESTION)
        .extracting(Issue::code)
        .contains("filter-used", "nobody-disabled", "extracted-early");
  }

  @Test
  void oneFileReadAsTwoKindsWithAMapForEach() {
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: x.csv, kind: accounts, columns: {account: Login, name: Name}}")
            .evidence("{file: x.csv, kind: roles, columns: {role: Post, name: Post}}")
            .file("x.csv", "Login,Name,Post", "mo,Mo,Clerk", "liv,Liv,Lead")
            .run();
    assertThat(run.outcome().audit().evidence())
        .extracting(EvidenceSpec::entry)
        .containsExactly("x.csv", "x.csv (2)");
    assertThat(run.outcome().files()).allMatch(file -> file.read().tieOut().read() == 2);
    assertThat(accounts(run).getFirst().name()).isEqualTo("Mo");
  }
}
