package app.stalekeys.core.task;

import java.util.List;

/// Tasks that one person must not hold together.
///
/// @param tasks ids, two or more
/// @param severity a word such as `high`
/// @param reason why, in the auditor's words; may be empty
public record Conflict(String id, List<String> tasks, String severity, String reason) {
  public Conflict {
    tasks = List.copyOf(tasks);
  }
}
