package app.stalekeys.server.fix;

import app.stalekeys.core.fix.RemovalPlan;
import java.util.List;
import java.util.Objects;

/// What goes with a removal.
///
/// @param lost how many permissions go, by this and what else is taken from the account together
/// @param names some of them, those in use first
/// @param used those that were in use not long ago
/// @param through what gives the access that is to go, where the step does not say it itself
public record Takes(int lost, List<String> names, List<UsedLine> used, List<String> through) {

  static final Takes NOTHING = new Takes(0, List.of(), List.of(), List.of());

  static Takes of(RemovalPlan.Planned planned) {
    RemovalPlan.Loss loss = planned.loss();
    return new Takes(
        loss.permissions(),
        loss.names(),
        loss.used().stream()
            .map(used ->
                new UsedLine(
                    used.permission(),
                    used.day().toString(),
                    used.place().file(),
                    used.place().row()))
            .toList(),
        planned.through());
  }

  /// What was kept before rows were named has none.
  public Takes {
    through = Objects.requireNonNullElse(through, List.of());
  }

  /// Something that was in use and would be lost.
  public record UsedLine(String permission, String day, String file, long row) {}
}
