package app.stalekeys.server.fix;

import java.util.List;

/// What goes with a removal.
///
/// @param lost how many permissions go, by this and what else is taken from the account together
/// @param names some of them, those in use first
/// @param used those that were in use not long ago
public record Takes(int lost, List<String> names, List<UsedLine> used) {

  static final Takes NOTHING = new Takes(0, List.of(), List.of());

  /// Something that was in use and would be lost.
  public record UsedLine(String permission, String day, String file, long row) {}
}
