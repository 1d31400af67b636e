package app.stalekeys.core.certify;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/// What is in a round, who decides on it, and that nothing is lost on the way.
class PopulationTest {

  private static TestAudit company() {
    return new TestAudit()
        .people(
            "person,name,email,status,department,manager,end",
            "1,Mo Arnesen,,active,Quay,2,",
            "2,Liv Dahl,,active,Quay,3,",
            "3,Tor Lund,,active,Board,3,",
            "4,Una Berg,,active,Quay,5,",
            "5,Gone Away,,left,Quay,3,2026-03-31")
        .application("owner: 3")
        .accounts(
            "account,name,person,status,owner,type",
            "mo,Mo,1,enabled,,personal",
            "liv,Liv,2,enabled,,personal",
            "tor,Tor,3,enabled,,personal",
            "una,Una,4,enabled,,personal",
            "sync,Sync,,enabled,2,service")
        .roles(
            "role,name,description,owner,privileged",
            "clerk,Clerk,Works the till,1,no",
            "boss,Boss,,,yes")
        .permissions(
            "resource,action,name,sensitivity",
            "till,open,Open a till,low",
            "till,refund,Refund,high",
            "payment,release,Release a payment,critical")
        .grants(
            "holder-type,holder,resource,action,effect,scope",
            "role,clerk,till,open,allow,",
            "role,clerk,till,refund,allow,",
            "role,boss,payment,release,allow,",
            "account,mo,till,open,allow,",
            "account,mo,till,refund,allow,north",
            "account,mo,payment,release,deny,")
        .assignments(
            "account,role,scope,from,until",
            "mo,clerk,north,2026-02-01,",
            "mo,clerk,south,,",
            "mo,clerk,south,,",
            "mo,boss,,,2026-05-31",
            "liv,clerk,,,",
            "tor,boss,,,",
            "una,clerk,,,",
            "ghost,clerk,,,",
            "sync,clerk,,,")
        .file(
            "usage.csv",
            "account,resource,action,last-used",
            "mo,till,refund,2026-06-01",
            "liv,till,open,2026-01-05")
        .evidence("{file: usage.csv, kind: usage}");
  }

  private static RoundPlan plan(Level level) {
    return new RoundPlan(
        "Spring",
        level,
        Set.of(),
        Set.of(),
        false,
        false,
        false,
        false,
        0,
        7,
        ReviewerRule.MANAGER,
        "",
        "3",
        LocalDate.parse("2026-07-31"),
        Set.of());
  }

  private static RoundPlan privileged(Level level, int sample) {
    RoundPlan all = plan(level);
    return new RoundPlan(
        all.name(),
        level,
        Set.of(),
        Set.of(),
        sample == 0,
        false,
        false,
        false,
        sample,
        7,
        all.rule(),
        "",
        "",
        all.due(),
        Set.of());
  }

  private static Population.Drawn draw(Snapshot snapshot, RoundPlan plan) {
    Population.Drawn drawn = Population.draw(snapshot, plan, List.of(), Set.of());
    assertThat(drawn.proofs()).allMatch(Proof::isWhole).isNotEmpty();
    assertThat(drawn.proofs().stream().mapToInt(Proof::items).sum())
        .isEqualTo(drawn.items().size());
    return drawn;
  }

  private static String brief(Item item) {
    return "%s %s %s"
        .formatted(item.account(), item.what(), String.join("+", item.scopes()))
        .strip();
  }

  @Test
  void everyRowBecomesAnItemOrIsAccountedFor() {
    Snapshot snapshot = company().run().outcome().snapshot();
    Population.Drawn drawn = draw(snapshot, plan(Level.ASSIGNMENT));
    assertThat(drawn.items())
        .extracting(PopulationTest::brief)
        .containsExactly(
            "mo clerk north",
            "mo clerk south",
            "liv clerk",
            "tor boss",
            "una clerk",
            "sync clerk",
            "mo till:open",
            "mo till:refund north");
    Proof proof = drawn.proofs().getFirst();
    // Nine assignments and two grants of an account's own; the deny is nothing to withdraw.
    assertThat(proof.held()).isEqualTo(11);
    assertThat(proof.unknown()).as("no accounts file knows the ghost").isEqualTo(1);
    assertThat(proof.outOfWindow()).isEqualTo(1);
    assertThat(proof.repeats()).isEqualTo(1);
    Population.Drawn byRole = draw(snapshot, plan(Level.ROLE));
    assertThat(byRole.items())
        .extracting(PopulationTest::brief)
        .contains("mo clerk north+south")
        .hasSize(6);
    Population.Drawn byPermission = draw(snapshot, plan(Level.PERMISSION));
    assertThat(byPermission.items())
        .extracting(PopulationTest::brief)
        .containsExactlyInAnyOrder(
            "mo till:refund north+south",
            "liv till:refund",
            "tor payment:release",
            "una till:refund",
            "sync till:refund");
  }

  @Test
  void aFilterSaysWhatItLeftOut() {
    Snapshot snapshot = company().run().outcome().snapshot();
    Population.Drawn drawn = draw(snapshot, privileged(Level.ASSIGNMENT, 0));
    assertThat(drawn.items()).extracting(PopulationTest::brief).containsExactly("tor boss");
    assertThat(drawn.proofs().getFirst().leftOut()).isEqualTo(Map.of(Population.NOT_PRIVILEGED, 7));
    assertThat(drawn.items().getFirst().isRisky()).isTrue();
  }

  @Test
  void aSampleIsThatOfTheLeastHashesWhateverTheOrderOfTheRows() {
    Population.Drawn drawn =
        draw(company().run().outcome().snapshot(), privileged(Level.ASSIGNMENT, 3));
    List<String> all =
        new ArrayList<>(Population.keys(company().run().outcome().snapshot(), Level.ASSIGNMENT));
    all.sort(Comparator.comparing(key -> Population.lot(7, key)));
    assertThat(drawn.items())
        .extracting(Item::key)
        .containsExactlyInAnyOrderElementsOf(all.subList(0, 3));
    assertThat(drawn.proofs().getFirst().leftOut()).containsEntry(Population.NOT_DRAWN, 5);
  }

  @Test
  void whatIsNewSinceTheRoundBeforeIsWhatWasNotHeldThen() {
    Snapshot snapshot = company().run().outcome().snapshot();
    RoundPlan all = plan(Level.ASSIGNMENT);
    RoundPlan changed =
        new RoundPlan(
            "Changed",
            all.level(),
            Set.of(),
            Set.of(),
            false,
            false,
            false,
            true,
            0,
            7,
            all.rule(),
            "",
            "",
            all.due(),
            Set.of());
    Set<String> before = new TreeSet<>(Population.keys(snapshot, Level.ASSIGNMENT));
    before.removeIf(key -> key.startsWith("app\nliv\n"));
    assertThat(Population.draw(snapshot, changed, List.of(), before).items())
        .extracting(PopulationTest::brief)
        .containsExactly("liv clerk");
  }

  @Test
  void anItemSaysWhatItGivesHowItWasUsedAndWhoElseHasIt() {
    List<Item> items = draw(company().run().outcome().snapshot(), plan(Level.ASSIGNMENT)).items();
    Item clerk = items.getFirst();
    assertThat(clerk.name()).isEqualTo("Clerk");
    assertThat(clerk.does()).isEqualTo("Works the till. Gives: Refund (high), Open a till.");
    assertThat(clerk.lastUsed()).isEqualTo("2026-06-01");
    assertThat(clerk.given()).isEqualTo("2026-02-01");
    assertThat(clerk.team()).as("liv and una are in Quay too").isEqualTo(2);
    assertThat(clerk.teamWith()).isEqualTo(2);
    assertThat(clerk.teamNames()).containsExactly("Liv Dahl", "Una Berg");
    assertThat(clerk.marks()).extracting(Mark::word).containsExactly("sensitive");
    assertThat(items.get(2).marks())
        .extracting(Mark::why)
        .contains("Last used 2026-01-05, more than 90 days ago.");
  }

  @Test
  void openFindingsAreMarksAndHighOnesAskForAReason() {
    AuditRun.Outcome outcome = company().run().outcome();
    List<Item> items =
        Population.draw(
                outcome.snapshot(), plan(Level.ASSIGNMENT), outcome.result().findings(), Set.of())
            .items();
    assertThat(items)
        .allSatisfy(item ->
            assertThat(item.marks().stream().filter(mark -> !mark.finding().isEmpty()))
                .allMatch(mark ->
                    outcome.result().findings().stream()
                        .anyMatch(finding -> finding.id().equals(mark.finding()))));
    List<String> marked =
        items.stream().flatMap(item -> item.marks().stream()).map(Mark::finding).toList();
    assertThat(marked).anyMatch(finding -> !finding.isEmpty());
    assertThat(outcome.result().findings())
        .filteredOn(finding -> marked.contains(finding.id()))
        .extracting(Finding::severity)
        .doesNotContain(Severity.LOW);
  }

  @Test
  void nobodyReviewsTheOwnAccessAndNoLeaverReviewsAnything() {
    Snapshot snapshot = company().run().outcome().snapshot();
    List<Reviewers.Assigned> assigned =
        new Reviewers(snapshot, plan(Level.ROLE)).assign(draw(snapshot, plan(Level.ROLE)).items());
    assertThat(assigned)
        .extracting(one ->
            "%s: %s, %s"
                .formatted(
                    one.item().account(),
                    one.reviewer() == null ? "nobody" : one.reviewer().name(),
                    one.why()))
        .containsExactly(
            "mo: Liv Dahl, manager",
            "liv: Tor Lund, manager",
            "tor: nobody, Tor Lund would review the own access; for the stand-in: Tor Lund would review the own access",
            "una: Tor Lund, stand-in: manager Gone Away has left",
            "sync: Liv Dahl, account's owner",
            "mo: Liv Dahl, manager");
  }
}
