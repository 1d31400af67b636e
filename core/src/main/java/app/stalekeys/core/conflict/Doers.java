package app.stalekeys.core.conflict;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/// Who can do which tasks, and where: people with all their accounts, and accounts without a person, which
/// stand for themselves. Only enabled accounts can do anything.
public final class Doers {

  /// An account in its application.
  public record Held(ApplicationAccess access, Account account) {
    EffectiveAccess.Usable usable() {
      return access.effective().usable(account);
    }
  }

  /// @param person null for an account without one
  public record Doer(@Nullable Person person, List<Held> accounts) {

    public Doer {
      accounts = List.copyOf(accounts);
    }

    /// The person's id, or the key of an account without a person: what mitigations name.
    public String key() {
      return person == null ? accounts.getFirst().account().key() : person.id();
    }

    public String name() {
      return person == null ? accounts.getFirst().account().key() : person.name();
    }
  }

  private final Snapshot snapshot;
  private final TaskList tasks;
  private final Map<String, ApplicationAccess> applications = new LinkedHashMap<>();

  public Doers(Snapshot snapshot) {
    this(snapshot, snapshot.tasks());
  }

  /// @param tasks in the place of the snapshot's own
  public Doers(Snapshot snapshot, TaskList tasks) {
    this.snapshot = snapshot;
    this.tasks = tasks;
    snapshot.applications().forEach(access -> applications.put(access.application().id(), access));
  }

  public TaskList tasks() {
    return tasks;
  }

  /// Everybody with an enabled account in one of the applications.
  public List<Doer> in(Set<String> ids) {
    Map<String, List<Held>> accounts = new LinkedHashMap<>();
    Map<String, Person> people = new HashMap<>();
    for (String id : ids) {
      ApplicationAccess access = applications.get(id);
      if (access == null) {
        continue;
      }
      for (Account account : access.accounts()) {
        if (account.isEnabled(snapshot.asOf())) {
          var match = access.match(account);
          String key =
              match == null ? "account\n" + id + "\n" + account.index() : match.person().id();
          if (match != null) {
            people.put(key, match.person());
          }
          accounts.computeIfAbsent(key, k -> new ArrayList<>(1)).add(new Held(access, account));
        }
      }
    }
    return accounts.entrySet().stream()
        .map(entry -> new Doer(people.get(entry.getKey()), entry.getValue()))
        .toList();
  }

  /// Where the doer can do all tasks of the conflict at once; empty when nowhere.
  public List<Area> together(Doer doer, Conflict conflict) {
    return together(doer, conflict, Held::usable);
  }

  /// The same with what each account would be able to do.
  List<Area> together(Doer doer, Conflict conflict, Function<Held, EffectiveAccess.Usable> usable) {
    return together(conflict, need -> areas(doer, need, usable));
  }

  /// Where the doer can do one task; empty when nowhere.
  List<Area> areas(Doer doer, Task task) {
    return areas(task, need -> areas(doer, need, Held::usable));
  }

  private static List<Area> areas(
      Doer doer, Task.Need need, Function<Held, EffectiveAccess.Usable> usable) {
    List<Area> areas = new ArrayList<>();
    for (Held held : doer.accounts()) {
      if (held.access().application().id().equals(need.application())) {
        EffectiveAccess.Usable can = usable.apply(held);
        add(need, held.access().effective(), can.permissions(), can::area, areas);
      }
    }
    return areas;
  }

  /// Where the role alone would do all tasks of the conflict at once.
  public List<Area> together(ApplicationAccess access, String role, Conflict conflict) {
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

  static List<Area> met(List<Area> one, List<Area> other) {
    return one.stream()
        .flatMap(area -> other.stream().map(area::meet))
        .filter(area -> !area.isEmpty())
        .distinct()
        .toList();
  }
}
