package app.stalekeys.core.effective;

import app.stalekeys.core.access.Scope;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// The scopes of one application by number, so that covering and meeting are looked up and not compared
/// again. The scope in which two meet is always one of the two, so that the table never grows by use. Not
/// changed once built.
final class ScopeTable {

  /// Meets nothing.
  static final int NONE = -1;

  private final List<Scope> scopes = new ArrayList<>();
  private final Map<Scope, Integer> numbers = new HashMap<>();
  private final boolean[][] covers;

  ScopeTable(Iterable<Scope> all) {
    for (Scope scope : all) {
      if (numbers.putIfAbsent(scope, scopes.size()) == null) {
        scopes.add(scope);
      }
    }
    covers = new boolean[scopes.size()][scopes.size()];
    for (int i = 0; i < covers.length; i++) {
      for (int j = 0; j < covers.length; j++) {
        covers[i][j] = scopes.get(i).covers(scopes.get(j));
      }
    }
  }

  int number(Scope scope) {
    Integer number = numbers.get(scope);
    if (number == null) {
      throw new IllegalArgumentException("no scope " + scope);
    }
    return number;
  }

  Scope at(int number) {
    return scopes.get(number);
  }

  boolean covers(int one, int other) {
    return covers[one][other];
  }

  /// The deeper of the two when one covers the other, else [#NONE].
  int meet(int one, int other) {
    return covers[one][other] ? other : covers[other][one] ? one : NONE;
  }
}
