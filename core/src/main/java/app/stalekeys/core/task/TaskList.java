package app.stalekeys.core.task;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/// The tasks of an audit, their conflicts and mitigations.
public record TaskList(List<Task> tasks, List<Conflict> conflicts, List<Mitigation> mitigations) {

  public static final TaskList NONE = new TaskList(List.of(), List.of(), List.of());

  public TaskList {
    tasks = List.copyOf(tasks);
    conflicts = List.copyOf(conflicts);
    mitigations = List.copyOf(mitigations);
  }

  public boolean isEmpty() {
    return tasks.isEmpty() && conflicts.isEmpty() && mitigations.isEmpty();
  }

  /// @throws NullPointerException when there is no such task; reading the list makes sure there is
  public Task task(String id) {
    return Objects.requireNonNull(
        tasks.stream().filter(task -> task.id().equals(id)).findFirst().orElse(null), id);
  }

  /// The applications whose permissions the conflict's tasks name.
  public Set<String> applications(Conflict conflict) {
    Set<String> applications = new LinkedHashSet<>();
    conflict
        .tasks()
        .forEach(
            id -> task(id).permissions().forEach(need -> applications.add(need.application())));
    return applications;
  }
}
