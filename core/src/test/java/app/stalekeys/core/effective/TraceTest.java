package app.stalekeys.core.effective;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Scope;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.support.TestAudit;
import java.util.List;
import org.junit.jupiter.api.Test;

/// A person who doubts a right is walked from the account to the rows.
class TraceTest {

  private final TestAudit audit =
      new TestAudit()
          .application("levels: [read, update, approve]")
          .accounts("account,status", "mo,enabled", "liv,disabled")
          .evidence("{file: grants.csv, kind: grants}");

  private TestAudit grants(String... rows) {
    String[] lines = new String[rows.length + 1];
    lines[0] = "holder,holder-type,resource,action,effect,scope,from,until";
    System.arraycopy(rows, 0, lines, 1, rows.length);
    return audit.file("grants.csv", lines);
  }

  private static Trace trace(TestAudit audit, String account, String resource, String action) {
    ApplicationAccess access = audit.run().outcome().snapshot().applications().getFirst();
    EffectiveAccess effective = access.effective();
    return access.accounts().stream()
        .filter(one -> one.key().equals(account))
        .map(one ->
            effective.trace(
                one, effective.universe().number(new Permission(resource, action)), null))
        .findFirst()
        .orElseThrow();
  }

  /// `FATE: file:row > file:row @scope` for each path.
  private static List<String> paths(Trace trace) {
    return trace.paths().stream()
        .map(path ->
            path.fate()
                + ": "
                + String.join(
                    " > ", path.steps().stream().map(step -> step.place().toString()).toList())
                + " @"
                + path.scope())
        .toList();
  }

  @Test
  void theWorkedExampleNamesEveryRowShortestFirst() {
    Trace trace =
        trace(
            grants(
                    "Clerk,role,Invoice,read,,,,",
                    "Clerk,role,Invoice,update,,,,",
                    "Lead,role,Invoice,approve,,North,,",
                    "mo,account,Invoice,update,deny,North,,")
                .nesting("parent,child", "Lead,Clerk")
                .assignments("account,role,scope", "mo,Lead,North/Harbour"),
            "mo",
            "Invoice",
            "update");
    assertThat(paths(trace))
        .containsExactly(
            "DENIES: grants.csv:5 @North",
            "DENIED: assignments.csv:2 > grants.csv:4 @North/Harbour",
            "DENIED: assignments.csv:2 > nesting.csv:2 > grants.csv:3 @North/Harbour");
    assertThat(trace.reason()).isEqualTo("Cannot: what allows it is denied.");
    assertThat(trace.line()).isNull();
  }

  @Test
  void cannotIsExplainedByWhatIsMissing() {
    assertThat(trace(grants("x,role,A,read,,,,"), "mo", "A", "read").reason())
        .isEqualTo("Cannot: no grant and no role of the account leads to it.");
    Trace lapsed = trace(grants("mo,account,A,read,,,,2026-06-29"), "mo", "A", "read");
    assertThat(lapsed.reason())
        .isEqualTo("Cannot: what would allow it is out of its window on 2026-06-30.");
    assertThat(lapsed.paths().getFirst().steps().getFirst().window()).isEqualTo("until 2026-06-29");
    Trace apart =
        trace(
            grants("R,role,A,read,,South,,").assignments("account,role,scope", "mo,R,North"),
            "mo",
            "A",
            "read");
    assertThat(apart.reason()).contains("scopes do not meet");
    assertThat(apart.paths()).extracting(Trace.Path::fate).containsExactly(Trace.Fate.APART);
  }

  @Test
  void aCeilingThatSaysNothingOfThePermissionStillLimitsIt() {
    Trace trace =
        trace(grants("mo,account,A,read,,,,", "mo,account,B,read,ceiling,,,"), "mo", "A", "read");
    assertThat(trace.paths())
        .extracting(Trace.Path::fate)
        .containsExactlyInAnyOrder(Trace.Fate.ABOVE_CEILING, Trace.Fate.LIMITS);
    assertThat(trace.reason()).contains("outside every ceiling");
  }

  @Test
  void aLoopOfRolesIsWalkedOnceAndADisabledAccountHolds() {
    Trace trace =
        trace(
            grants("R,role,A,read,,,,")
                .nesting("parent,child", "R,S", "S,R")
                .assignments("account,role", "liv,R"),
            "liv",
            "A",
            "read");
    assertThat(trace.all()).isEqualTo(1);
    assertThat(trace.usable()).isFalse();
    assertThat(trace.reason())
        .isEqualTo("Holds it everywhere, and cannot use it while the account is disabled.");
  }

  @Test
  void moreThanFiftyPathsAreCountedAndFiftyListed() {
    String[] rows = new String[60];
    for (int i = 0; i < rows.length; i++) {
      rows[i] = "mo,account,A,read,,S" + i + ",,";
    }
    Trace trace = trace(grants(rows), "mo", "A", "read");
    assertThat(trace.paths()).hasSize(50);
    assertThat(trace.all()).isEqualTo(60);
    assertThat(trace.counted()).isTrue();
  }

  @Test
  void areasOverlapOutsideTheExceptionsOfBoth() {
    Area north = area("North", "North/Harbour");
    assertThat(north.overlaps(area("North/Harbour", ""))).isFalse();
    assertThat(north.overlaps(area("North/Harbour/Quay", ""))).isFalse();
    assertThat(north.overlaps(area("North/Town", ""))).isTrue();
    assertThat(north.overlaps(area("", "North"))).isFalse();
    assertThat(north.overlaps(area("Northern", ""))).isFalse();
    assertThat(north.isWithin(area("", "North/Harbour"))).isTrue();
    assertThat(area("North", "").isWithin(north)).isFalse();
    assertThat(area("North/Harbour", "").isWithin(north)).isFalse();
  }

  /// @param except empty for none
  private static Area area(String scope, String except) {
    return new Area(
        List.of(Scope.of(scope)), except.isEmpty() ? List.of() : List.of(Scope.of(except)));
  }
}
