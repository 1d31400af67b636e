package app.stalekeys.core.bits;

import java.util.Arrays;

/// Numbers by numbers, both from 0 up, in open addressing: sixteen bytes an entry and no objects. Not for
/// use by several threads while it is written.
public final class LongTable {

  /// What [#get] gives for a key that is not there.
  public static final long ABSENT = -1;

  private long[] keys = new long[64];
  private long[] values = new long[64];
  private int size;

  public LongTable() {
    Arrays.fill(keys, ABSENT);
  }

  public int size() {
    return size;
  }

  public long get(long key) {
    int slot = slot(key);
    return keys[slot] == key ? values[slot] : ABSENT;
  }

  public void put(long key, long value) {
    int slot = slot(key);
    if (keys[slot] != key) {
      keys[slot] = key;
      size++;
    }
    values[slot] = value;
    if (size * 2 > keys.length) {
      grow();
    }
  }

  private int slot(long key) {
    int mask = keys.length - 1;
    int slot = (int) (key * 0x9E3779B97F4A7C15L >>> 32) & mask;
    while (keys[slot] != ABSENT && keys[slot] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldKeys = keys;
    long[] oldValues = values;
    keys = new long[oldKeys.length * 2];
    values = new long[oldKeys.length * 2];
    Arrays.fill(keys, ABSENT);
    for (int i = 0; i < oldKeys.length; i++) {
      if (oldKeys[i] != ABSENT) {
        int slot = slot(oldKeys[i]);
        keys[slot] = oldKeys[i];
        values[slot] = oldValues[i];
      }
    }
  }
}
