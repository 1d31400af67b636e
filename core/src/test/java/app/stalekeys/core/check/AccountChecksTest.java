package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.source.Place;
import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/// Each check: fires, does not fire, the boundary on both sides, not tested. As of 2026-06-30.
class AccountChecksTest {

  @Nested
  class Dormant {

    @Test
    void firesFromTheLimitOn() {
      // 2026-04-01 lies 90 days before, 2026-04-02 lies 89.
      new TestAudit()
          .accounts(
              "account,status,last-sign-in",
              "at-limit,enabled,2026-04-01",
              "below,enabled,2026-04-02",
              "today,enabled,2026-06-30",
              "never,enabled,never",
              "off,disabled,2020-01-01")
          .run()
          .flags("dormant", "at-limit")
          .tested("dormant", 3);
    }

    @Test
    void theLaterOfListAndLogCounts() {
      TestAudit audit =
          new TestAudit()
              .application("ids: {case: ignore}")
              .accounts(
                  "account,status,last-sign-in",
                  "mo,enabled,2025-01-01",
                  "liv,enabled,2025-01-01",
                  "gro,enabled,2026-06-01")
              .signIns(
                  "at,account,outcome",
                  "2026-06-20T08:00:00Z,MO,success",
                  "2026-06-20T08:00:00Z,liv,failure",
                  "2026-07-01T00:00:00Z,liv,success",
                  "2025-01-01T08:00:00Z,gro,success");
      var run = audit.run().flags("dormant", "liv");
      assertThat(run.finding("dormant").evidence())
          .contains(Place.ofRow("accounts.csv", 3), Place.ofFile("sign-ins.csv"));
    }

    @Test
    void aSignInCountsOnItsDayInTheAuditsZone() {
      // 2026-04-01 22:30 UTC is 2026-04-02 in Copenhagen: 89 days, not 90.
      String[] log = {"at,account,outcome", "2026-04-01T22:30:00Z,mo,success"};
      new TestAudit()
          .zone("Europe/Copenhagen")
          .accounts("account,status", "mo,enabled")
          .signIns(log)
          .run()
          .flagsNothing("dormant");
      new TestAudit()
          .accounts("account,status", "mo,enabled")
          .signIns(log)
          .run()
          .flags("dormant", "mo");
    }

    @Test
    void anAccountThatExpiresOnTheAsOfDayIsStillEnabled() {
      new TestAudit()
          .accounts(
              "account,status,last-sign-in,expires",
              "today,enabled,2025-01-01,2026-06-30",
              "yesterday,enabled,2025-01-01,2026-06-29")
          .run()
          .flags("dormant", "today");
    }

    @Test
    void isHighWhereAPrivilegedRoleIsReachedByNesting() {
      var run =
          new TestAudit()
              .accounts(
                  "account,status,last-sign-in",
                  "mo,enabled,2026-01-01",
                  "liv,enabled,2026-01-01",
                  "ana,enabled,2026-01-01")
              .roles("role,privileged", "Root,yes", "Clerk,no")
              .nesting("parent,child,scope", "Lead,Root,North", "Root,Lead,")
              .assignments(
                  "account,role,scope,until",
                  "mo,Lead,North/Harbour,",
                  "liv,Lead,South,",
                  "ana,Root,,2026-06-29")
              .run()
              .flags("dormant", "ana", "liv", "mo");
      assertThat(run.severities("dormant")).containsExactly("ana medium", "liv medium", "mo high");
      assertThat(run.findings("dormant").getLast().evidence())
          .as("why it is privileged")
          .contains(Place.ofRow("assignments.csv", 2));
    }

    @Test
    void settingsOfTheAuditAndOfTheApplication() {
      String[] rows = {"account,status,last-sign-in", "mo,enabled,2026-05-31"};
      new TestAudit()
          .accounts(rows)
          .with("checks: {dormant: {days: 30}}")
          .run()
          .flags("dormant", "mo");
      new TestAudit()
          .accounts(rows)
          .with("checks: {dormant: {days: 31}}")
          .run()
          .flagsNothing("dormant");
      new TestAudit()
          .application("checks: {dormant: {days: 30}}")
          .accounts(rows)
          .with("checks: {dormant: {days: 31}}")
          .run()
          .flags("dormant", "mo");
      new TestAudit()
          .accounts(rows)
          .with("checks: {dormant: {enabled: false}}")
          .run()
          .doesNotTest("dormant");
    }

    @Test
    void isNotTestedWithoutEvidence() {
      new TestAudit()
          .accounts("account,status", "mo,enabled")
          .run()
          .doesNotTest("dormant", "sign-ins", "accounts.last-sign-in");
      new TestAudit()
          .accounts("account,last-sign-in", "mo,2020-01-01")
          .run()
          .doesNotTest("dormant", "accounts.status");
      new TestAudit()
          .people("person,name", "1,Mo")
          .run()
          .doesNotTest("dormant", "accounts", "sign-ins");
    }
  }

  @Nested
  class Leavers {

    private static final String[] PEOPLE = {
      "person,name,email,status,end",
      "1,Left Today,,left,2026-06-30",
      "2,Leaves Tomorrow,,left,2026-07-01",
      "3,Left Somewhen,,left,",
      "4,Stays,,active,",
      "5,Active With End,,active,2026-01-31"
    };

    @Test
    void enabledAccountsOfWhoLeftOnOrBeforeTheDay() {
      new TestAudit()
          .people(PEOPLE)
          .accounts(
              "account,status,person",
              "a1,enabled,1",
              "a2,enabled,2",
              "a3,enabled,3",
              "a4,enabled,4",
              "a5,enabled,5",
              "a1-off,disabled,1",
              "nobody,enabled,")
          .run()
          .flags("leaver-enabled", "a1", "a3", "a5")
          .tested("leaver-enabled", 5);
    }

    @Test
    void signInsAfterTheLastDayHasEnded() {
      var run =
          new TestAudit()
              .zone("Europe/Copenhagen")
              .people("person,name,end", "1,Gone,2026-05-10", "2,Careful,2026-05-10")
              .accounts("account,status,person", "gone,disabled,1", "careful,enabled,2")
              .signIns(
                  "at,account,outcome",
                  "2026-05-12T08:00:00Z,gone,success",
                  "2026-05-10T22:00:00Z,gone,success",
                  "2026-05-10T21:59:59Z,careful,success",
                  "2026-05-11T08:00:00Z,careful,failure",
                  "2026-06-30T22:00:00Z,careful,success")
              .run()
              .flags("leaver-signed-in", "gone");
      Finding finding = run.finding("leaver-signed-in");
      assertThat(finding.severity()).isEqualTo(Severity.CRITICAL);
      assertThat(finding.facts()).containsEntry("signIns", 2L).containsEntry("first", "2026-05-11");
      assertThat(finding.evidence())
          .containsExactly(
              Place.ofRow("accounts.csv", 2),
              Place.ofRow("people.csv", 2),
              Place.ofRow("sign-ins.csv", 3),
              Place.ofRow("sign-ins.csv", 2));
    }

    @Test
    void areNotTestedWithoutRosterOrLog() {
      new TestAudit()
          .accounts("account,status,person", "mo,enabled,1")
          .run()
          .doesNotTest("leaver-enabled", "people")
          .doesNotTest("leaver-signed-in", "people", "sign-ins");
      new TestAudit()
          .people("person,name", "1,Mo")
          .accounts("account,status", "mo,enabled")
          .run()
          .doesNotTest("leaver-enabled", "accounts.person", "accounts.email");
    }
  }

  @Nested
  class Orphans {

    @Test
    void personalOrUnknownAccountsWithoutAPerson() {
      new TestAudit()
          .application("ids: {pad: 5}")
          .people(
              "person,name,email",
              "00417,Mo Dahl,mo@x.example",
              "00418,Liv,twins@x.example",
              "00419,Gro,twins@x.example")
          .accounts(
              "account,status,person,email,type",
              "padded,enabled,417,,personal",
              "by-mail,enabled,,MO@x.example,personal",
              "wrong-id-right-mail,enabled,999,mo@x.example,personal",
              "two-with-that-mail,enabled,,twins@x.example,personal",
              "name-is-no-match,enabled,,,",
              "service,enabled,,,service",
              "off,disabled,,,personal")
          .run()
          .flags("orphan", "name-is-no-match", "two-with-that-mail")
          .tested("orphan", 5);
    }

    @Test
    void withoutARosterNothingIsSaid() {
      new TestAudit()
          .accounts("account,status,person", "mo,enabled,1")
          .run()
          .doesNotTest("orphan", "people");
    }
  }

  @Nested
  class SecondFactor {

    @Test
    void onlyASaidNoFires() {
      new TestAudit()
          .accounts(
              "account,status,mfa,type",
              "said-no,enabled,no,",
              "said-yes,enabled,yes,",
              "silent,enabled,,",
              "service,enabled,no,service",
              "off,disabled,no,")
          .run()
          .flags("no-second-factor", "said-no")
          .tested("no-second-factor", 2);
    }

    @Test
    void isNotTestedWithoutTheColumn() {
      new TestAudit()
          .accounts("account,status", "mo,enabled")
          .run()
          .doesNotTest("no-second-factor", "accounts.mfa");
    }
  }

  @Test
  void theIdOfAFindingIsTheSameFromRunToRun() {
    String[] rows = {"account,status,mfa", "mo,enabled,no"};
    String id = new TestAudit().accounts(rows).run().finding("no-second-factor").id();
    String again =
        new TestAudit()
            .accounts(rows[0], "new,enabled,yes", rows[1])
            .run()
            .finding("no-second-factor")
            .id();
    assertThat(again).isEqualTo(id).hasSize(16);
  }

  @Test
  void accountsNobodyDefinesAreAProblemAndInNoCheck() {
    new TestAudit()
        .accounts("account,status,last-sign-in", "mo,enabled,2026-06-29")
        .assignments("account,role", "mo,Clerk", "ghost,Clerk")
        .run()
        .hasProblem("account-undefined", 3)
        .hasProblem("role-undefined", 2)
        .tested("dormant", 1);
  }
}
