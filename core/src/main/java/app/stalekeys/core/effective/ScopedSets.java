package app.stalekeys.core.effective;

import app.stalekeys.core.access.Scope;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// Permissions by the scope in which they hold: a bitset a scope. An application has few scopes and
/// many permissions, so that unions, limits and removals are word by word.
final class ScopedSets {

  private final Map<Scope, BitSet> byScope = new HashMap<>();

  void add(Scope scope, BitSet permissions) {
    if (!permissions.isEmpty()) {
      byScope.computeIfAbsent(scope, key -> new BitSet()).or(permissions);
    }
  }

  void addAll(ScopedSets other) {
    other.byScope.forEach(this::add);
  }

  boolean isEmpty() {
    return byScope.isEmpty();
  }

  /// What both hold, each in the deeper of the two scopes where they overlap.
  ScopedSets limitedTo(ScopedSets ceiling) {
    ScopedSets limited = new ScopedSets();
    byScope.forEach((scope, held) ->
        ceiling.byScope.forEach((limit, allowed) ->
            scope
                .meet(limit)
                .ifPresent(met -> {
                  BitSet both = (BitSet) held.clone();
                  both.and(allowed);
                  limited.add(met, both);
                })));
    return limited;
  }

  /// What is left where nothing that is denied covers it.
  ScopedSets without(ScopedSets denied) {
    ScopedSets left = new ScopedSets();
    byScope.forEach((scope, held) -> {
      BitSet rest = (BitSet) held.clone();
      denied.byScope.forEach((from, taken) -> {
        if (from.covers(scope)) {
          rest.andNot(taken);
        }
      });
      left.add(scope, rest);
    });
    return left;
  }

  /// The smallest set that says the same: nothing stands in a scope that another of its scopes covers.
  ScopedSets smallest() {
    ScopedSets small = new ScopedSets();
    byScope.forEach((scope, held) -> {
      BitSet rest = (BitSet) held.clone();
      byScope.forEach((other, covering) -> {
        if (!other.equals(scope) && other.covers(scope)) {
          rest.andNot(covering);
        }
      });
      small.add(scope, rest);
    });
    return small;
  }

  /// Every permission that stands in some scope.
  BitSet permissions() {
    BitSet all = new BitSet();
    byScope.values().forEach(all::or);
    return all;
  }

  /// The scopes in which one permission stands, in no order.
  List<Scope> scopes(int permission) {
    List<Scope> scopes = new ArrayList<>(2);
    byScope.forEach((scope, held) -> {
      if (held.get(permission)) {
        scopes.add(scope);
      }
    });
    return scopes;
  }
}
