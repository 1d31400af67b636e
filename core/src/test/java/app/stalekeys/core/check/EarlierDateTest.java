package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.source.Place;
import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Test;

/// Checks that hold a snapshot against the one before it: 2026-03-31 and 2026-06-30.
class EarlierDateTest {

  private static final String BEFORE =
      """
      audit: Test
      as-of: 2026-03-31
      applications:
        - id: app
          ids: {case: ignore}
          evidence:
            - {file: accounts.csv, kind: accounts}
            - {file: assignments.csv, kind: assignments}
      """;

  private static TestAudit audit(String accounts, String assignments) {
    return new TestAudit()
        .application("ids: {case: ignore}")
        .file("was/audit.yaml", BEFORE)
        .file("was/accounts.csv", accounts.split("\n"))
        .file("was/assignments.csv", assignments.split("\n"))
        .with("previous: was");
  }

  private static TestAudit roles(String... activity) {
    String[] lines = new String[activity.length + 1];
    lines[0] = "at,actor,action,target,before,after,scope,outcome";
    System.arraycopy(activity, 0, lines, 1, activity.length);
    return audit(
            "account,status\nMO,enabled\nliv,enabled\nada,enabled\ngone,enabled",
            """
            account,role,scope,from,until
            MO,Clerk,,,
            MO,Payer,North,,
            liv,Guest,,,2026-05-31
            liv,Later,,2026-05-01,
            ada,Clerk,,,
            gone,Clerk,,,
            """)
        .accounts("account,status", "mo,enabled", "liv,enabled", "ada,enabled")
        .assignments(
            "account,role,scope,from,until",
            "mo,Clerk,,,",
            "mo,Payer,South,,",
            "liv,Guest,,,2026-05-31",
            "liv,Later,,2026-05-01,",
            "ada,Chief,,,")
        .activity(lines);
  }

  @Test
  void whatNoRecordExplainsIsFlaggedWithWhatCameAndWent() {
    var run =
        roles("2026-04-01T00:00:00Z,root,give-role,ada,,Chief,,done")
            .run()
            .flags("change-off-the-record", "ada", "gone", "mo")
            .tested("change-off-the-record", 4);
    Finding mo =
        run.findings("change-off-the-record").stream()
            .filter(one -> one.subject().key().equals("mo"))
            .findFirst()
            .orElseThrow();
    assertThat(mo.facts())
        .containsEntry("came", java.util.List.of("Payer in South"))
        .containsEntry("went", java.util.List.of("Payer in North"))
        .containsEntry("differences", 2L);
    assertThat(mo.evidence())
        .contains(Place.ofRow("assignments.csv", 3), Place.ofFile("activity.csv"));
  }

  @Test
  void aRecordExplainsFromTheDayAfterTheEarlierDateOnAndInItsScope() {
    String given = "root,give-role,ada,,Chief,,done";
    String taken = "2026-05-01T08:00:00Z,root,take-role,ada,Clerk,,,done";
    String deleted = "2026-05-01T08:00:00Z,root,delete-account,gone,,,,done";
    String north = "2026-05-01T08:00:00Z,root,take-role,MO,Payer,,North,done";
    String south = "2026-05-01T08:00:00Z,root,give-role,mo,,Payer,South,done";
    roles("2026-04-01T00:00:00Z," + given, taken, deleted, north, south)
        .run()
        .flagsNothing("change-off-the-record");
    roles("2026-03-31T23:59:59Z," + given, taken, deleted, north, south)
        .run()
        .flags("change-off-the-record", "ada");
    roles(
            "2026-04-01T00:00:00Z," + given,
            taken,
            deleted,
            north,
            south.replace("Payer,South", "Payer,North"))
        .run()
        .flags("change-off-the-record", "mo");
    roles("2026-04-01T00:00:00Z," + given.replace("done", "denied"), taken, deleted, north, south)
        .run()
        .flags("change-off-the-record", "ada");
  }

  @Test
  void anAccountWhoseOwnRowCouldNotBeReadHasNotLostWhatIsStillListed() {
    audit("account,status,created\nmo,enabled,2020-01-01", "account,role\nmo,Clerk")
        .accounts("account,status,created", "mo,enabled,31.02.2026", "liv,enabled,2020-01-01")
        .assignments("account,role", "mo,Clerk")
        .activity("at,actor,action,target", "2026-04-01T00:00:00Z,liv,change-account,liv")
        .run()
        .flagsNothing("change-off-the-record");
  }

  @Test
  void isNotTestedWithoutAnEarlierDateOrWithoutItsAssignments() {
    new TestAudit()
        .accounts("account,status", "mo,enabled")
        .assignments("account,role", "mo,Clerk")
        .activity("at,actor,action,target", "2026-04-01T00:00:00Z,mo,change-account,mo")
        .run()
        .doesNotTest("change-off-the-record", "previous");
  }

  @Test
  void anAccountDisabledOnBothDatesDidNotSignInBetweenThem() {
    audit(
            "account,status\nMO,disabled\nliv,disabled\nada,enabled\nkai,disabled",
            "account,role\nada,Clerk")
        .accounts("account,status", "mo,disabled", "liv,disabled", "ada,disabled", "kai,disabled")
        .signIns(
            "at,account,outcome",
            "2026-04-01T00:00:00Z,mo,success",
            "2026-03-31T23:59:59Z,liv,success",
            "2026-05-01T00:00:00Z,ada,success",
            "2026-05-01T00:00:00Z,kai,success")
        .activity(
            "at,actor,action,target,outcome",
            "2026-04-10T00:00:00Z,root,enable-account,kai,done",
            "2026-06-10T00:00:00Z,root,disable-account,kai,done")
        .run()
        .flags("disabled-signed-in", "mo")
        .tested("disabled-signed-in", 3);
  }
}
