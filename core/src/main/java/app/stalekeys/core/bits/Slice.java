package app.stalekeys.core.bits;

import java.util.Arrays;

/// A text that is part of an array of letters, moved from one to the next: texts that are only looked at need not be
/// made. It says what the array says, so it holds as long as that is left alone.
public final class Slice implements CharSequence {

  private char[] letters = {};
  private int from;
  private int to;

  public void move(char[] array, int start, int end) {
    letters = array;
    from = start;
    to = end;
  }

  /// Leaves letters out at both ends.
  public void narrow(int atStart, int atEnd) {
    from += atStart;
    to -= atEnd;
  }

  /// Whether the letters from there on are those.
  public boolean hasAt(int index, char[] others) {
    int start = from + index;
    return index >= 0
        && to - start >= others.length
        && Arrays.equals(letters, start, start + others.length, others, 0, others.length);
  }

  char[] letters() {
    return letters;
  }

  int from() {
    return from;
  }

  @Override
  public int length() {
    return to - from;
  }

  @Override
  public char charAt(int index) {
    return letters[from + index];
  }

  @Override
  public String subSequence(int start, int end) {
    return new String(letters, from + start, end - start);
  }

  @Override
  public String toString() {
    return new String(letters, from, to - from);
  }
}
