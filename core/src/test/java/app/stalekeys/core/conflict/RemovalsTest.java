package app.stalekeys.core.conflict;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.support.TestAudit;
import app.stalekeys.core.task.Conflict;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/// The cheapest way to end a conflict of one person.
class RemovalsTest {

  private static final String TASKS =
      """
      tasks:
        - {id: add, name: add, any: [{application: app, resource: Supplier, action: create}]}
        - {id: pay, name: pay, any: [{application: app, resource: Run, action: release}]}
        - {id: look, name: look, any: [{application: app, resource: Report, action: read}]}
      conflicts: [{id: add-pay, tasks: [add, pay]}]
      """;

  private static TestAudit audit(String... grants) {
    String[] lines = new String[grants.length + 1];
    lines[0] = "holder,holder-type,resource,action,effect,scope";
    System.arraycopy(grants, 0, lines, 1, grants.length);
    return new TestAudit()
        .people("person,name", "1,Ana", "2,Bo")
        .roles("role,privileged", "BUY,no", "PAY,no", "PAY2,no", "ALL,no")
        .grants(lines)
        .file("tasks.yaml", TASKS)
        .with("tasks: tasks.yaml");
  }

  private static Optional<Removal> cheapest(TestAudit audit) {
    Snapshot snapshot = audit.run().outcome().snapshot();
    Doers doers = new Doers(snapshot);
    Conflict conflict = snapshot.tasks().conflicts().getFirst();
    Doers.Doer ana =
        doers.in(doers.tasks().applications(conflict)).stream()
            .filter(doer -> doer.key().equals("1"))
            .findFirst()
            .orElseThrow();
    return Removals.cheapest(doers, ana, conflict);
  }

  private static List<String> taken(Removal removal) {
    return removal.takes().stream()
        .map(take ->
            take.account() + " " + (take.role().isEmpty() ? take.permission() : take.role()))
        .toList();
  }

  @Test
  void takesOneRowRatherThanTwo() {
    // Paying comes by two roles, buying by one.
    Removal removal =
        cheapest(
                audit(
                        "BUY,role,Supplier,create,,",
                        "BUY,role,Report,read,,",
                        "BUY,role,Report,export,,",
                        "PAY,role,Run,release,,",
                        "PAY2,role,Run,release,,")
                    .accounts("account,status,person", "a,enabled,1", "b,enabled,1")
                    .assignments("account,role", "a,BUY", "a,PAY", "b,PAY2"))
            .orElseThrow();
    assertThat(taken(removal)).containsExactly("a BUY");
    assertThat(removal.lost()).as("the reports").isEqualTo(2);
    assertThat(removal.isExact()).isTrue();
    assertThat(removal.takes().getFirst().place().row()).isEqualTo(2);
  }

  @Test
  void ofTwoAsShortTheOneThatLosesLess() {
    TestAudit audit =
        audit("BUY,role,Supplier,create,,", "BUY,role,Report,read,,", "PAY,role,Run,release,,")
            .accounts("account,status,person", "a,enabled,1")
            .assignments("account,role", "a,BUY", "a,PAY");
    Removal removal = cheapest(audit).orElseThrow();
    assertThat(taken(removal)).containsExactly("a PAY");
    assertThat(removal.lost()).isZero();
  }

  @Test
  void takesSeveralWhereItMustAndCountsGrantsOfTheAccountItself() {
    Removal removal =
        cheapest(
                audit(
                        "ALL,role,Supplier,create,,",
                        "ALL,role,Run,release,,",
                        "a,account,Supplier,create,,",
                        "a,account,Run,release,,")
                    .accounts("account,status,person", "a,enabled,1")
                    .assignments("account,role", "a,ALL"))
            .orElseThrow();
    assertThat(taken(removal)).hasSize(2).contains("a ALL");
  }

  @Test
  void doesNotTakeWhatLaysOpenSomethingThatADenyHadCovered() {
    // ALL pays and denies buying; without it the account could buy and still pay by PAY2.
    TestAudit audit =
        audit(
                "BUY,role,Supplier,create,,North",
                "PAY,role,Run,release,,",
                "ALL,role,Run,release,,",
                "ALL,role,Supplier,create,deny,South",
                "a,account,Supplier,create,,South")
            .accounts("account,status,person", "a,enabled,1")
            .assignments("account,role", "a,BUY", "a,PAY", "a,ALL");
    Removal removal = cheapest(audit).orElseThrow();
    assertThat(taken(removal)).containsExactly("a BUY");
  }

  @Test
  void hasNothingToTakeWhereThereIsNoConflict() {
    assertThat(
            cheapest(
                audit("BUY,role,Supplier,create,,North", "PAY,role,Run,release,,South")
                    .accounts("account,status,person", "a,enabled,1")
                    .assignments("account,role", "a,BUY", "a,PAY")))
        .isEmpty();
  }

  @Test
  void pairsCountPeopleWithOverlappingScopeOnceHoweverManyAccountsTheyHave() {
    Snapshot snapshot =
        audit(
                "BUY,role,Supplier,create,,North",
                "PAY,role,Run,release,,",
                "PAY2,role,Run,release,,South",
                "BUY,role,Report,read,,")
            .accounts(
                "account,status,person",
                "a,enabled,1",
                "a2,enabled,1",
                "b,enabled,2",
                "off,disabled,2",
                "x,enabled,")
            .assignments(
                "account,role", "a,BUY", "a2,PAY", "a,PAY", "b,BUY", "b,PAY2", "off,PAY", "x,PAY")
            .run()
            .outcome()
            .snapshot();
    TaskPairs pairs = TaskPairs.of(new Doers(snapshot));
    assertThat(pairs.people(new TaskPairs.Pair("add", "pay"))).isEqualTo(1);
    assertThat(pairs.people(new TaskPairs.Pair("add", "look"))).isEqualTo(2);
    assertThat(pairs.holders("pay")).isEqualTo(3);
  }
}
