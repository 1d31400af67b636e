package app.stalekeys.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Earlier;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/// What an account held on a day between two dates. As of 2026-06-30 in UTC; the trail begins on 2 February.
class RolesOnADayTest {

  private final List<String> activity =
      new ArrayList<>(
          List.of("at,actor,action,target,before,after", "2026-02-02T08:00:00Z,root,look,,,"));
  private final List<String> assignments = new ArrayList<>(List.of("account,role,from,until"));

  private RolesOnADayTest change(String at, String action, String before, String after) {
    activity.add("%s,root,%s,mo,%s,%s".formatted(at, action, before, after));
    return this;
  }

  private Snapshot snapshot(String... held) {
    TestAudit audit =
        new TestAudit()
            .accounts("account,status", "mo,enabled", "root,enabled")
            .roles("role", "Clerk", "Payer");
    for (String one : held) {
      assignments.add("mo," + one);
    }
    return audit
        .assignments(assignments.toArray(String[]::new))
        .activity(activity.toArray(String[]::new))
        .run()
        .outcome()
        .snapshot();
  }

  private static String clerk(Snapshot snapshot, String day) {
    ApplicationAccess access = snapshot.applications().getFirst();
    Account mo = access.accounts().getFirst();
    return RolesOnADay.of(snapshot, access, mo, LocalDate.parse(day)).stream()
        .filter(state -> state.role().equals("Clerk"))
        .map(state -> state.state().word() + ": " + state.why())
        .findFirst()
        .orElse("");
  }

  private static Snapshot after(Snapshot snapshot, @Nullable Snapshot before, String asOf) {
    Earlier earlier = before == null ? null : Earlier.of(before);
    return snapshot.after(
        earlier == null ? null : new Earlier(LocalDate.parse(asOf), earlier.applications()));
  }

  @Test
  void theChangeNextBeforeTheDaySaysSoAndItsOwnDayCounts() {
    change("2026-03-10T22:40:00Z", "give-role", "", "Clerk")
        .change("2026-03-12T04:10:00Z", "take-role", "Clerk", "");
    Snapshot snapshot = snapshot("Payer,,");
    assertThat(clerk(snapshot, "2026-03-09")).isEqualTo("not held: given only on 2026-03-10");
    assertThat(clerk(snapshot, "2026-03-10")).isEqualTo("held: given on 2026-03-10");
    assertThat(clerk(snapshot, "2026-03-11")).isEqualTo("held: given on 2026-03-10");
    assertThat(clerk(snapshot, "2026-03-12")).isEqualTo("not held: taken on 2026-03-12");
  }

  @Test
  void withoutAChangeItWasAsOnTheDateAsFarAsTheTrailReaches() {
    Snapshot snapshot = snapshot("Clerk,,");
    assertThat(clerk(snapshot, "2026-02-02"))
        .isEqualTo("held: held on 2026-06-30, and no change is recorded since");
    assertThat(clerk(snapshot, "2026-02-01"))
        .isEqualTo("uncertain: held on 2026-06-30, and the trail begins only on 2026-02-02");
    assertThat(clerk(snapshot, "2026-06-30")).isEqualTo("held: as on 2026-06-30");
  }

  @Test
  void whatTwoDatesDisagreeOnWithoutARecordIsUncertainBetweenThem() {
    Snapshot before = new RolesOnADayTest().snapshot("Payer,,");
    Snapshot snapshot = after(snapshot("Clerk,,"), before, "2026-03-31");
    assertThat(clerk(snapshot, "2026-05-01"))
        .isEqualTo(
            "uncertain: not held on 2026-03-31 and held on 2026-06-30, and no recorded change lies between");
    assertThat(clerk(snapshot, "2026-03-31")).isEqualTo("not held: not held on 2026-03-31");
    assertThat(clerk(snapshot, "2026-06-30")).startsWith("held");
  }

  @Test
  void aWindowSpeaksForItselfAndAgainstAChangeItIsUncertain() {
    Snapshot windowed = snapshot("Clerk,2026-04-01,2026-05-31");
    assertThat(clerk(windowed, "2026-03-31")).startsWith("not held: the assignment runs");
    assertThat(clerk(windowed, "2026-05-31")).startsWith("held: the assignment runs");
    RolesOnADayTest other = new RolesOnADayTest();
    other.change("2026-04-10T10:00:00Z", "take-role", "Clerk", "");
    assertThat(clerk(other.snapshot("Clerk,2026-04-01,2026-05-31"), "2026-05-01"))
        .isEqualTo(
            "uncertain: taken on 2026-04-10, but the assignment runs from 2026-04-01 to 2026-05-31");
  }
}
