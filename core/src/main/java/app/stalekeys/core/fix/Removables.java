package app.stalekeys.core.fix;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.conflict.Removal;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// What can be taken away in a snapshot, by the row that gives it and by the step that takes it. Rows that say the
/// same of an account go together: whoever takes a role away takes it wherever it is written. An application's rows
/// are gone through once, when it is first asked about.
final class Removables {

  /// What one application gives whom.
  private record Index(
      ApplicationAccess access,
      Map<Integer, List<Assignment>> assignments,
      Map<Integer, List<Grant>> grants,
      Map<Place, Set<Step>> steps) {

    void at(Place place, Step step) {
      steps.computeIfAbsent(place, key -> new LinkedHashSet<>(2)).add(step);
    }
  }

  private final Snapshot snapshot;
  private final Map<String, Index> indexes = new HashMap<>();

  Removables(Snapshot snapshot) {
    this.snapshot = snapshot;
  }

  private @Nullable Index index(String application) {
    ApplicationAccess access = snapshot.application(application);
    return access == null ? null : indexes.computeIfAbsent(application, id -> index(access));
  }

  private static Index index(ApplicationAccess access) {
    Index index = new Index(access, new HashMap<>(), new HashMap<>(), new HashMap<>());
    for (Assignment one : access.assignments()) {
      index.assignments.computeIfAbsent(one.account().index(), k -> new ArrayList<>(2)).add(one);
      index.at(
          one.place(),
          step(
              access,
              FixAction.REMOVE_ASSIGNMENT,
              one.account(),
              one.role(),
              one.scope().toString()));
    }
    for (Grant one : access.effective().grants()) {
      Account account = one.account();
      if (account != null && one.effect() == Grant.Effect.ALLOW) {
        index.grants.computeIfAbsent(account.index(), k -> new ArrayList<>(2)).add(one);
        index.at(
            one.place(),
            step(access, FixAction.REMOVE_GRANT, account, what(one), one.scope().toString()));
      }
    }
    return index;
  }

  private static Step step(
      ApplicationAccess access, FixAction action, Account account, String what, String scope) {
    return new Step(
        action, access.application().id(), Subject.account(account.key()), what, scope, "");
  }

  private static String what(Grant grant) {
    return grant.permission().resource() + ":" + grant.permission().action();
  }

  /// What a row gives: nothing, or several things where one row names several permissions.
  Set<Removable> at(String application, Place place) {
    Index index = index(application);
    Set<Removable> found = new LinkedHashSet<>();
    for (Step step : index == null ? Set.<Step>of() : index.steps.getOrDefault(place, Set.of())) {
      Removable one = of(step);
      if (one != null) {
        found.add(one);
      }
    }
    return found;
  }

  /// What the smallest removal of a conflict takes.
  Set<Removable> of(Removal.Take take) {
    return at(take.application(), take.place()).stream()
        .filter(one ->
            one.step().scope().equals(take.scope())
                && (take.role().isEmpty()
                    ? one.grants().stream()
                        .anyMatch(grant -> grant.permission().words().equals(take.permission()))
                    : one.step().what().equals(take.role())))
        .collect(Collectors.toSet());
  }

  /// What a step takes; null when it is about no account of the snapshot, or takes no access from one.
  @Nullable Removable of(Step step) {
    Index index = index(step.application());
    Account account =
        index == null || !step.subject().type().equals("account")
            ? null
            : index.access.book().find("", step.subject().key());
    if (index == null || account == null) {
      return null;
    }
    Scope scope = Scope.of(step.scope());
    return switch (step.action()) {
      case DISABLE -> taking(index, step, account, one -> false, one -> false);
      case REMOVE_ASSIGNMENT ->
          taking(
              index,
              step,
              account,
              one -> one.role().equals(step.what()) && one.scope().equals(scope),
              one -> false);
      case REMOVE_GRANT ->
          taking(
              index,
              step,
              account,
              one -> false,
              one ->
                  step.what().isEmpty()
                      || (what(one).equals(step.what()) && one.scope().equals(scope)));
      case REPLACE_GRANTS -> replaced(index, step, account);
      case WITHDRAW_PERMISSION -> withdrawn(index, step, account);
      default -> null;
    };
  }

  private static Removable taking(
      Index index,
      Step step,
      Account account,
      Predicate<Assignment> assignments,
      Predicate<Grant> grants) {
    return new Removable(
        step,
        index.access,
        account,
        index.assignments.getOrDefault(account.index(), List.of()).stream()
            .filter(assignments)
            .toList(),
        index.grants.getOrDefault(account.index(), List.of()).stream().filter(grants).toList(),
        List.of());
  }

  /// All own grants go, and the role comes that is said to do in their place.
  private static Removable replaced(Index index, Step step, Account account) {
    Removable taking = taking(index, step, account, one -> false, one -> true);
    boolean known = index.access.roles().role(step.to()) != null;
    return known
        ? new Removable(
            step,
            index.access,
            account,
            List.of(),
            taking.grants(),
            List.of(
                new Assignment(
                    account, step.to(), Scope.EVERYWHERE, null, null, null, account.place())))
        : taking;
  }

  /// Every row that gives the permission: the own grants that name it, also by a pattern, and each role with it.
  private static @Nullable Removable withdrawn(Index index, Step step, Account account) {
    if (!step.to().isEmpty()) {
      return null;
    }
    EffectiveAccess effective = index.access.effective();
    int number = number(effective.universe(), step.what());
    return number < 0
        ? null
        : taking(
            index,
            step,
            account,
            one -> effective.ofRole(one.role()).get(number),
            one -> effective.universe().covers(one.permission(), one.effect(), number));
  }

  /// A permission by `resource:action`; negative when the application has none of that name. Both parts may hold a
  /// colon, so that the name is compared and not taken apart.
  static int number(Universe universe, String what) {
    for (int number = 0; number < universe.size(); number++) {
      Permission one = universe.at(number);
      if (what.equals(one.resource() + ":" + one.action())) {
        return number;
      }
    }
    return -1;
  }

  /// The steps by the account they take from, in their order.
  static Map<String, List<Removable>> byAccount(Iterable<Removable> chosen) {
    Map<String, List<Removable>> found = new LinkedHashMap<>();
    for (Removable one : chosen) {
      String key = one.access().application().id() + "\n" + one.account().index();
      found.computeIfAbsent(key, k -> new ArrayList<>(1)).add(one);
    }
    return found;
  }
}
