package app.stalekeys.core.effective;

import app.stalekeys.core.access.Scope;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/// Permissions by the scope in which they hold: words of bits a scope. An application has few scopes and
/// many permissions, so that unions, limits and removals are word by word.
final class ScopedSets {

  private static final int[] NO_SCOPES = {};
  private static final long[][] NO_SETS = {};

  private final ScopeTable table;
  private final int words;
  private int[] scopes = NO_SCOPES;
  private long[][] sets = NO_SETS;
  private int size;

  /// @param words how many longs hold one bit for each permission
  ScopedSets(ScopeTable table, int words) {
    this.table = table;
    this.words = words;
  }

  private ScopedSets(ScopeTable table, int words, int capacity) {
    this(table, words);
    scopes = new int[capacity];
    sets = new long[capacity][];
  }

  /// Adds permissions in a scope.
  void add(int scope, long[] permissions) {
    for (int i = 0; i < size; i++) {
      if (scopes[i] == scope) {
        long[] held = sets[i];
        for (int w = 0; w < held.length; w++) {
          held[w] |= permissions[w];
        }
        return;
      }
    }
    put(scope, permissions.clone());
  }

  /// Takes a set over, for a scope that has none yet.
  private void put(int scope, long[] set) {
    if (size == scopes.length) {
      scopes = Arrays.copyOf(scopes, Math.max(4, size * 2));
      sets = Arrays.copyOf(sets, Math.max(4, size * 2));
    }
    scopes[size] = scope;
    sets[size++] = set;
  }

  void addAll(ScopedSets other) {
    for (int i = 0; i < other.size; i++) {
      add(other.scopes[i], other.sets[i]);
    }
  }

  /// Adds what another holds, as far as it lies within a scope.
  ///
  /// @return whether any of its scopes meets that one, be its set empty
  boolean addWithin(ScopedSets other, int scope) {
    boolean meets = false;
    for (int i = 0; i < other.size; i++) {
      int met = table.meet(other.scopes[i], scope);
      if (met != ScopeTable.NONE) {
        meets = true;
        add(met, other.sets[i]);
      }
    }
    return meets;
  }

  /// Adds to a set what holds in scopes that meet one.
  void collectMeeting(int scope, long[] into) {
    for (int i = 0; i < size; i++) {
      if (table.meet(scopes[i], scope) != ScopeTable.NONE) {
        for (int w = 0; w < words; w++) {
          into[w] |= sets[i][w];
        }
      }
    }
  }

  /// What both hold, each in the deeper of the two scopes where they overlap.
  ScopedSets limitedTo(ScopedSets ceiling) {
    ScopedSets limited = new ScopedSets(table, words);
    long[] both = new long[words];
    for (int i = 0; i < size; i++) {
      for (int j = 0; j < ceiling.size; j++) {
        int met = table.meet(scopes[i], ceiling.scopes[j]);
        if (met != ScopeTable.NONE) {
          for (int w = 0; w < words; w++) {
            both[w] = sets[i][w] & ceiling.sets[j][w];
          }
          limited.add(met, both);
        }
      }
    }
    return limited;
  }

  /// What is left where nothing that is denied covers it, as the smallest set that says so: nothing stands in a
  /// scope that another of its scopes covers.
  ScopedSets remaining(ScopedSets denied) {
    long[][] left = new long[size][];
    for (int i = 0; i < size; i++) {
      left[i] = sets[i].clone();
      for (int j = 0; j < denied.size; j++) {
        if (table.covers(denied.scopes[j], scopes[i])) {
          remove(left[i], denied.sets[j]);
        }
      }
    }
    ScopedSets small = new ScopedSets(table, words, size);
    for (int i = 0; i < size; i++) {
      // In any order: what was taken from a wider scope is held by one wider still, which covers
      // this one too.
      for (int j = 0; j < size; j++) {
        if (i != j && table.covers(scopes[j], scopes[i])) {
          remove(left[i], left[j]);
        }
      }
      if (!isZero(left[i])) {
        small.put(scopes[i], left[i]);
      }
    }
    return small;
  }

  private void remove(long[] from, long[] taken) {
    for (int w = 0; w < words; w++) {
      from[w] &= ~taken[w];
    }
  }

  private static boolean isZero(long[] set) {
    for (long word : set) {
      if (word != 0) {
        return false;
      }
    }
    return true;
  }

  /// Every permission that stands in some scope.
  BitSet permissions() {
    long[] all = new long[words];
    for (int i = 0; i < size; i++) {
      for (int w = 0; w < words; w++) {
        all[w] |= sets[i][w];
      }
    }
    return BitSet.valueOf(all);
  }

  /// The scopes in which one permission stands, in no order.
  List<Scope> scopes(int permission) {
    List<Scope> found = new ArrayList<>(2);
    for (int i = 0; i < size; i++) {
      if ((sets[i][permission >> 6] & 1L << permission) != 0) {
        found.add(table.at(scopes[i]));
      }
    }
    return found;
  }
}
