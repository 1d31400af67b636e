package app.stalekeys.core.task;

import java.util.List;

/// A thing a person can do in business words, such as "pay a supplier".
///
/// @param all whether it takes all of the permissions; else any one of them is enough
public record Task(String id, String name, boolean all, List<Need> permissions) {

  public Task {
    permissions = List.copyOf(permissions);
  }

  /// A permission of an application, or a pattern of several, as in grants.
  public record Need(String application, String resource, String action) {}
}
