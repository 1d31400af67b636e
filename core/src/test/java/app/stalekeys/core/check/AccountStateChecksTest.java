package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import org.junit.jupiter.api.Test;

/// Accounts by what they are and what state they are in: each check fires, does not fire, and has its
/// boundary on both sides. As of 2026-06-30.
class AccountStateChecksTest {

  @Test
  void neverUsedCountsFromItsLimitAndSaysWhenCreationIsUnknown() {
    // 2026-05-31 lies 30 days before, 2026-06-01 lies 29.
    var run =
        new TestAudit()
            .accounts(
                "account,status,created",
                "at-limit,enabled,2026-05-31",
                "young,enabled,2026-06-01",
                "unknown,enabled,",
                "failed,enabled,2025-01-01",
                "used,enabled,2025-01-01",
                "later,enabled,2025-01-01",
                "off,disabled,2025-01-01")
            .signIns(
                "at,account,outcome",
                "2026-06-01T08:00:00Z,failed,failure",
                "2026-06-01T08:00:00Z,used,success",
                "2026-07-01T08:00:00Z,later,success")
            .run()
            .flags("never-used", "at-limit", "failed", "later", "unknown")
            .tested("never-used", 6);
    assertThat(run.findings("never-used").getLast().sentence()).contains("does not say when");
    new TestAudit()
        .accounts("account,status", "a,enabled")
        .run()
        .doesNotTest("never-used", "sign-ins", "accounts.last-sign-in");
  }

  @Test
  void anOwnerMustBeThereKnownAndStillHere() {
    new TestAudit()
        .people("person,name,status,end", "1,Ana,active,", "2,Bo,active,2026-06-30")
        .accounts(
            "account,status,type,owner",
            "good,enabled,service,1",
            "empty,enabled,service,",
            "gone,enabled,shared,2",
            "unknown,enabled,built-in,9",
            "off,disabled,service,",
            "mine,enabled,personal,")
        .run()
        .flags("ownerless", "empty", "gone", "unknown")
        .tested("ownerless", 4);
    new TestAudit()
        .people("person,name", "1,Ana")
        .accounts("account,status,type", "a,enabled,service")
        .run()
        .doesNotTest("ownerless", "accounts.owner");
  }

  @Test
  void sharedAndBuiltInAccountsAreToldByTypeOrByWholeWords() {
    var run =
        new TestAudit()
            .accounts(
                "account,status,type,name,default-password",
                "till-7,enabled,,Till,",
                "tiller,enabled,,Tiller,",
                "svc.till,enabled,service,,",
                "desk,enabled,personal,Front Counter,",
                "s,enabled,shared,,",
                "ADMIN,enabled,,,yes",
                "admin2,enabled,,,",
                "x,enabled,built-in,,no")
            .run()
            .flags("shared-account", "desk", "s", "till-7");
    assertThat(run.severities("built-in-enabled")).containsExactly("ADMIN critical", "x high");
    new TestAudit()
        .accounts("account,status", "admin,enabled", "operator,enabled")
        .with("checks: {built-in-enabled: {names: [operator]}}")
        .run()
        .flags("built-in-enabled", "operator");
  }

  @Test
  void twoPersonalAccountsOfOnePersonAreOneFindingAboutThePerson() {
    var run =
        new TestAudit()
            .people("person,name", "1,Ana", "2,Bo")
            .accounts(
                "account,status,type,person",
                "a1,enabled,personal,1",
                "a2,enabled,personal,1",
                "b1,enabled,personal,2",
                "b2,disabled,personal,2",
                "b3,enabled,service,2")
            .run()
            .flags("duplicate-account", "1")
            .tested("duplicate-account", 2);
    assertThat(run.finding("duplicate-account").subject().type()).isEqualTo("person");
  }

  @Test
  void onlyFieldsThatTheExportHasCanBeIncomplete() {
    new TestAudit()
        .accounts("account,status,name,department", "a,enabled,Ana,Crew", "b,enabled,,Crew")
        .run()
        .flags("incomplete-record", "b");
    new TestAudit()
        .accounts("account,status", "a,enabled")
        .run()
        .doesNotTest("incomplete-record", "accounts.name", "accounts.email", "accounts.department");
  }

  @Test
  void pendingExpiredAndDisabledAccountsAtTheirBoundaries() {
    var run =
        new TestAudit()
            .accounts(
                "account,status,created,expires",
                "pending14,pending,2026-06-16,",
                "pending13,pending,2026-06-17,",
                "today,enabled,2020-01-01,2026-06-30",
                "yesterday,enabled,2020-01-01,2026-06-29",
                "holding,disabled,2020-01-01,",
                "lapsed,locked,2020-01-01,",
                "root,disabled,2020-01-01,")
            .roles("role,privileged", "R,no", "Root,yes")
            .assignments(
                "account,role,until",
                "holding,R,2026-06-30",
                "lapsed,R,2026-06-29",
                "pending14,R,",
                "yesterday,R,",
                "root,Root,")
            .run()
            .flags("stale-invitation", "pending14")
            .flags("expired-enabled", "yesterday");
    assertThat(run.severities("held-while-disabled"))
        .containsExactly("holding low", "pending14 low", "root medium");
  }

  @Test
  void outsidersNeedAnEndWhetherTheAccountOrTheRosterSaysSo() {
    new TestAudit()
        .people("person,name,worker-type", "1,Ana,contractor", "2,Bo,employee")
        .accounts(
            "account,status,type,person,expires",
            "a,enabled,personal,1,",
            "b,enabled,personal,2,",
            "c,enabled,external,,",
            "d,enabled,external,,2026-12-31")
        .run()
        .flags("external-no-end", "a", "c")
        .tested("external-no-end", 3);
  }
}
