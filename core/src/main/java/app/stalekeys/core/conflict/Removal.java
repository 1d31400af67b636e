package app.stalekeys.core.conflict;

import app.stalekeys.core.source.Place;
import java.util.List;

/// What would have to be taken from somebody so that a conflict is gone.
///
/// @param takes the assignments and grants, the fewest there can be
/// @param lost other permissions that the accounts would lose with them: those that no task of the conflict
///     names
/// @param isExact whether every smaller set was tried; else it was found by taking the best one at a time
public record Removal(List<Take> takes, int lost, boolean isExact) {

  public Removal {
    takes = List.copyOf(takes);
  }

  /// One assignment or one grant of an account's own.
  ///
  /// @param role the role taken; empty for a grant
  /// @param permission the permission of a grant, in words; empty for an assignment
  public record Take(
      String application,
      String account,
      String role,
      String permission,
      String scope,
      Place place) {}
}
