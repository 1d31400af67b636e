package app.stalekeys.core.effective;

/// What a role held in a scope, or an account with all it holds, adds and removes, before combining. Not
/// changed once it is built.
final class Layers {

  final ScopedSets allowed;
  final ScopedSets denied;
  final ScopedSets ceiling;
  boolean reachesCeiling;

  Layers(ScopeTable table, int words) {
    allowed = new ScopedSets(table, words);
    denied = new ScopedSets(table, words);
    ceiling = new ScopedSets(table, words);
  }

  void addAll(Layers other) {
    allowed.addAll(other.allowed);
    denied.addAll(other.denied);
    ceiling.addAll(other.ceiling);
    reachesCeiling |= other.reachesCeiling;
  }

  /// Adds the layers of a role that is reached in a scope.
  void addWithin(Layers role, int scope) {
    allowed.addWithin(role.allowed, scope);
    denied.addWithin(role.denied, scope);
    reachesCeiling |= ceiling.addWithin(role.ceiling, scope);
  }

  /// What remains of what is allowed, as the smallest set.
  ScopedSets combined() {
    ScopedSets limited = reachesCeiling ? allowed.limitedTo(ceiling) : allowed;
    return limited.remaining(denied);
  }
}
