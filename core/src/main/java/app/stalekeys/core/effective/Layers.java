package app.stalekeys.core.effective;

import java.util.BitSet;

/// What a role held in a scope, or an account with all it holds, adds and removes, before combining; and
/// in which manner it adds. Not changed once it is built.
final class Layers {

  final ScopedSets allowed = new ScopedSets();
  final ScopedSets denied = new ScopedSets();
  final ScopedSets ceiling = new ScopedSets();
  boolean reachesCeiling;

  /// Allowed by a role that is held itself.
  final BitSet byRole = new BitSet();

  /// Allowed by a role that another role includes.
  final BitSet nested = new BitSet();

  /// Allowed by a grant to the account itself.
  final BitSet direct = new BitSet();

  /// Allowed by a row that names this very action, and not by a level above it or by a pattern.
  final BitSet named = new BitSet();

  void addAll(Layers other) {
    allowed.addAll(other.allowed);
    denied.addAll(other.denied);
    ceiling.addAll(other.ceiling);
    reachesCeiling |= other.reachesCeiling;
    byRole.or(other.byRole);
    nested.or(other.nested);
    direct.or(other.direct);
    named.or(other.named);
  }

  /// What remains of what is allowed, as the smallest set.
  ScopedSets combined() {
    ScopedSets limited = reachesCeiling ? allowed.limitedTo(ceiling) : allowed;
    return limited.without(denied).smallest();
  }
}
