package app.stalekeys.core.fix;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.support.TestAudit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// A plan is carried out in the application itself and its lists are exported anew: what it said would be cleared is,
/// what it said would be lost is and nothing else, and no step of it was needless.
class CarriedOutTest {

  private static final List<String> ROLES = List.of("clerk", "buyer", "payer", "lead");
  private static final List<String> ACTIONS = List.of("order", "pay", "approve", "read");

  /// Things that could be taken, of which every smaller set is tried.
  private static final int MOST_TRIED = 7;

  private static final Set<String> CHECKS = Set.of("conflict", "direct-grant");

  /// A row of a list that can be taken out of it.
  ///
  /// @param what the role, or the action
  private record Held(String account, String what, String scope) {}

  private record Company(
      List<String> accounts,
      Set<String> nesting,
      List<String> roleGrants,
      List<Held> assignments,
      List<Held> grants) {

    Company without(Collection<Step> steps) {
      return new Company(
          accounts,
          nesting,
          roleGrants,
          left(assignments, steps, FixAction.REMOVE_ASSIGNMENT, ""),
          left(grants, steps, FixAction.REMOVE_GRANT, "till:"));
    }

    private static List<Held> left(
        List<Held> held, Collection<Step> steps, FixAction action, String before) {
      return held.stream()
          .filter(one ->
              steps.stream()
                  .noneMatch(step ->
                      step.action() == action
                          && step.subject().key().equals(one.account)
                          && step.what().equals(before + one.what)
                          && step.scope().equals(one.scope)))
          .toList();
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  private static List<Held> held(
      Random random, List<String> accounts, List<String> from, int most) {
    return IntStream.range(0, random.nextInt(most))
        .mapToObj(i ->
            new Held(
                any(random, accounts), any(random, from), any(random, List.of("", "", "North"))))
        .toList();
  }

  private static Company company(Random random) {
    List<String> accounts =
        IntStream.range(0, 2 + random.nextInt(4)).mapToObj(i -> "u" + i).toList();
    Set<String> nesting = new TreeSet<>();
    for (int i = random.nextInt(3); i > 0; i--) {
      int parent = 1 + random.nextInt(ROLES.size() - 1);
      nesting.add(ROLES.get(parent) + "," + ROLES.get(random.nextInt(parent)));
    }
    List<String> roleGrants =
        IntStream.range(0, 3 + random.nextInt(5))
            .mapToObj(i -> "role,%s,till,%s,".formatted(any(random, ROLES), any(random, ACTIONS)))
            .toList();
    return new Company(
        accounts,
        nesting,
        roleGrants,
        held(random, accounts, ROLES, 14),
        held(random, accounts, ACTIONS, 5));
  }

  private static String[] lines(String head, Stream<String> rest) {
    return Stream.concat(Stream.of(head), rest).toArray(String[]::new);
  }

  private static AuditRun.Outcome run(Company company) {
    return new TestAudit()
        .accounts(lines("account,status", company.accounts.stream().map(one -> one + ",enabled")))
        .roles(lines("role", ROLES.stream()))
        .nesting(lines("parent,child", company.nesting.stream()))
        .grants(
            lines(
                "holder-type,holder,resource,action,scope",
                Stream.concat(
                    company.roleGrants.stream(),
                    company.grants.stream()
                        .map(one ->
                            "account,%s,till,%s,%s".formatted(one.account, one.what, one.scope)))))
        .assignments(
            lines(
                "account,role,scope",
                company.assignments.stream()
                    .map(one -> String.join(",", one.account, one.what, one.scope))))
        .with("tasks: tasks.yaml")
        .file(
            "tasks.yaml",
            "tasks:",
            "  - {id: buy, name: buy, any: [{application: app, resource: till, action: order}]}",
            "  - {id: pay, name: pay, any: [{application: app, resource: till, action: pay}]}",
            "  - {id: sign, name: sign, any: [{application: app, resource: till, action: approve}]}",
            "conflicts:",
            "  - {id: buy-and-pay, tasks: [buy, pay], severity: high}",
            "  - {id: pay-and-sign, tasks: [pay, sign], severity: high}")
        .run()
        .outcome();
  }

  private static List<Finding> findings(AuditRun.Outcome outcome) {
    return outcome.result().findings().stream()
        .filter(one -> CHECKS.contains(one.check()))
        .toList();
  }

  private static Set<String> ids(Collection<Finding> findings) {
    return findings.stream().map(Finding::id).collect(Collectors.toCollection(TreeSet::new));
  }

  /// What each account can do.
  private static Map<String, Set<String>> able(AuditRun.Outcome outcome) {
    ApplicationAccess access = outcome.snapshot().applications().getFirst();
    Map<String, Set<String>> able = new TreeMap<>();
    for (Account account : access.accounts()) {
      Set<String> words = new TreeSet<>();
      access.effective().permissions(account).stream()
          .forEach(number -> words.add(access.effective().universe().words(number)));
      able.put(account.key(), words);
    }
    return able;
  }

  @Property(tries = 150, shrinking = ShrinkingMode.OFF)
  void thePlanDoesWhatItSaysAndNoMore(@ForAll long seed) {
    Random random = new Random(seed);
    Company company = company(random);
    AuditRun.Outcome before = run(company);
    RemovalPlan.Plan plan = RemovalPlan.of(before.snapshot(), findings(before), List.of(), 90);
    List<Step> steps = plan.planned().stream().map(RemovalPlan.Planned::step).toList();
    AuditRun.Outcome after = run(company.without(steps));
    assertThat(ids(findings(after))).as("left when all is done of %s", steps).isEmpty();

    Map<String, Set<String>> then = able(before);
    Map<String, Set<String>> now = able(after);
    for (RemovalPlan.Planned one : plan.planned()) {
      String account = one.step().subject().key();
      Set<String> lost = new TreeSet<>(then.get(account));
      lost.removeAll(now.get(account));
      assertThat(one.loss().permissions()).as("%s: loses %s", account, lost).isEqualTo(lost.size());
      assertThat(lost).containsAll(one.loss().names());
    }
    then.keySet().stream()
        .filter(account -> steps.stream().noneMatch(step -> step.subject().key().equals(account)))
        .forEach(account -> assertThat(now.get(account)).isEqualTo(then.get(account)));

    if (!steps.isEmpty()) {
      RemovalPlan.Planned spared = any(random, plan.planned());
      List<Step> rest = new ArrayList<>(steps);
      rest.remove(spared.step());
      assertThat(ids(findings(run(company.without(rest)))))
          .as("without %s of %s in %s", spared.step(), steps, company)
          .containsAnyElementsOf(ids(spared.clears()));
    }
    if (plan.isExact()) {
      noFewerWouldDo(company, steps);
    }
  }

  private static void noFewerWouldDo(Company company, List<Step> steps) {
    List<Step> things =
        Stream.concat(
                company.assignments.stream()
                    .map(one -> step(FixAction.REMOVE_ASSIGNMENT, one, one.what)),
                company.grants.stream()
                    .map(one -> step(FixAction.REMOVE_GRANT, one, "till:" + one.what)))
            .distinct()
            .toList();
    if (things.size() > MOST_TRIED) {
      return;
    }
    for (int set = 0; set < 1 << things.size(); set++) {
      if (Integer.bitCount(set) == steps.size() - 1) {
        int chosen = set;
        List<Step> fewer =
            IntStream.range(0, things.size())
                .filter(i -> (chosen & 1 << i) != 0)
                .mapToObj(things::get)
                .toList();
        assertThat(findings(run(company.without(fewer))))
            .as("%s would do in the place of %s in %s", fewer, steps, company)
            .isNotEmpty();
      }
    }
  }

  private static Step step(FixAction action, Held held, String what) {
    return new Step(action, "app", Subject.account(held.account), what, held.scope, "");
  }
}
