package app.stalekeys.core.conflict;

import app.stalekeys.core.effective.Area;
import app.stalekeys.core.task.Task;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// How many can do each task, and each two tasks together with overlapping scope, declared a conflict or not.
/// Costs one look at every person with an enabled account for each task.
public final class TaskPairs {

  /// @param first the task that stands earlier in the list
  public record Pair(String first, String second) {}

  private final Map<String, Integer> holders = new HashMap<>();
  private final Map<Pair, Integer> people = new HashMap<>();

  private TaskPairs() {}

  public static TaskPairs of(Doers doers) {
    TaskPairs pairs = new TaskPairs();
    List<Task> tasks = doers.tasks().tasks();
    Set<String> applications = new LinkedHashSet<>();
    tasks.forEach(task -> task.permissions().forEach(need -> applications.add(need.application())));
    for (Doers.Doer doer : doers.in(applications)) {
      List<List<Area>> areas = new ArrayList<>();
      tasks.forEach(task -> areas.add(doers.areas(doer, task)));
      for (int i = 0; i < tasks.size(); i++) {
        if (areas.get(i).isEmpty()) {
          continue;
        }
        pairs.holders.merge(tasks.get(i).id(), 1, Integer::sum);
        for (int j = i + 1; j < tasks.size(); j++) {
          if (!Doers.met(areas.get(i), areas.get(j)).isEmpty()) {
            pairs.people.merge(new Pair(tasks.get(i).id(), tasks.get(j).id()), 1, Integer::sum);
          }
        }
      }
    }
    return pairs;
  }

  /// People, and accounts without one, who can do the task.
  public int holders(String task) {
    return holders.getOrDefault(task, 0);
  }

  /// Those who can do both.
  public int people(Pair pair) {
    return people.getOrDefault(pair, 0);
  }
}
