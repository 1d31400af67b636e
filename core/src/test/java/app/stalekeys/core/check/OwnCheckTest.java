package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Checks that an auditor writes himself.
class OwnCheckTest {

  private static TestAudit own(String subject, String condition) {
    return new TestAudit()
        .accounts(
            "account,status,last-sign-in,type,created",
            "far,enabled,2026-05-30,service,2025-01-01",
            "near,enabled,2026-05-31,service,2025-01-01",
            "off,disabled,2026-01-01,service,2025-01-01",
            "never,enabled,,personal,2025-01-01")
        .with(
            "own-checks: [{id: own-idle, title: Idle service, subject: %s, severity: high, condition: '%s'}]"
                .formatted(subject, condition));
  }

  @Test
  void flagsWhereItSaysYesAndCitesTheRow() {
    var run =
        own("account", "account.enabled && account.daysSinceSignIn > 30")
            .run()
            .flags("own-idle", "far");
    Finding finding = run.finding("own-idle");
    assertThat(finding.severity()).isEqualTo(Severity.HIGH);
    assertThat(finding.evidence()).contains(Place.ofRow("accounts.csv", 2));
    assertThat(finding.facts())
        .containsEntry("daysSinceSignIn", 31L)
        .containsEntry("enabled", true);
  }

  @Test
  void whatItCannotTellIsNotCountedAsTested() {
    // "never" has no last sign-in, "off" is decided by its status alone.
    own("account", "account.enabled && account.daysSinceSignIn > 30").run().tested("own-idle", 3);
    own("account", "account.daysSinceSignIn == null").run().flags("own-idle", "never");
  }

  @Test
  void isNotTestedWhereWhatItAsksForIsMissing() {
    own("account", "account.mfa == \"no\"").run().doesNotTest("own-idle", "accounts.mfa");
    own("credential", "credential.active").run().doesNotTest("own-idle", "credentials");
  }

  @Test
  void looksAtPeopleOnceOverAllApplications() {
    own("person", "person.accounts >= 2")
        .people("person,name,email", "1,Mo Berg,mo@a.example", "2,Liv Dahl,liv@a.example")
        .accounts("account,status,person", "mo,enabled,1", "mo-admin,enabled,1", "liv,enabled,2")
        .run()
        .flags("own-idle", "1")
        .tested("own-idle", 2);
  }

  @Test
  void attemptsOfOneAccountAreOneFindingWithEachRow() {
    var run =
        own("sign-in", "signin.outcome == \"success\" && signin.hour < 6")
            .accounts("account,status", "mo,enabled", "liv,enabled")
            .signIns(
                "at,account,outcome",
                "2026-06-02T05:59:59Z,mo,success",
                "2026-06-01T03:00:00Z,mo,success",
                "2026-06-01T06:00:00Z,liv,success",
                "2026-06-01T03:00:00Z,liv,failure")
            .run()
            .flags("own-idle", "mo");
    assertThat(run.finding("own-idle").evidence())
        .contains(Place.ofRow("sign-ins.csv", 2), Place.ofRow("sign-ins.csv", 3));
    assertThat(run.finding("own-idle").facts()).containsEntry("attempts", 2L);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          account.enabled && account.dyas > 3  | column 20: there is no account.dyas; the fields are account.key
          account.name == 3                    | column 14: found no matching overload for '_==_'
          account.enabled &&                   | column 19
          account.name                         | expected type 'bool' but found 'string'
          account.name.matches("[a")           | column 23: the pattern is none: missing closing ]
          """)
  void aConditionThatIsNoneIsRefusedWithItsPlace(String condition, String words) {
    assertThat(own("account", condition).refusal()).singleElement().asString().contains(words);
  }

  @Test
  void takesNoIdOfTheCatalogueAndNoSubjectThatThereIsNot() {
    assertThat(
            new TestAudit()
                .with("own-checks: [{id: dormant, subject: account, condition: account.enabled}]")
                .refusal()
                .getFirst())
        .contains("there is a check \"dormant\" already");
    assertThat(own("printer", "true").refusal().getFirst())
        .contains("the subject is \"printer\", expected one of account, role, person");
  }

  @Test
  void standsInAFileBesideTheAuditFileAndIsSetLikeAnyOther() {
    TestAudit audit =
        new TestAudit()
            .accounts("account,status", "mo,enabled")
            .file(
                "mine.yaml",
                "- {id: mine, title: All of them, subject: account, condition: account.enabled}")
            .with("own-checks: mine.yaml")
            .with("checks: {mine: {severity: critical}}");
    var run = audit.run().flags("mine", "mo");
    assertThat(run.severities("mine")).containsExactly("mo critical");
    String text = AuditFileWriter.write(run.outcome().audit());
    AuditFile again = AuditFile.parse(text, "audit.yaml").audit();
    assertThat(again).isNotNull();
    assertThat(AuditFileWriter.write(again)).isEqualTo(text).contains("All of them");
    assertThat(
            new TestAudit()
                .file("mine.yaml", "- {id: mine, subject: account, condition: account.enabled}")
                .with("own-checks: mine.yaml")
                .with("checks: {thine: {severity: critical}}")
                .refusal()
                .getFirst())
        .contains("no check is called \"thine\"");
  }
}
