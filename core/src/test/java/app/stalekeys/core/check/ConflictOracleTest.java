package app.stalekeys.core.check;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// Conflicts of tasks beside the plainest reading: for every part of the organisation by itself, whether somebody can
/// do both there. Random accounts of few people, with grants and denies in nested parts.
class ConflictOracleTest {

  private static final LocalDate AS_OF = LocalDate.parse("2026-06-30");
  private static final List<String> PARTS = List.of("", "N", "N/1", "N/2", "S", "S/1");
  private static final Map<String, List<String>> TASKS =
      Map.of("buy", List.of("add", "change"), "pay", List.of("release"), "check", List.of("sign"));
  private static final Map<String, List<String>> CONFLICTS =
      Map.of("buy-pay", List.of("buy", "pay"), "pay-check", List.of("pay", "check"));

  /// @param person empty for an account that stands for itself
  private record Account(String key, String person, boolean enabled) {
    String doer() {
      return person.isEmpty() ? key : person;
    }
  }

  private record Grant(String account, String action, boolean deny, String part) {}

  /// @param until days from the as-of date
  private record Mitigation(String conflict, String person, int until) {}

  private record Company(List<Account> accounts, List<Grant> grants, List<Mitigation> mitigations) {

    boolean can(Account account, String action, String part) {
      return account.enabled
          && grants.stream().anyMatch(one -> !one.deny && reaches(one, account, action, part))
          && grants.stream().noneMatch(one -> one.deny && reaches(one, account, action, part));
    }

    private static boolean reaches(Grant one, Account account, String action, String part) {
      return one.account.equals(account.key)
          && one.action.equals(action)
          && (one.part.isEmpty() || part.equals(one.part) || part.startsWith(one.part + "/"));
    }

    boolean can(String doer, String task, String part) {
      return accounts.stream()
          .filter(account -> account.doer().equals(doer))
          .anyMatch(
              account -> TASKS.get(task).stream().anyMatch(action -> can(account, action, part)));
    }

    boolean conflicted(String doer, String conflict) {
      return PARTS.stream()
          .anyMatch(
              part -> CONFLICTS.get(conflict).stream().allMatch(task -> can(doer, task, part)));
    }

    /// Days until its end; null without one.
    Integer mitigated(String doer, String conflict) {
      return mitigations.stream()
          .filter(one -> one.conflict.equals(conflict) && one.person.equals(doer))
          .map(Mitigation::until)
          .findFirst()
          .orElse(null);
    }

    List<String> doers() {
      return accounts.stream().map(Account::doer).distinct().toList();
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  private static Company company(Random random) {
    List<Account> accounts =
        IntStream.range(0, 2 + random.nextInt(6))
            .mapToObj(i ->
                new Account(
                    "u" + i, any(random, List.of("", "1", "2", "3")), random.nextInt(6) > 0))
            .toList();
    List<String> actions = TASKS.values().stream().flatMap(List::stream).sorted().toList();
    List<Grant> grants = new ArrayList<>();
    for (int i = 0; i < accounts.size() * 4; i++) {
      grants.add(
          new Grant(
              any(random, accounts).key,
              any(random, actions),
              random.nextInt(5) == 0,
              any(random, PARTS)));
    }
    List<Mitigation> mitigations = new ArrayList<>();
    for (String person : List.of("1", "2", "3")) {
      if (random.nextBoolean()) {
        mitigations.add(
            new Mitigation(
                any(random, CONFLICTS.keySet().stream().sorted().toList()),
                person,
                random.nextInt(3) - 1));
      }
    }
    return new Company(accounts, grants, mitigations);
  }

  private static OutcomeAssert run(Company company) {
    List<String> accounts =
        new ArrayList<>(
            company.accounts.stream()
                .map(one ->
                    one.key + "," + one.person + "," + (one.enabled ? "enabled" : "disabled"))
                .toList());
    accounts.addFirst("account,person,status");
    List<String> grants =
        new ArrayList<>(
            company.grants.stream()
                .map(one ->
                    "account,%s,order,%s,%s,%s"
                        .formatted(one.account, one.action, one.deny ? "deny" : "allow", one.part))
                .toList());
    grants.addFirst("holder-type,holder,resource,action,effect,scope");
    return new TestAudit()
        .people(
            "person,name,status", "1,Mo Arnesen,active", "2,Liv Dahl,active", "3,Tor Lund,active")
        .accounts(accounts.toArray(String[]::new))
        .grants(grants.toArray(String[]::new))
        .with("tasks: tasks.yaml")
        .file("tasks.yaml", tasks(company).toArray(String[]::new))
        .run();
  }

  private static List<String> tasks(Company company) {
    List<String> lines = new ArrayList<>(List.of("tasks:"));
    TASKS.forEach((id, actions) ->
        lines.add(
            "  - {id: %s, name: %s, any: [%s]}"
                .formatted(
                    id,
                    id,
                    actions.stream()
                        .map("{application: app, resource: order, action: %s}"::formatted)
                        .collect(Collectors.joining(", ")))));
    lines.add("conflicts:");
    CONFLICTS.forEach((id, tasks) ->
        lines.add(
            "  - {id: %s, tasks: [%s], severity: high}".formatted(id, String.join(", ", tasks))));
    lines.add(company.mitigations.isEmpty() ? "mitigations: []" : "mitigations:");
    for (Mitigation one : company.mitigations) {
      lines.add(
          "  - {conflict: %s, person: \"%s\", until: %s, control: second look, owner: \"1\"}"
              .formatted(one.conflict, one.person, AS_OF.plusDays(one.until)));
    }
    return lines;
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void whoeverCanDoBothSomewhereIsFlaggedAndNobodyElse(@ForAll long seed) {
    Company company = company(new Random(seed));
    List<String> expected = new ArrayList<>();
    List<String> lapsed = new ArrayList<>();
    for (String doer : company.doers()) {
      for (String conflict : CONFLICTS.keySet()) {
        if (company.conflicted(doer, conflict)) {
          Integer until = company.mitigated(doer, conflict);
          expected.add(doer + (until != null && until >= 0 ? " low" : " high"));
          if (until != null && until < 0) {
            lapsed.add(doer + " high");
          }
        }
      }
    }
    run(company).judgesJust("conflict", expected).judgesJust("mitigation-lapsed", lapsed);
  }
}
