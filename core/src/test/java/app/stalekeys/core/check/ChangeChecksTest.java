package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.TestAudit;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Who gave what to whom. As of 2026-06-30 in UTC, period from 2026-01-01.
class ChangeChecksTest {

  private static TestAudit audit(String... deeds) {
    String[] lines = new String[deeds.length + 1];
    lines[0] = "at,actor,action,target,resource,before,after,outcome";
    System.arraycopy(deeds, 0, lines, 1, deeds.length);
    return new TestAudit()
        .people("person,name", "1,Ana", "2,Bo")
        .shared(
            "requests",
            "request,at,person,role,decision",
            "R1,2026-03-01T08:00:00Z,2,Clerk,approved",
            "R2,2026-03-01T08:00:00Z,1,Clerk,rejected")
        .accounts(
            "account,status,person",
            "ana,enabled,1",
            "ana2,enabled,1",
            "bo,enabled,2",
            "x,enabled,")
        .roles("role,privileged", "Root,yes", "Clerk,no")
        .assignments(
            "account,role,from,until", "ana,Root,,", "bo,Root,2026-06-01,", "x,Root,,2026-02-01")
        .activity(lines);
  }

  @Test
  void givenToOneselfByAnyAccountOfThePerson() {
    audit(
            "2026-04-01T08:00:00Z,ana,give-role,ana2,,,Root,done",
            "2026-04-01T08:00:00Z,x,give-permission,x,Pay,,,done",
            "2026-04-01T08:00:00Z,ana,give-role,bo,,,Clerk,done",
            "2026-04-01T08:00:00Z,bo,give-role,bo,,,Clerk,denied",
            "2026-04-01T08:00:00Z,bo,take-role,bo,,Clerk,,done")
        .run()
        .flags("self-granted", "ana2", "x")
        .tested("self-granted", 3);
  }

  @Test
  void anApprovedRequestExplainsFromThirtyDaysBeforeToThreeAfter() {
    // The request of 2026-03-01 explains changes from 2026-02-26 to 2026-03-31.
    String given = "T08:00:00Z,x,give-role,bo,,,Clerk,done";
    audit("2026-02-26" + given, "2026-03-31" + given).run().flagsNothing("unapproved-change");
    assertThat(
            audit("2026-02-25" + given, "2026-04-01" + given)
                .run()
                .finding("unapproved-change")
                .facts())
        .containsEntry("changes", 2L);
    audit("2025-12-31" + given, "2026-03-02T08:00:00Z,x,give-role,ana,,,Clerk,done")
        .run()
        .flags("unapproved-change", "ana")
        .tested("unapproved-change", 1);
  }

  @Test
  void aPrivilegedRoleForFortyEightHours() {
    audit(
            "2026-04-01T08:00:00Z,x,give-role,ana,,,Root,done",
            "2026-04-03T08:00:00Z,x,take-role,ana,,Root,,done",
            "2026-04-01T08:00:00Z,x,give-role,bo,,,Root,done",
            "2026-04-03T08:00:01Z,x,take-role,bo,,Root,,done",
            "2026-04-01T08:00:00Z,x,give-role,x,,,Clerk,done",
            "2026-04-01T09:00:00Z,x,take-role,x,,Clerk,,done")
        .run()
        .flags("brief-elevation", "ana")
        .tested("brief-elevation", 2);
  }

  @Test
  void administeringIsJudgedByWhatWasHeldThen() {
    // ana is privileged all the time, bo from June on, x until February; ana2 never.
    audit(
            "2026-05-31T08:00:00Z,ana,change-role,,,,,done",
            "2026-05-31T08:00:00Z,bo,change-role,,,,,done",
            "2026-06-01T08:00:00Z,bo,change-role,,,,,done",
            "2026-02-01T08:00:00Z,x,change-policy,,,,,done",
            "2026-02-02T08:00:00Z,ana2,create-account,,,,,done",
            "2026-02-02T08:00:00Z,ana2,read,,Report,,,done")
        .run()
        .flags("unauthorised-administrator", "ana2", "bo");
  }

  @Test
  void idleForNinetyDaysAndRefusedTenTimesADay() {
    // 2026-04-02 lies 89 days before, 2026-04-01 lies 90.
    List<String> deeds =
        new ArrayList<>(
            List.of(
                "2026-04-02T08:00:00Z,ana,change-role,,,,,done",
                "2026-04-01T08:00:00Z,bo,change-role,,,,,done"));
    for (int i = 0; i < 10; i++) {
      deeds.add("2026-05-01T%02d:00:00Z,x,read,,Pay,,,denied".formatted(i));
      deeds.add("2026-05-01T%02d:30:00Z,ana,read,,Pay,,,denied".formatted(15 + i / 10 * 8 + i % 9));
    }
    deeds.set(deeds.size() - 1, "2026-05-02T00:00:00Z,ana,read,,Pay,,,denied");
    var run = audit(deeds.toArray(String[]::new)).run().flags("idle-administrator", "bo");
    run.flags("denied-repeatedly", "x").tested("denied-repeatedly", 2);
  }
}
