package app.stalekeys.core.check.conflicts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/// Who can do which tasks, and where: people with all their accounts, and accounts without a person, which
/// stand for themselves. Only enabled accounts can do anything.
final class Doers {

  /// An account in its application.
  record Held(ApplicationAccess access, Account account) {}

  /// @param person null for an account without one
  record Doer(@Nullable Person person, List<Held> accounts) {

    Subject subject() {
      return person == null
          ? Subject.account(accounts.getFirst().account().key())
          : Subject.person(person.id());
    }

    String name() {
      return person == null ? accounts.getFirst().account().key() : person.name();
    }
  }

  private final TaskList tasks;
  private final Map<String, ApplicationAccess> applications = new LinkedHashMap<>();

  Doers(Examination examination) {
    this.tasks = examination.snapshot().tasks();
    examination
        .snapshot()
        .applications()
        .forEach(access -> applications.put(access.application().id(), access));
  }

  /// Everybody with an enabled account in one of the applications.
  List<Doer> in(Examination examination, Set<String> ids) {
    Map<String, Doer> doers = new LinkedHashMap<>();
    for (String id : ids) {
      ApplicationAccess access = applications.get(id);
      if (access == null) {
        continue;
      }
      for (Account account : access.accounts()) {
        if (account.isEnabled(examination.asOf())) {
          var match = access.match(account);
          String key =
              match == null ? "account\n" + id + "\n" + account.index() : match.person().id();
          doers
              .computeIfAbsent(
                  key, k -> new Doer(match == null ? null : match.person(), new ArrayList<>()))
              .accounts()
              .add(new Held(access, account));
        }
      }
    }
    return List.copyOf(doers.values());
  }

  /// Where the doer can do all tasks of the conflict at once; empty when nowhere.
  List<Area> together(Doer doer, Conflict conflict) {
    return together(
        conflict,
        need -> {
          List<Area> areas = new ArrayList<>();
          for (Held held : doer.accounts()) {
            if (held.access().application().id().equals(need.application())) {
              EffectiveAccess effective = held.access().effective();
              add(
                  need,
                  effective,
                  effective.permissions(held.account()),
                  number -> effective.area(held.account(), number),
                  areas);
            }
          }
          return areas;
        });
  }

  /// Where the role alone would do all tasks of the conflict at once.
  List<Area> together(ApplicationAccess access, String role, Conflict conflict) {
    EffectiveAccess effective = access.effective();
    BitSet held = effective.ofRole(role);
    return together(
        conflict,
        need -> {
          List<Area> areas = new ArrayList<>();
          if (access.application().id().equals(need.application())) {
            add(need, effective, held, number -> effective.areaOfRole(role, number), areas);
          }
          return areas;
        });
  }

  private interface Holding {
    List<Area> areas(Task.Need need);
  }

  private static void add(
      Task.Need need,
      EffectiveAccess effective,
      BitSet held,
      IntFunction<Area> area,
      List<Area> areas) {
    BitSet means =
        (BitSet) effective.universe().named(new Permission(need.resource(), need.action())).clone();
    means.and(held);
    means.stream().mapToObj(area).forEach(areas::add);
  }

  private List<Area> together(Conflict conflict, Holding holding) {
    List<Area> common = null;
    for (String id : conflict.tasks()) {
      List<Area> areas = areas(tasks.task(id), holding);
      common = common == null ? areas : met(common, areas);
      if (common.isEmpty()) {
        return List.of();
      }
    }
    return common == null ? List.of() : common;
  }

  private static List<Area> areas(Task task, Holding holding) {
    if (!task.all()) {
      return task.permissions().stream().flatMap(need -> holding.areas(need).stream()).toList();
    }
    List<Area> common = null;
    for (Task.Need need : task.permissions()) {
      List<Area> areas = holding.areas(need);
      common = common == null ? areas : met(common, areas);
    }
    return common == null ? List.of() : common;
  }

  private static List<Area> met(List<Area> one, List<Area> other) {
    return one.stream()
        .flatMap(area -> other.stream().map(area::meet))
        .filter(area -> !area.isEmpty())
        .distinct()
        .toList();
  }
}
