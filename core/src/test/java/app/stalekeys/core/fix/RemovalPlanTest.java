package app.stalekeys.core.fix;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/// What has to be taken away, the least of it, and what goes with it.
class RemovalPlanTest {

  private static AuditRun.Outcome company() {
    return new TestAudit()
        .people(
            "person,name,email,status,department,title,end",
            "1,Mo Arnesen,,active,Quay,Clerk,",
            "2,Liv Dahl,,left,Quay,Clerk,2026-03-31")
        .accounts(
            "account,name,person,status,last-sign-in,mfa",
            "mo,Mo,1,enabled,2026-06-29,yes",
            "liv,Liv,2,enabled,2025-01-01,no")
        .roles("role,name", "buyer,Buyer", "payer,Payer", "viewer,Viewer")
        .grants(
            "holder-type,holder,resource,action",
            "role,buyer,supplier,add",
            "role,payer,payment,release",
            "role,payer,report,read",
            "role,viewer,report,read",
            "account,mo,payment,release",
            "account,liv,payment,release")
        .assignments("account,role", "mo,buyer", "mo,viewer", "liv,viewer")
        .file(
            "usage.csv",
            "account,resource,action,last-used",
            "mo,payment,release,2026-06-20",
            "mo,report,read,2026-01-01")
        .evidence("{file: usage.csv, kind: usage}")
        .with("tasks: tasks.yaml")
        .file(
            "tasks.yaml",
            "tasks:",
            "  - {id: buy, name: add a supplier, any: [{application: app, resource: supplier, action: add}]}",
            "  - {id: pay, name: release a payment, any: [{application: app, resource: payment, action: release}]}",
            "conflicts: [{id: buy-and-pay, tasks: [buy, pay], severity: high}]")
        .run()
        .outcome();
  }

  private static List<Finding> found(AuditRun.Outcome outcome, String... checks) {
    return outcome.result().findings().stream()
        .filter(finding -> Set.of(checks).contains(finding.check()))
        .toList();
  }

  private static List<String> steps(RemovalPlan.Plan plan) {
    return plan.planned().stream().map(one -> one.step().words()).toList();
  }

  @Test
  void oneRemovalClearsTheConflictAndTheGrantAndSaysWhatWasInUse() {
    AuditRun.Outcome outcome = company();
    List<Finding> findings =
        found(outcome, "conflict", "direct-grant").stream()
            .filter(one -> !one.subject().key().equals("liv"))
            .toList();
    assertThat(findings).hasSize(2);
    RemovalPlan.Plan plan = RemovalPlan.of(outcome.snapshot(), findings, List.of(), 90);
    assertThat(steps(plan))
        .as("taking the role would clear the conflict alone")
        .containsExactly("mo: take the permission away: payment:release");
    RemovalPlan.Planned only = plan.planned().getFirst();
    assertThat(only.clears()).hasSize(2);
    assertThat(only.loss().names()).containsExactly("release payment");
    assertThat(only.loss().used())
        .extracting(RemovalPlan.Used::day)
        .containsExactly(LocalDate.parse("2026-06-20"));
    assertThat(plan.isExact()).isTrue();
    assertThat(
            RemovalPlan.of(outcome.snapshot(), findings, List.of(), 10)
                .planned()
                .getFirst()
                .loss()
                .used())
        .as("ten days back is not within the last ten days")
        .isEmpty();
  }

  @Test
  void disablingIsOfferedOnlyWhereAFindingAsksForItAndThenClearsTheRest() {
    AuditRun.Outcome outcome = company();
    List<Finding> all =
        found(outcome, "leaver-enabled", "dormant", "no-second-factor", "direct-grant");
    RemovalPlan.Plan plan = RemovalPlan.of(outcome.snapshot(), all, List.of(), 90);
    assertThat(steps(plan))
        .containsExactly(
            "liv: disable the account", "mo: take the permission away: payment:release");
    assertThat(plan.planned().getFirst().clears())
        .extracting(Finding::check)
        .containsExactlyInAnyOrder("leaver-enabled", "dormant", "no-second-factor", "direct-grant");
    RemovalPlan.Plan alone =
        RemovalPlan.of(outcome.snapshot(), found(outcome, "no-second-factor"), List.of(), 90);
    assertThat(steps(alone)).containsExactly("liv: require a second factor: no-second-factor");
  }

  @Test
  void whatADecisionTakesSaysWhatElseGoesAndClearsWhatItCan() {
    AuditRun.Outcome outcome = company();
    Subject mo = Subject.account("mo");
    Step payment = new Step(FixAction.WITHDRAW_PERMISSION, "app", mo, "payment:release", "", "");
    List<Finding> conflict = found(outcome, "conflict").stream().limit(1).toList();
    RemovalPlan.Plan plan = RemovalPlan.of(outcome.snapshot(), conflict, List.of(), 90);
    assertThat(steps(plan)).hasSize(1);
    Step given = plan.planned().getFirst().step();
    RemovalPlan.Planned decided =
        RemovalPlan.of(outcome.snapshot(), conflict, List.of(given), 90).planned().getFirst();
    assertThat(decided.step()).isEqualTo(given);
    assertThat(decided.clears()).as("nothing more is asked for").isEqualTo(conflict);

    RemovalPlan.Planned withdrawn = only(outcome, payment);
    assertThat(withdrawn.through()).containsExactly("a grant of its own: release payment");
    assertThat(withdrawn.loss().used())
        .extracting(RemovalPlan.Used::permission)
        .containsExactly("release payment");

    RemovalPlan.Planned report =
        only(outcome, new Step(FixAction.WITHDRAW_PERMISSION, "app", mo, "report:read", "", ""));
    assertThat(report.through()).containsExactly("the role viewer");
    assertThat(report.loss().names()).containsExactly("read report");
    assertThat(report.loss().used()).as("used in January").isEmpty();

    Step replaced = new Step(FixAction.REPLACE_GRANTS, "app", mo, "", "", "payer");
    assertThat(only(outcome, replaced).loss().permissions()).as("the role gives the same").isZero();
    Step all = new Step(FixAction.REMOVE_GRANT, "app", mo, "", "", "");
    assertThat(all.words()).isEqualTo("mo: take its own permissions away");
    assertThat(only(outcome, all).loss().permissions()).isEqualTo(1);
    assertThat(only(outcome, all).through())
        .as("whoever does it must know which")
        .containsExactly("a grant of its own: release payment");
    Step owner = new Step(FixAction.SET_OWNER, "app", mo, "", "", "1");
    assertThat(only(outcome, owner).loss().permissions()).isZero();
  }

  private static RemovalPlan.Planned only(AuditRun.Outcome outcome, Step step) {
    List<RemovalPlan.Planned> planned =
        RemovalPlan.of(outcome.snapshot(), List.of(), List.of(step), 90).planned();
    assertThat(planned).hasSize(1);
    return planned.getFirst();
  }

  @Test
  void aRoleWrittenInTwoRowsGoesFromBoth() {
    AuditRun.Outcome outcome =
        new TestAudit()
            .accounts("account,status", "mo,enabled")
            .roles("role,name", "payer,Payer")
            .grants("holder-type,holder,resource,action", "role,payer,payment,release")
            .assignments("account,role,from", "mo,payer,2026-01-01", "mo,payer,2026-02-01")
            .run()
            .outcome();
    Step step =
        new Step(FixAction.REMOVE_ASSIGNMENT, "app", Subject.account("mo"), "payer", "", "");
    assertThat(only(outcome, step).loss().names()).containsExactly("release payment");
  }

  @Test
  void aPermissionHeldThroughARoleIsNotConfirmedByItsGrantBeingGone() {
    AuditRun.Outcome outcome = company();
    Subject mo = Subject.account("mo");
    Step report = new Step(FixAction.WITHDRAW_PERMISSION, "app", mo, "report:read", "", "");
    assertThat(seen(outcome, report)).isEqualTo(Confirmation.Outcome.STILL_THERE);
    Step none = new Step(FixAction.WITHDRAW_PERMISSION, "app", mo, "report:write", "", "");
    assertThat(seen(outcome, none)).isEqualTo(Confirmation.Outcome.DONE);
    AuditRun.Outcome bare =
        new TestAudit().accounts("account,status", "mo,enabled").run().outcome();
    assertThat(seen(bare, report)).isEqualTo(Confirmation.Outcome.UNKNOWN);
  }

  @Test
  void whatIsHeldWhileDisabledGoesWholeHoweverMuchItIs() {
    List<String> assignments = new ArrayList<>(List.of("account,role"));
    for (int i = 0; i < 20; i++) {
      assignments.add("mo,role" + i);
    }
    AuditRun.Outcome outcome =
        new TestAudit()
            .accounts("account,status", "mo,disabled")
            .assignments(assignments.toArray(String[]::new))
            .run()
            .outcome();
    RemovalPlan.Plan plan =
        RemovalPlan.of(outcome.snapshot(), found(outcome, "held-while-disabled"), List.of(), 90);
    assertThat(plan.planned()).hasSize(20).allMatch(one -> one.clears().size() == 1);
    assertThat(plan.isExact()).as("there is no choice").isTrue();
  }

  @Test
  void aPlanClearsEverythingThatRemovalsCanClearAlsoWhereNotEverySetCanBeTried() {
    List<String> accounts = new ArrayList<>(List.of("account,person,status,last-sign-in"));
    List<String> people = new ArrayList<>(List.of("person,name,status,end"));
    List<String> assignments = new ArrayList<>(List.of("account,role"));
    people.add("1,Mo Arnesen,active,");
    for (int i = 0; i < 9; i++) {
      accounts.add("mo%d,1,enabled,2025-01-01".formatted(i));
      assignments.add("mo%d,buyer".formatted(i));
      assignments.add("mo%d,payer".formatted(i));
    }
    AuditRun.Outcome outcome =
        new TestAudit()
            .people(people.toArray(String[]::new))
            .accounts(accounts.toArray(String[]::new))
            .roles("role,name", "buyer,Buyer", "payer,Payer")
            .grants(
                "holder-type,holder,resource,action",
                "role,buyer,supplier,add",
                "role,payer,payment,release")
            .assignments(assignments.toArray(String[]::new))
            .with("tasks: tasks.yaml")
            .file(
                "tasks.yaml",
                "tasks:",
                "  - {id: buy, name: add a supplier, any: [{application: app, resource: supplier, action: add}]}",
                "  - {id: pay, name: release a payment, any: [{application: app, resource: payment, action: release}]}",
                "conflicts: [{id: buy-and-pay, tasks: [buy, pay], severity: high}]")
            .run()
            .outcome();
    List<Finding> findings = found(outcome, "conflict", "dormant");
    assertThat(findings).hasSize(10);
    RemovalPlan.Plan plan = RemovalPlan.of(outcome.snapshot(), findings, List.of(), 90);
    Set<String> cleared =
        plan.planned().stream()
            .flatMap(one -> one.clears().stream())
            .map(Finding::id)
            .collect(java.util.stream.Collectors.toSet());
    assertThat(cleared).hasSize(10);
    assertThat(steps(plan))
        .as("nine accounts nobody uses are disabled, which ends the conflict too")
        .hasSize(9)
        .allMatch(words -> words.endsWith("disable the account"));
  }

  @Test
  void aLaterSnapshotConfirmsOnlyWhatItShows() {
    Step grant =
        new Step(FixAction.REMOVE_GRANT, "app", Subject.account("mo"), "payment:release", "", "");
    Step disable = Step.disable("app", "liv");
    AuditRun.Outcome before = company();
    assertThat(seen(before, grant)).isEqualTo(Confirmation.Outcome.STILL_THERE);
    assertThat(seen(before, disable)).isEqualTo(Confirmation.Outcome.STILL_THERE);
    AuditRun.Outcome after =
        new TestAudit().accounts("account,status", "mo,enabled", "liv,disabled").run().outcome();
    assertThat(seen(after, disable)).isEqualTo(Confirmation.Outcome.DONE);
    assertThat(seen(after, grant))
        .as("no grants came, so nobody can tell")
        .isEqualTo(Confirmation.Outcome.UNKNOWN);
    assertThat(seen(after, Step.disable("elsewhere", "liv")))
        .isEqualTo(Confirmation.Outcome.UNKNOWN);
    Confirmation.Cleared mfa =
        new Confirmation.Cleared(
            found(before, "no-second-factor").getFirst().id(), "no-second-factor", "app");
    Step require = Cures.usual(found(before, "no-second-factor").getFirst());
    assertThat(confirmation(before).of(require, List.of(mfa)).outcome())
        .isEqualTo(Confirmation.Outcome.STILL_THERE);
    assertThat(confirmation(after).of(require, List.of(mfa)).words())
        .isEqualTo("the check no-second-factor was not tested");
  }

  private static Confirmation confirmation(AuditRun.Outcome outcome) {
    return new Confirmation(
        outcome.snapshot(), outcome.result().findings(), outcome.result().checks());
  }

  private static Confirmation.Outcome seen(AuditRun.Outcome outcome, Step step) {
    return confirmation(outcome).of(step, List.of()).outcome();
  }

  @Test
  void workingDaysLeaveOutWeekendsAndHolidays() {
    WorkingDays days =
        new WorkingDays(
            Map.of(Severity.CRITICAL, 1, Severity.HIGH, 3, Severity.MEDIUM, 5, Severity.LOW, 10),
            Set.of(LocalDate.parse("2026-07-07")));
    LocalDate friday = LocalDate.parse("2026-07-03");
    assertThat(days.due(friday, Severity.CRITICAL)).isEqualTo("2026-07-06");
    assertThat(days.due(friday, Severity.HIGH)).as("the 7th is one").isEqualTo("2026-07-09");
    assertThat(WorkingDays.STANDARD.days())
        .isEqualTo(
            Map.of(Severity.CRITICAL, 2, Severity.HIGH, 10, Severity.MEDIUM, 30, Severity.LOW, 90));
  }

  @Test
  void onlyASnapshotConfirmsAndOnlyWhatWasSaidToBeDoneComesBack() {
    assertThat(FixState.REPORTED_DONE.after(Confirmation.Outcome.DONE))
        .isEqualTo(FixState.CONFIRMED);
    assertThat(FixState.CONFIRMED.after(Confirmation.Outcome.STILL_THERE))
        .isEqualTo(FixState.CAME_BACK);
    assertThat(FixState.REPORTED_DONE.after(Confirmation.Outcome.STILL_THERE))
        .isEqualTo(FixState.CAME_BACK);
    assertThat(FixState.PLANNED.after(Confirmation.Outcome.STILL_THERE))
        .isEqualTo(FixState.PLANNED);
    assertThat(FixState.CONFIRMED.after(Confirmation.Outcome.UNKNOWN))
        .isEqualTo(FixState.CONFIRMED);
    assertThat(FixState.DROPPED.after(Confirmation.Outcome.DONE)).isEqualTo(FixState.DROPPED);
  }
}
