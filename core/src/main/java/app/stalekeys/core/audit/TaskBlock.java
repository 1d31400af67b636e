package app.stalekeys.core.audit;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// Reads tasks, conflicts and mitigations. What points at a task or conflict that is not there is a fault.
final class TaskBlock {

  private final YamlBlock block;
  private final Set<String> tasks = new HashSet<>();
  private final Set<String> conflicts = new HashSet<>();

  TaskBlock(YamlBlock block) {
    this.block = block;
  }

  TaskList read() {
    List<Task> readTasks = block.blocks("tasks").stream().map(this::task).toList();
    List<Conflict> readConflicts = block.blocks("conflicts").stream().map(this::conflict).toList();
    List<Mitigation> mitigations =
        block.blocks("mitigations").stream().map(this::mitigation).toList();
    block.finish();
    return new TaskList(readTasks, readConflicts, mitigations);
  }

  private Task task(YamlBlock own) {
    String id = own.needed("id", "id: pay");
    String name = own.text("name");
    if (!tasks.add(id)) {
      own.faultAt("id", "task-twice", "two tasks have the id %s".formatted(Quoted.text(id)));
    }
    List<Task.Need> any = own.blocks("any").stream().map(TaskBlock::need).toList();
    List<Task.Need> all = own.blocks("all").stream().map(TaskBlock::need).toList();
    if (any.isEmpty() == all.isEmpty()) {
      own.faultAt(
          "id",
          "task-empty",
          "the task %s needs a list of permissions under either \"any\" or \"all\""
              .formatted(Quoted.text(id)));
    }
    own.finish();
    return new Task(id, name == null ? id : name, !all.isEmpty(), all.isEmpty() ? any : all);
  }

  private static Task.Need need(YamlBlock own) {
    Task.Need need =
        new Task.Need(
            own.needed("application", "application: ledger"),
            own.needed("resource", "resource: Payment/Run"),
            own.needed("action", "action: release"));
    own.finish();
    return need;
  }

  private Conflict conflict(YamlBlock own) {
    String id = own.needed("id", "id: buy-and-pay");
    if (!conflicts.add(id)) {
      own.faultAt(
          "id", "conflict-twice", "two conflicts have the id %s".formatted(Quoted.text(id)));
    }
    List<String> named = own.texts("tasks");
    List<String> known = new ArrayList<>();
    for (String task : named == null ? List.<String>of() : named) {
      if (tasks.contains(task)) {
        known.add(task);
      } else {
        own.faultAt(
            "tasks",
            "task-unknown",
            "no task is called %s; the tasks are %s"
                .formatted(Quoted.text(task), Quoted.names(tasks.stream().sorted().toList())));
      }
    }
    if (known.size() < 2 && (named == null || named.size() < 2)) {
      own.faultAt(
          "id",
          "conflict-small",
          "the conflict %s needs at least two tasks".formatted(Quoted.text(id)));
    }
    String severity = own.text("severity");
    Optional<Severity> word = severity == null ? Optional.of(Severity.HIGH) : Severity.of(severity);
    if (word.isEmpty()) {
      own.faultAt(
          "severity",
          "value-unreadable",
          "severity is %s, expected one of %s"
              .formatted(Quoted.text(String.valueOf(severity)), Quoted.names(Severity.words())));
    }
    String reason = own.text("reason");
    own.finish();
    return new Conflict(id, known, word.orElse(Severity.HIGH).word(), reason == null ? "" : reason);
  }

  private Mitigation mitigation(YamlBlock own) {
    String conflict = own.needed("conflict", "conflict: buy-and-pay");
    if (!conflicts.contains(conflict)) {
      own.faultAt(
          "conflict",
          "conflict-unknown",
          "no conflict is called %s; the conflicts are %s"
              .formatted(
                  Quoted.text(conflict), Quoted.names(conflicts.stream().sorted().toList())));
    }
    String person = own.needed("person", "person: \"2041\"");
    LocalDate until = own.parsed("until", "a day such as 2026-09-30", LocalDate::parse);
    String control = own.text("control");
    String owner = own.text("owner");
    own.finish();
    return new Mitigation(
        conflict, person, until, control == null ? "" : control, owner == null ? "" : owner);
  }
}
