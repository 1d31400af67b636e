package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.RawRecord;
import java.util.Arrays;

/// The texts of one column's cells, each made once and numbered from 0: in a log the same few stand in nearly every
/// row, and whoever meets one again need not look at its letters. A column with many of them gives up: to find one
/// among thousands takes longer than to make it anew. Not for use by several threads.
///
/// The letters of all texts lie in one array, so that comparing touches no object.
final class CellTexts {

  /// Texts of a column that does not give up: what a processor's nearest memory holds.
  private static final int MOST = 4096;

  private static final int LONGEST = 256;

  /// Open-addressed: tokens from 1, a power of two, at most half full.
  private int[] table = new int[64];

  private int[] hashes = new int[16];
  private int[] ends = new int[16];
  private String[] texts = new String[16];
  private char[] arena = new char[256];
  private int kept;

  /// The token met last: the next row often says the same.
  private int last;

  private boolean keeps = true;

  /// The text's number, [RawRecord#NO_TOKEN] when it is not kept.
  int token(char[] letters, int from, int length) {
    if (!keeps || length > LONGEST) {
      return RawRecord.NO_TOKEN;
    }
    if (last < kept && isSame(last, letters, from, length)) {
      return last;
    }
    int hash = hash(letters, from, length);
    int mask = table.length - 1;
    int slot = spread(hash) & mask;
    for (int found = table[slot]; found != 0; found = table[slot]) {
      if (hashes[found - 1] == hash && isSame(found - 1, letters, from, length)) {
        last = found - 1;
        return last;
      }
      slot = (slot + 1) & mask;
    }
    return keep(hash, slot, letters, from, length);
  }

  /// The text of a token.
  String text(int token) {
    return texts[token];
  }

  private int keep(int hash, int slot, char[] letters, int from, int length) {
    if (kept == MOST) {
      keeps = false;
      return RawRecord.NO_TOKEN;
    }
    if (kept == texts.length) {
      hashes = Arrays.copyOf(hashes, kept * 2);
      ends = Arrays.copyOf(ends, kept * 2);
      texts = Arrays.copyOf(texts, kept * 2);
    }
    int start = kept == 0 ? 0 : ends[kept - 1];
    if (arena.length - start < length) {
      arena = Arrays.copyOf(arena, arena.length * 2 + length);
    }
    System.arraycopy(letters, from, arena, start, length);
    hashes[kept] = hash;
    ends[kept] = start + length;
    texts[kept] = new String(letters, from, length);
    table[slot] = ++kept;
    if (kept * 2 > table.length) {
      grow();
    }
    return kept - 1;
  }

  private void grow() {
    table = new int[table.length * 4];
    int mask = table.length - 1;
    for (int i = 0; i < kept; i++) {
      int slot = spread(hashes[i]) & mask;
      while (table[slot] != 0) {
        slot = (slot + 1) & mask;
      }
      table[slot] = i + 1;
    }
  }

  private static int hash(char[] letters, int from, int length) {
    int hash = 0;
    for (int i = from; i < from + length; i++) {
      hash = 31 * hash + letters[i];
    }
    return hash;
  }

  private static int spread(int hash) {
    return hash * 0x9E3779B9 >>> 7;
  }

  private boolean isSame(int token, char[] letters, int from, int length) {
    int start = token == 0 ? 0 : ends[token - 1];
    return Arrays.equals(arena, start, ends[token], letters, from, from + length);
  }
}
