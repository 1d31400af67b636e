package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Access beyond need. As of 2026-06-30, period from 2026-01-01.
class ExcessChecksTest {

  private static String[] rows(String head, List<String> rows) {
    List<String> lines = new ArrayList<>(List.of(head));
    lines.addAll(rows);
    return lines.toArray(String[]::new);
  }

  /// An application with so many enabled accounts, of which the first ones are administrators.
  private static TestAudit administrators(int accounts, int administrators) {
    List<String> rows = new ArrayList<>();
    List<String> held = new ArrayList<>();
    for (int i = 0; i < accounts; i++) {
      rows.add("u%03d,enabled".formatted(i));
      if (i < administrators) {
        held.add("u%03d,Root".formatted(i));
      }
    }
    rows.add("off,disabled");
    held.add("off,Root");
    return new TestAudit()
        .accounts(rows("account,status", rows))
        .roles("role,privileged", "Root,yes")
        .assignments(rows("account,role", held));
  }

  @Test
  void administratorsAreTooManyAboveBothNumberAndShare() {
    administrators(10, 3).run().flagsNothing("too-many-administrators");
    var run = administrators(10, 4).run();
    assertThat(run.finding("too-many-administrators").subject())
        .isEqualTo(Subject.application("app"));
    administrators(100, 5).run().flagsNothing("too-many-administrators");
    administrators(100, 6).run().flags("too-many-administrators", "app");
  }

  @Test
  void aCriticalPermissionMakesPrivilegedToo() {
    var run =
        new TestAudit()
            .accounts(
                "account,status,last-sign-in", "mo,enabled,2026-01-01", "liv,enabled,2026-01-01")
            .permissions("resource,action,sensitivity", "Pay,release,critical", "Pay,read,low")
            .grants(
                "holder,holder-type,resource,action", "mo,account,Pay,*", "liv,account,Pay,read")
            .run();
    assertThat(run.severities("dormant")).containsExactly("liv medium", "mo high");
  }

  @Test
  void useIsOfThatVeryPermissionAndFewerThanNinetyDaysAgo() {
    // 2026-04-02 lies 89 days before, 2026-04-01 lies 90.
    var run =
        new TestAudit()
            .accounts(
                "account,status", "used,enabled", "late,enabled", "all,enabled", "off,disabled")
            .permissions(
                "resource,action,sensitivity",
                "Pay,release,critical",
                "Pay,draft,high",
                "Pay,read,low")
            .grants(
                "holder,holder-type,resource,action",
                "used,account,Pay,draft",
                "late,account,Pay,draft",
                "late,account,Pay,release",
                "all,account,Pay,*",
                "off,account,Pay,release")
            .evidence("{file: usage.csv, kind: usage}")
            .file("usage.csv", "account,resource,action,last-used", "all,Pay,,2026-06-01")
            .activity(
                "at,actor,action,resource,outcome",
                "2026-04-02T08:00:00Z,used,draft,Pay,done",
                "2026-04-01T08:00:00Z,late,draft,Pay,done",
                "2026-06-01T08:00:00Z,late,release,Pay,denied")
            .run()
            .tested("unused-permission", 3);
    assertThat(run.severities("unused-permission")).containsExactly("late medium");
    assertThat(run.finding("unused-permission").facts()).containsEntry("count", 2L);
  }

  @Test
  void whatOneOfTenPeersHasIsUnusualAndAGroupOfFourIsNone() {
    List<String> accounts = new ArrayList<>();
    List<String> held = new ArrayList<>(List.of("p00,Odd", "p01,Odd", "p00,Two"));
    for (int i = 0; i < 11; i++) {
      accounts.add("p%02d,enabled,Crew,Planner".formatted(i));
      held.add("p%02d,Base".formatted(i));
    }
    for (int i = 0; i < 4; i++) {
      accounts.add("q%02d,enabled,Crew,Cook".formatted(i));
    }
    held.add("q00,Odd");
    var run =
        new TestAudit()
            .accounts(rows("account,status,department,title", accounts))
            .assignments(rows("account,role", held))
            .run()
            .tested("unlike-peers", 11);
    // One of ten others has Odd, which is 10 %; nobody else has Two.
    assertThat(run.findings("unlike-peers"))
        .extracting(finding -> finding.subject().key() + " " + finding.facts().get("roles"))
        .containsExactly("p00 [Odd, Two]", "p01 [Odd]");
  }

  @Test
  void aMoverIsFlaggedForWhatNewPeersDoNotHave() {
    List<String> accounts = new ArrayList<>();
    List<String> people = new ArrayList<>();
    List<String> held = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      people.add("%d,Person %d,Freight,Clerk".formatted(i, i));
      accounts.add("p%d,enabled,%d".formatted(i, i));
      held.add("p%d,Freight,2026-01-01".formatted(i));
    }
    held.add("p0,Finance,2025-03-01");
    held.add("p1,Finance,2026-05-02");
    held.add("p2,Finance,");
    new TestAudit()
        .people(rows("person,name,department,title", people))
        .shared(
            "moves",
            "person,date,field,from,to",
            "0,2026-05-02,department,Finance,Freight",
            "1,2026-05-02,department,Finance,Freight",
            "2,2026-05-02,department,Finance,Freight",
            "3,2025-12-29,department,Finance,Freight",
            "4,2026-05-02,title,Cook,Clerk")
        .accounts(rows("account,status,person", accounts))
        .assignments(rows("account,role,from", held))
        .with("checks: {mover-kept-access: {share: 40}}")
        .run()
        .flags("mover-kept-access", "p0")
        .tested("mover-kept-access", 3);
  }

  @Test
  void directGrantsAndRowsThatHaveEnded() {
    var run =
        new TestAudit()
            .accounts("account,status", "a,enabled", "b,enabled", "c,enabled")
            .assignments("account,role,until", "a,R,2026-06-29", "b,R,2026-06-30")
            .grants(
                "holder,holder-type,resource,action,effect,until",
                "a,account,X,read,deny,",
                "b,account,X,read,,2026-06-29",
                "c,account,X,read,,",
                "R,role,X,read,,2026-01-01")
            .run()
            .flags("direct-grant", "c");
    assertThat(run.findings("expired-assignment"))
        .extracting(finding -> finding.subject().type() + " " + finding.subject().key())
        .containsExactly("role R", "account a", "account b");
  }

  @Test
  void heldEverywhereWhileFourOfFiveHaveAPart() {
    String[] roles = {"role,privileged", "Root,yes", "Clerk,no"};
    new TestAudit()
        .accounts("account,status", "a,enabled", "b,enabled", "c,enabled", "d,enabled", "e,enabled")
        .roles(roles)
        .assignments(
            "account,role,scope",
            "a,Root,N",
            "b,Root,N",
            "c,Root,S",
            "d,Root,S",
            "e,Root,",
            "a,Clerk,N",
            "b,Clerk,N",
            "c,Clerk,N",
            "d,Clerk,N",
            "e,Clerk,")
        .run()
        .flags("unscoped", "e");
    new TestAudit()
        .accounts("account,status", "a,enabled", "b,enabled", "c,enabled", "d,enabled")
        .roles(roles)
        .assignments("account,role,scope", "a,Root,N", "b,Root,N", "c,Root,S", "d,Root,")
        .run()
        .flagsNothing("unscoped");
    // A role is privileged by the flagged one that it contains.
    new TestAudit()
        .accounts("account,status", "a,enabled", "b,enabled", "c,enabled", "d,enabled", "e,enabled")
        .roles(roles)
        .nesting("parent,child", "Clerk,Root")
        .assignments(
            "account,role,scope", "a,Clerk,N", "b,Clerk,N", "c,Clerk,N", "d,Clerk,N", "e,Clerk,")
        .run()
        .flags("unscoped", "e");
  }

  @Test
  void licencesAndExportsByNeedAndDepartment() {
    TestAudit audit =
        new TestAudit()
            .accounts(
                "account,status,licence,department",
                "big,enabled,Full,Crew",
                "right,enabled,Full,Finance",
                "none,enabled,Read,Crew")
            .permissions(
                "resource,action,category,licence", "Report,export,export,Read", "Pay,run,,")
            .grants(
                "holder,holder-type,resource,action",
                "big,account,Report,export",
                "right,account,Pay,run",
                "right,account,Report,export")
            .evidence("{file: licences.csv, kind: licences}")
            .file("licences.csv", "licence,rank", "Read,1", "Full,2")
            .evidence("{file: rules.csv, kind: licence-rules}")
            .file("rules.csv", "resource,action,licence", "Pay,*,Full");
    audit
        .run()
        .flags("licence-above-need", "big", "none")
        .flagsNothing("sensitive-export")
        .tested("sensitive-export", 2);
    audit
        .with("checks: {sensitive-export: {departments: [Finance]}}")
        .run()
        .flags("sensitive-export", "big");
  }
}
