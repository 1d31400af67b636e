package app.stalekeys.core.effective;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.support.TestAudit;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/// The exact rule of effective permissions: the worked example, each reading that could be doubted, and
/// a slow and obvious second computation over random small applications.
class EffectiveAccessTest {

  private static TestAudit audit(String... grants) {
    String[] lines = new String[grants.length + 1];
    lines[0] = "holder,holder-type,resource,action,effect,scope,from,until";
    System.arraycopy(grants, 0, lines, 1, grants.length);
    return new TestAudit()
        .application("levels: [read, update, approve]")
        .accounts("account,status", "mo,enabled", "liv,disabled")
        .evidence("{file: grants.csv, kind: grants}")
        .file("grants.csv", lines);
  }

  /// `resource action @scopes -exceptions` for each permission of the account.
  private static List<String> effective(TestAudit audit, String account) {
    AuditRun.Outcome outcome = audit.run().outcome();
    ApplicationAccess access = outcome.snapshot().applications().getFirst();
    EffectiveAccess effective = access.effective();
    List<String> lines = new ArrayList<>();
    access.accounts().stream()
        .filter(one -> one.key().equals(account))
        .forEach(one ->
            effective.forEach(
                one,
                line ->
                    lines.add(
                        "%s %s @%s%s"
                            .formatted(
                                line.permission().resource(),
                                line.permission().action(),
                                String.join("|", line.scopes()),
                                line.except().isEmpty()
                                    ? ""
                                    : " -" + String.join("|", line.except())))));
    return lines;
  }

  @Test
  void theWorkedExample() {
    TestAudit audit =
        audit(
                "Clerk,role,Invoice,read,,,,",
                "Clerk,role,Invoice,update,,,,",
                "Lead,role,Invoice,approve,,North,,",
                "mo,account,Invoice,update,deny,North,,")
            .nesting("parent,child", "Lead,Clerk")
            .assignments("account,role,scope", "mo,Lead,North/Harbour");
    assertThat(effective(audit, "mo")).containsExactly("Invoice read @North/Harbour");
  }

  @Test
  void restrictionToWhatThereIsComesLast() {
    assertThat(effective(audit("mo,account,*,approve,,,,", "x,role,Report,read,,,,"), "mo"))
        .containsExactly("Report read @");
  }

  @Test
  void aPatternMeansAResourceWithItsDescendantsAndNoNeighbour() {
    TestAudit audit =
        audit(
            "mo,account,Pay/*,*,,,,",
            "x,role,Pay,read,,,,",
            "x,role,Pay/Run,go,,,,",
            "x,role,Payroll,read,,,,");
    assertThat(effective(audit, "mo")).containsExactly("Pay read @", "Pay/Run go @");
  }

  @Test
  void aCeilingLimitsEvenWhereItMeansNothing() {
    assertThat(
            effective(audit("mo,account,A,read,,,,", "mo,account,Nothing/*,go,ceiling,,,"), "mo"))
        .isEmpty();
    assertThat(
            effective(
                audit("mo,account,A,read,,,,", "mo,account,Nothing/*,go,ceiling,,,2026-06-29"),
                "mo"))
        .as("a ceiling that has ended limits nothing")
        .containsExactly("A read @");
    assertThat(
            effective(
                audit(
                    "mo,account,*,approve,,,,",
                    "mo,account,A,update,ceiling,North,,",
                    "x,role,A,approve,,,,",
                    "x,role,A,read,,,,",
                    "x,role,A,update,,,,"),
                "mo"))
        .containsExactly("A read @North", "A update @North");
  }

  @Test
  void aDenyInsideAScopeStaysAsAnException() {
    TestAudit audit =
        audit(
            "mo,account,A,read,,,,",
            "mo,account,A,read,deny,North,,",
            "mo,account,A,read,deny,North/Harbour,,",
            "mo,account,B,read,,North/Harbour,,",
            "mo,account,B,read,,South,,",
            "mo,account,B,read,deny,North,,");
    assertThat(effective(audit, "mo")).containsExactly("A read @ -North", "B read @South");
  }

  @Test
  void scopesAreComparedSegmentBySegmentAndTheSmallestSetIsKept() {
    TestAudit audit =
        audit(
            "mo,account,A,read,,North,,",
            "mo,account,A,read,,North/Harbour,,",
            "mo,account,A,read,,Northern,,");
    assertThat(effective(audit, "mo")).containsExactly("A read @North|Northern");
  }

  @Test
  void windowsAreInclusiveAndADisabledAccountHolds() {
    TestAudit audit =
        audit(
                "R,role,A,read,,,2026-06-30,2026-06-30",
                "R,role,B,read,,,,2026-06-29",
                "R,role,C,read,,,2026-07-01,")
            .assignments("account,role,scope,from,until", "liv,R,,2026-06-30,2026-06-30");
    assertThat(effective(audit, "liv")).containsExactly("A read @");
  }

  @Test
  void aRoleThatAllowsEverythingDoesSoInItsScopeAndALoopEnds() {
    TestAudit audit =
        audit("x,role,A,read,,,,", "x,role,B,go,,,,")
            .roles("role,everything", "Root,yes")
            .nesting("parent,child,scope", "Outer,Root,North", "Root,Outer,")
            .assignments("account,role", "mo,Outer");
    assertThat(effective(audit, "mo")).containsExactly("A read @North", "B go @North");
  }

  @Test
  void aGrantToAnAccountNobodyDefinesIsSaid() {
    AuditRun.Outcome outcome = audit("ghost,account,A,read,,,,").run().outcome();
    assertThat(outcome.issues()).extracting(Issue::code).contains("account-undefined");
  }

  private static final String[] SCOPES = {"", "N", "N/a", "N/b", "S"};
  private static final String[] ACTIONS = {"read", "update", "approve", "*", "go"};
  private static final String[] RESOURCES = {"A", "A/x", "B", "A/*", "*"};
  private static final String[] EFFECTS = {"allow", "allow", "allow", "deny", "ceiling"};

  /// Asks of each permission and each smallest place whether it may be done there, by going through
  /// every grant and every path, and compares with what the lines say of that place.
  @Property(tries = 300, seed = "2041")
  void agreesWithTheSlowWayPlaceByPlace(@ForAll Random random) {
    List<String[]> rows = new ArrayList<>();
    for (int i = 0; i < 2 + random.nextInt(6); i++) {
      boolean direct = random.nextInt(3) == 0;
      rows.add(
          new String[] {
            direct ? "mo" : "r" + random.nextInt(3),
            direct ? "account" : "role",
            RESOURCES[random.nextInt(5)],
            ACTIONS[random.nextInt(5)],
            EFFECTS[random.nextInt(5)],
            SCOPES[random.nextInt(5)]
          });
    }
    String held = SCOPES[random.nextInt(5)];
    String nested = SCOPES[random.nextInt(5)];
    String[] lines = rows.stream().map(row -> String.join(",", row) + ",,").toArray(String[]::new);
    TestAudit audit =
        audit(lines)
            .nesting("parent,child,scope", "r0,r1," + nested, "r1,r0,")
            .assignments("account,role,scope", "mo,r0," + held);
    pathsAgreeWithLines(audit);
    TreeSet<String> said = new TreeSet<>();
    for (String line : effective(audit, "mo")) {
      String[] parts = line.split(" ", 3);
      String[] places = parts[2].substring(1).split(" -");
      for (String place : SCOPES) {
        boolean in = covered(places[0], place) && !(places.length > 1 && covered(places[1], place));
        if (in) {
          said.add(parts[0] + " " + parts[1] + " @" + place);
        }
      }
    }
    assertThat(said)
        .as(rows.stream().map(row -> String.join(",", row)).toList() + held)
        .isEqualTo(slow(rows, held, nested));
  }

  /// What an account holds has a path that allows it, and what it does not hold has none.
  private static void pathsAgreeWithLines(TestAudit audit) {
    ApplicationAccess access = audit.run().outcome().snapshot().applications().getFirst();
    EffectiveAccess effective = access.effective();
    Account mo = access.accounts().getFirst();
    for (int i = 0; i < effective.universe().size(); i++) {
      Trace trace = effective.trace(mo, i, null);
      assertThat(trace.paths().stream().anyMatch(path -> path.fate() == Trace.Fate.ALLOWS))
          .as(effective.universe().at(i) + ": " + trace.reason())
          .isEqualTo(effective.permissions(mo).get(i));
      assertThat(effective.manners(mo).apply(i).held()).isEqualTo(trace.line() != null);
    }
  }

  private static boolean covered(String scopes, String place) {
    for (String scope : scopes.split("\\|", -1)) {
      if (Scope.of(scope).covers(Scope.of(place))) {
        return true;
      }
    }
    return false;
  }

  private static TreeSet<String> slow(List<String[]> rows, String held, String nested) {
    TreeSet<String> may = new TreeSet<>();
    for (String[] named : rows) {
      if (named[2].endsWith("*") || named[3].equals("*")) {
        continue;
      }
      for (String place : SCOPES) {
        boolean allowed = reaches(rows, "allow", named, place, held, nested);
        boolean denied = reaches(rows, "deny", named, place, held, nested);
        boolean limited =
            rows.stream()
                .anyMatch(row -> row[4].equals("ceiling") && !scopes(row, held, nested).isEmpty());
        boolean within = !limited || reaches(rows, "ceiling", named, place, held, nested);
        if (allowed && within && !denied) {
          may.add(named[2] + " " + named[3] + " @" + place);
        }
      }
    }
    return may;
  }

  private static boolean reaches(
      List<String[]> rows,
      String effect,
      String[] named,
      String place,
      String held,
      String nested) {
    return rows.stream()
        .filter(row -> row[4].equals(effect))
        .filter(row -> means(row, named[2], named[3], effect.equals("deny")))
        .anyMatch(row ->
            scopes(row, held, nested).stream().anyMatch(scope -> scope.covers(Scope.of(place))));
  }

  /// In which scopes `mo` has a row: r2 is held by nobody, r0 is held in `held`, r1 lies inside it.
  private static List<Scope> scopes(String[] row, String held, String nested) {
    List<Scope> from = new ArrayList<>();
    Scope first = Scope.of(held);
    switch (row[0]) {
      case "mo" -> from.add(Scope.EVERYWHERE);
      case "r0" -> {
        from.add(first);
        first.meet(Scope.of(nested)).ifPresent(from::add);
      }
      case "r1" -> first.meet(Scope.of(nested)).ifPresent(from::add);
      default -> {}
    }
    return from.stream().flatMap(scope -> scope.meet(Scope.of(row[5])).stream()).toList();
  }

  private static boolean means(String[] row, String resource, String action, boolean deny) {
    boolean resources =
        row[2].equals("*")
            || row[2].equals(resource)
            || (row[2].equals("A/*") && (resource.equals("A") || resource.startsWith("A/")));
    List<String> levels = List.of("read", "update", "approve");
    int level = levels.indexOf(row[3]);
    int asked = levels.indexOf(action);
    boolean actions =
        row[3].equals("*")
            || row[3].equals(action)
            || (level >= 0 && asked >= 0 && (deny ? asked >= level : asked <= level));
    return resources && actions;
  }
}
