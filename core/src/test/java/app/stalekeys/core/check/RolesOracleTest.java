package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// The checks on roles and on excessive access beside the plainest reading of their definitions, on random small
/// applications: every role walked anew each time, every pair of accounts compared.
class RolesOracleTest {

  private static final LocalDate AS_OF = LocalDate.parse("2026-06-30");
  private static final List<String> ROLES = List.of("r0", "r1", "r2", "r3", "r4", "r5", "r6");

  /// The last two are sensitive; the very last makes privileged.
  private static final List<String> ACTIONS = List.of("list", "read", "edit", "pay", "rule");

  private record Account(String key, boolean enabled, String department, String title) {}

  /// @param until days from the as-of date; null when it does not end
  private record Held(String account, String what, String scope, Integer until) {
    boolean current() {
      return until == null || until >= 0;
    }

    String line(String holderType) {
      String day = until == null ? "" : AS_OF.plusDays(until).toString();
      return holderType.isEmpty()
          ? String.join(",", account, what, scope, day)
          : String.join(",", holderType, account, "till", what, day);
    }
  }

  /// @param nested parent and child; the parent's number is the smaller one, so that there is no loop
  /// @param grants of roles
  private record Company(
      List<Account> accounts,
      Set<String> flagged,
      Set<List<String>> nested,
      List<Held> grants,
      List<Held> own,
      List<Held> assignments,
      Map<String, String> used) {

    Set<String> reached(String role) {
      Set<String> reached = new TreeSet<>(Set.of(role));
      for (List<String> one : nested) {
        if (one.getFirst().equals(role)) {
          reached.addAll(reached(one.getLast()));
        }
      }
      return reached;
    }

    Set<String> gives(String role) {
      Set<String> reached = reached(role);
      return grants.stream()
          .filter(one -> one.current() && reached.contains(one.account))
          .map(Held::what)
          .collect(Collectors.toCollection(TreeSet::new));
    }

    Set<String> direct(String account) {
      return assignments.stream()
          .filter(one -> one.current() && one.account.equals(account))
          .map(Held::what)
          .collect(Collectors.toCollection(TreeSet::new));
    }

    Set<String> can(String account) {
      Set<String> can = new TreeSet<>();
      direct(account).forEach(role -> can.addAll(gives(role)));
      own.stream()
          .filter(one -> one.current() && one.account.equals(account))
          .forEach(one -> can.add(one.what));
      return can;
    }

    boolean privileged(String account) {
      return can(account).contains("rule")
          || direct(account).stream()
              .flatMap(role -> reached(role).stream())
              .anyMatch(flagged::contains);
    }

    Set<String> holders(String role) {
      return keys().stream()
          .filter(key -> direct(key).contains(role))
          .collect(Collectors.toCollection(TreeSet::new));
    }

    Set<String> reachedBy(String role) {
      return keys().stream()
          .filter(key -> direct(key).stream().anyMatch(one -> reached(one).contains(role)))
          .collect(Collectors.toCollection(TreeSet::new));
    }

    List<String> keys() {
      return accounts.stream().map(Account::key).toList();
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  private static Integer until(Random random) {
    return random.nextInt(3) > 0 ? null : Integer.valueOf(random.nextInt(3) - 1);
  }

  private static Company company(Random random) {
    List<Account> accounts =
        IntStream.range(0, 4 + random.nextInt(14))
            .mapToObj(i ->
                new Account(
                    "u" + i,
                    random.nextInt(6) > 0,
                    any(random, List.of("Quay", "Quay", "Quay", "")),
                    any(random, List.of("Clerk", "Clerk", "Clerk", "Boss"))))
            .toList();
    Set<List<String>> nested = new HashSet<>();
    for (int i = 0; i < random.nextInt(5); i++) {
      int parent = random.nextInt(ROLES.size() - 1);
      int child = parent + 1 + random.nextInt(ROLES.size() - parent - 1);
      nested.add(List.of(ROLES.get(parent), ROLES.get(child)));
    }
    List<Held> grants = new ArrayList<>();
    for (int i = 0; i < 4 + random.nextInt(12); i++) {
      grants.add(new Held(any(random, ROLES), any(random, ACTIONS), "", until(random)));
    }
    List<Held> own = new ArrayList<>();
    for (int i = 0; i < random.nextInt(4); i++) {
      own.add(new Held(any(random, accounts).key, any(random, ACTIONS), "", until(random)));
    }
    Map<String, Held> assignments = new TreeMap<>();
    for (int i = 0; i < accounts.size() * 2; i++) {
      Held one =
          new Held(
              any(random, accounts).key,
              any(random, ROLES),
              any(random, List.of("Harbour", "Harbour", "Harbour", "")),
              until(random));
      assignments.putIfAbsent(one.account + one.what, one);
    }
    Map<String, String> used = new TreeMap<>();
    for (int i = 0; i < accounts.size(); i++) {
      used.put(
          any(random, accounts).key + "," + any(random, List.of("pay", "rule")),
          AS_OF.minusDays(any(random, List.of(89, 90))).toString());
    }
    Set<String> flagged = random.nextBoolean() ? Set.of() : Set.of(any(random, ROLES));
    return new Company(
        accounts, flagged, nested, grants, own, List.copyOf(assignments.values()), used);
  }

  private static OutcomeAssert run(Company company) {
    return new TestAudit()
        .accounts(
            lines(
                "account,status,department,title",
                company.accounts.stream()
                    .map(one ->
                        String.join(
                            ",",
                            one.key,
                            one.enabled ? "enabled" : "locked",
                            one.department,
                            one.title))
                    .toList()))
        .roles(
            lines(
                "role,privileged",
                ROLES.stream()
                    .map(one -> one + "," + (company.flagged.contains(one) ? "yes" : "no"))
                    .toList()))
        .nesting(
            lines(
                "parent,child", company.nested.stream().map(one -> String.join(",", one)).toList()))
        .permissions(
            "resource,action,sensitivity",
            "till,list,low",
            "till,read,low",
            "till,edit,medium",
            "till,pay,high",
            "till,rule,critical")
        .grants(
            lines(
                "holder-type,holder,resource,action,until",
                java.util.stream.Stream.concat(
                        company.grants.stream().map(one -> one.line("role")),
                        company.own.stream().map(one -> one.line("account")))
                    .toList()))
        .assignments(
            lines(
                "account,role,scope,until",
                company.assignments.stream().map(one -> one.line("")).toList()))
        .evidence("{file: usage.csv, kind: usage}")
        .file(
            "usage.csv",
            lines(
                "account,resource,action,last-used",
                company.used.entrySet().stream()
                    .map(one -> one.getKey().replace(",", ",till,") + "," + one.getValue())
                    .toList()))
        .run();
  }

  private static String[] lines(String head, Collection<String> rest) {
    List<String> lines = new ArrayList<>(rest);
    lines.addFirst(head);
    return lines.toArray(String[]::new);
  }

  private static void same(
      OutcomeAssert run, String check, Collection<String> all, Predicate<String> expected) {
    run.flagsJust(check, all.stream().filter(expected).toList());
  }

  /// Holds a role, or a sensitive permission, that at most a tenth of four or more peers hold.
  private static boolean unlikePeers(Company company, Account account) {
    List<String> peers =
        company.accounts.stream()
            .filter(one -> one.enabled && one != account)
            .filter(
                one -> one.department.equals(account.department) && one.title.equals(account.title))
            .map(Account::key)
            .toList();
    if (!account.enabled || account.department.isEmpty() || peers.size() < 4) {
      return false;
    }
    boolean role =
        company.direct(account.key).stream()
            .anyMatch(one ->
                peers.stream().filter(peer -> company.direct(peer).contains(one)).count() * 10
                    <= peers.size());
    boolean permission =
        company.can(account.key).stream()
            .filter(one -> one.equals("pay") || one.equals("rule"))
            .anyMatch(one ->
                peers.stream().filter(peer -> company.can(peer).contains(one)).count() * 10
                    <= peers.size());
    return role || permission;
  }

  private static boolean unused(Company company, Account account) {
    return account.enabled
        && company.can(account.key).stream()
            .filter(one -> one.equals("pay") || one.equals("rule"))
            .anyMatch(one -> {
              String day = company.used.get(account.key + "," + one);
              return day == null || !LocalDate.parse(day).isAfter(AS_OF.minusDays(90));
            });
  }

  private static boolean contained(Company company, String role) {
    Set<String> gives = company.gives(role);
    Set<String> holders = company.holders(role);
    return !gives.isEmpty()
        && !holders.isEmpty()
        && ROLES.stream()
            .filter(other -> company.gives(other).containsAll(gives))
            .filter(other -> company.gives(other).size() > gives.size())
            .anyMatch(other ->
                holders.stream().filter(company.holders(other)::contains).count() * 100
                    >= 80L * holders.size());
  }

  private static boolean unscoped(Company company, String account) {
    return company.assignments.stream()
        .filter(one -> one.current() && one.account.equals(account) && one.scope.isEmpty())
        .filter(one ->
            company.reached(one.what).stream().anyMatch(company.flagged::contains)
                || company.gives(one.what).contains("pay")
                || company.gives(one.what).contains("rule"))
        .anyMatch(one -> {
          List<Held> held =
              company.assignments.stream()
                  .filter(other -> other.current() && other.what.equals(one.what))
                  .toList();
          long scoped = held.stream().filter(other -> !other.scope.isEmpty()).count();
          return scoped * 100 >= 80L * held.size();
        });
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void everyCheckFlagsWhatItsDefinitionSays(@ForAll long seed) {
    Company company = company(new Random(seed));
    OutcomeAssert run = run(company);
    List<String> keys = company.keys();
    Map<String, Account> byKey =
        company.accounts.stream().collect(Collectors.toMap(Account::key, one -> one));
    same(run, "role-unassigned", ROLES, role -> company.reachedBy(role).isEmpty());
    same(
        run,
        "role-few-holders",
        ROLES,
        role -> List.of(1, 2).contains(company.reachedBy(role).size()));
    same(
        run,
        "role-empty",
        ROLES,
        role ->
            company.grants.stream()
                .noneMatch(one -> one.current() && company.reached(role).contains(one.account)));
    same(run, "role-contained", ROLES, role -> contained(company, role));
    Set<Set<String>> alike = new HashSet<>();
    for (String role : ROLES) {
      Set<String> group =
          ROLES.stream()
              .filter(other -> !company.gives(role).isEmpty())
              .filter(other -> company.gives(other).equals(company.gives(role)))
              .collect(Collectors.toSet());
      if (group.size() > 1) {
        alike.add(group);
      }
    }
    assertThat(run.findings("role-same-as")).as("groups %s", alike).hasSameSizeAs(alike);
    same(
        run,
        "direct-grant",
        keys,
        key -> company.own.stream().anyMatch(one -> one.current() && one.account.equals(key)));
    List<String> ending = new ArrayList<>(keys);
    ending.addAll(ROLES);
    same(
        run,
        "expired-assignment",
        ending,
        key ->
            java.util.stream.Stream.of(company.grants, company.own, company.assignments)
                .flatMap(List::stream)
                .anyMatch(one -> !one.current() && one.account.equals(key)));
    same(run, "unscoped", keys, key -> unscoped(company, key));
    same(run, "unlike-peers", keys, key -> unlikePeers(company, byKey.get(key)));
    same(run, "unused-permission", keys, key -> unused(company, byKey.get(key)));
    List<Account> enabled = company.accounts.stream().filter(Account::enabled).toList();
    long administrators = enabled.stream().filter(one -> company.privileged(one.key)).count();
    assertThat(run.findings("too-many-administrators"))
        .as("%d of %d", administrators, enabled.size())
        .hasSize(administrators > 3 && administrators * 100 > 5L * enabled.size() ? 1 : 0);
    run.judgesJust(
        "held-while-disabled",
        company.accounts.stream()
            .filter(one -> !one.enabled)
            .filter(one ->
                !company.direct(one.key).isEmpty()
                    || company.own.stream()
                        .anyMatch(own -> own.current() && own.account.equals(one.key)))
            .map(one -> one.key + (company.privileged(one.key) ? " medium" : " low"))
            .toList());
  }
}
