package app.stalekeys.core.bits;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/// Which of the texts that lie one behind the other in an array of bytes are the same: each gets a code, from 1 in
/// order of first appearance. An open-addressed table over the bytes; a text itself is held by nothing.
///
/// Where nearly every text is new, as session ids are, it gives up looking texts up: one may then have more than one
/// code, which costs a few bytes and saves the table.
final class Dictionary {

  /// Texts after which it is judged whether looking up pays.
  private static final int JUDGED_AFTER = 4096;

  private static final VarHandle EIGHT =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.nativeOrder());

  private final byte[] bytes;
  private final int[] ends;

  /// By text.
  private final int[] codes;

  /// The first text of each code, by code less 1.
  private final int[] firsts;

  private int known;

  /// A power of two, at most half full: the hash in the upper half of a slot, the code in the lower, 0 for none. One of
  /// both in another array would be another walk to memory.
  private long[] table = new long[64];

  /// @param ends where each text ends in the bytes
  /// @param texts how many there are
  Dictionary(byte[] bytes, int[] ends, int texts) {
    this.bytes = bytes;
    this.ends = ends;
    this.codes = new int[texts];
    this.firsts = new int[texts];
    int looked = Math.min(texts, JUDGED_AFTER);
    lookUp(0, looked);
    if (known > looked - JUDGED_AFTER / 8) {
      keepAll(looked, texts);
    } else {
      lookUp(looked, texts);
    }
    table = new long[0];
  }

  /// Number of codes.
  int known() {
    return known;
  }

  int code(int text) {
    return codes[text];
  }

  /// The text that a code stands for.
  int first(int code) {
    return firsts[code - 1];
  }

  private void keepAll(int from, int to) {
    for (int text = from; text < to; text++) {
      firsts[known] = text;
      codes[text] = ++known;
    }
  }

  private void lookUp(int from, int to) {
    for (int text = from; text < to; text++) {
      codes[text] = code(text, hash(start(text), ends[text]));
    }
  }

  private int code(int text, int hash) {
    int mask = table.length - 1;
    int slot = spread(hash) & mask;
    for (long one = table[slot]; one != 0; one = table[slot]) {
      if ((int) (one >>> 32) == hash && isSame(firsts[(int) one - 1], text)) {
        return (int) one;
      }
      slot = (slot + 1) & mask;
    }
    firsts[known] = text;
    int code = ++known;
    table[slot] = (long) hash << 32 | code;
    if (known * 2 > table.length) {
      grow();
    }
    return code;
  }

  private int start(int text) {
    return text == 0 ? 0 : ends[text - 1];
  }

  private boolean isSame(int one, int other) {
    return Arrays.equals(bytes, start(one), ends[one], bytes, start(other), ends[other]);
  }

  /// Eight bytes at a time.
  private int hash(int from, int to) {
    long hash = to - from;
    int at = from;
    for (; at + Long.BYTES <= to; at += Long.BYTES) {
      hash = (hash ^ (long) EIGHT.get(bytes, at)) * 0x9E3779B97F4A7C15L;
      hash ^= hash >>> 29;
    }
    for (; at < to; at++) {
      hash = hash * 31 + bytes[at];
    }
    return (int) (hash ^ hash >>> 32);
  }

  private static int spread(int hash) {
    return hash * 0x9E3779B9 >>> 7;
  }

  private void grow() {
    long[] old = table;
    table = new long[old.length * 4];
    int mask = table.length - 1;
    for (long one : old) {
      if (one != 0) {
        int slot = spread((int) (one >>> 32)) & mask;
        while (table[slot] != 0) {
          slot = (slot + 1) & mask;
        }
        table[slot] = one;
      }
    }
  }
}
