package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Roles, conflicts and systems. As of 2026-06-30, period from 2026-01-01.
class RoleAndConflictChecksTest {

  @Test
  void rolesByWhoHoldsThemAndWhatTheyGive() {
    var run =
        new TestAudit()
            .people("person,name,status", "1,Ana,active", "2,Bo,left")
            .accounts("account,status", "a,enabled", "b,disabled", "c,enabled")
            .roles(
                "role,owner,everything",
                "All,1,yes",
                "Base,1,",
                "Copy,,",
                "Empty,2,",
                "Inner,1,",
                "Lone,1,",
                "Wide,9,")
            .nesting("parent,child,scope", "Copy,Inner,", "Lone,Empty,")
            .assignments(
                "account,role,until",
                "a,Base,",
                "b,Base,",
                "c,Base,",
                "a,Wide,",
                "b,Wide,",
                "c,Wide,",
                "a,Copy,2026-06-29",
                "b,All,")
            .grants(
                "holder,holder-type,resource,action,scope",
                "Base,role,X,read,North",
                "Wide,role,X,read,",
                "Wide,role,Y,read,",
                "Inner,role,Z,read,")
            .run()
            .flags("role-unassigned", "Copy", "Empty", "Inner", "Lone")
            .flags("role-few-holders", "All")
            .flags("role-empty", "Empty", "Lone")
            .flags("role-same-as", "Copy|Inner")
            .flags("role-contained", "Base")
            .flags("role-ownerless", "Copy", "Empty", "Wide")
            .flagsNothing("role-nesting-loop");
    assertThat(run.finding("role-contained").facts()).containsEntry("within", List.of("Wide"));
  }

  @Test
  void aLoopIsOneFindingAndItsRolesAreTheSame() {
    new TestAudit()
        .accounts("account,status", "a,enabled")
        .roles("role", "A", "B", "C", "D")
        .nesting("parent,child", "A,B", "B,C", "C,A", "D,D")
        .grants("holder,holder-type,resource,action", "B,role,X,read")
        .run()
        .flags("role-nesting-loop", "A|B|C", "D")
        .flags("role-same-as", "A|B|C");
  }

  private static final String TASKS =
      """
      tasks:
        - {id: add, name: add a supplier, any: [{application: app, resource: Supplier/*, action: create}]}
        - {id: pay, name: pay, all: [{application: app, resource: Run, action: draft}, {application: app, resource: Run, action: release}]}
      conflicts: [{id: add-pay, tasks: [add, pay], severity: critical, reason: invented suppliers}]
      mitigations:
        - {conflict: add-pay, person: "2", until: 2026-06-30, control: second signature}
        - {conflict: add-pay, person: "3", until: 2026-06-29, control: weekly list}
      """;

  private static TestAudit conflicts(String... grants) {
    String[] lines = new String[grants.length + 1];
    lines[0] = "holder,holder-type,resource,action,effect,scope";
    System.arraycopy(grants, 0, lines, 1, grants.length);
    return new TestAudit()
        .people("person,name", "1,Ana", "2,Bo", "3,Cy")
        .accounts(
            "account,status,person",
            "a1,enabled,1",
            "a2,enabled,1",
            "b,enabled,2",
            "c,enabled,3",
            "x,enabled,",
            "off,disabled,")
        .grants(lines)
        .file("tasks.yaml", TASKS)
        .with("tasks: tasks.yaml");
  }

  @Test
  void aConflictIsOnePersonsOverAllAccountsAndWhereScopesMeet() {
    var run =
        conflicts(
                "a1,account,Supplier/Local,create,,North",
                "a2,account,Run,*,,North/Harbour",
                "b,account,Supplier,create,,",
                "b,account,Run,*,,",
                "c,account,Supplier,create,,",
                "c,account,Run,*,,",
                "x,account,Supplier,create,,North",
                "x,account,Run,*,,South",
                "off,account,*,*,,",
                "r,role,Run,draft,,",
                "r,role,Run,release,,")
            .run();
    assertThat(run.severities("conflict")).containsExactly("1 critical", "2 low", "3 critical");
    assertThat(run.findings("conflict").getFirst().facts())
        .containsEntry("where", List.of("North/Harbour"));
    run.flags("mitigation-lapsed", "3");
    run.doesNotTest("conflict-exercised", "activity");
  }

  @Test
  void anAllTaskNeedsAllAndAnExceptionTakesTheAreaOut() {
    conflicts("b,account,Supplier,create,,", "b,account,Run,draft,,", "r,role,Run,release,,")
        .run()
        .flagsNothing("conflict");
    conflicts(
            "b,account,Supplier,create,,North/Harbour",
            "b,account,Run,*,,North",
            "b,account,Run,release,deny,North/Harbour",
            "r,role,Run,release,,",
            "r,role,Run,draft,,")
        .run()
        .flagsNothing("conflict");
  }

  @Test
  void doneInThePeriodIsAnotherMatterThanCouldBeDone() {
    TestAudit audit =
        conflicts(
            "c,account,Supplier,create,,",
            "c,account,Run,*,,",
            "r,role,Run,draft,,",
            "r,role,Run,release,,");
    String[] log = {
      "at,actor,action,resource,outcome",
      "2026-01-01T00:00:00Z,c,create,Supplier,done",
      "2026-02-01T00:00:00Z,c,draft,Run,done",
      "2026-02-01T00:00:00Z,c,release,Run,denied"
    };
    audit.activity(log).run().flagsNothing("conflict-exercised");
    log[3] = log[3].replace("denied", "done");
    audit.file("activity.csv", log).run().flags("conflict-exercised", "3");
    log[1] = log[1].replace("2026-01-01", "2025-12-31");
    audit.file("activity.csv", log).run().flagsNothing("conflict-exercised");
  }

  @Test
  void aRoleMayHoldTheConflictItself() {
    conflicts(
            "Both,role,Supplier,create,,",
            "Both,role,Run,*,,",
            "Half,role,Run,draft,,",
            "Half,role,Run,release,,")
        .roles("role", "Both", "Half")
        .run()
        .flags("role-conflicted", "Both");
  }

  @Test
  void withoutTasksConflictsAreNotTestedAndWhatPointsNowhereIsRefused() {
    new TestAudit().accounts("account,status", "a,enabled").run().doesNotTest("conflict", "tasks");
    assertThat(
            conflicts("b,account,Run,go,,")
                .file("tasks.yaml", "conflicts: [{id: x, tasks: [add, pay]}]")
                .refusal())
        .anyMatch(line -> line.startsWith("tasks.yaml:1") && line.contains("no task is called"));
    assertThat(
            new TestAudit()
                .accounts("account,status", "a,enabled")
                .with("tasks: no.yaml")
                .refusal())
        .anyMatch(line -> line.contains("no such file"));
  }

  @Test
  void systemsOfTheOrganisationAreExaminedOnceByDottedParts() {
    // 2026-07-30 lies 30 days after.
    TestAudit audit =
        new TestAudit()
            .shared(
                "systems",
                "system,version,required-version,online,certificate-expires",
                "old,4.9,4.10,no,2026-07-30",
                "same,4.10,4.10.0,yes,2026-07-31",
                "new,4.11,4.10,,2026-06-01",
                "unknown,,4.10,,")
            .accounts("account,status", "a,enabled");
    var run =
        audit
            .run()
            .flags("system-outdated", "old")
            .flags("system-offline", "old")
            .flags("system-certificate", "new", "old")
            .tested("system-outdated", 3);
    assertThat(run.finding("system-outdated").application()).isEqualTo("*");
    new TestAudit()
        .accounts("account,status", "a,enabled")
        .run()
        .doesNotTest("system-outdated", "systems");
  }
}
