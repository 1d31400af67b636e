package app.stalekeys.core.bits;

/// One code a row in as few bytes as the number of different codes allows. Immutable; made for walks over
/// millions of rows, a block of them at a time. The three widths repeat their loops on purpose: a loop over one
/// shared accessor is several times as slow once all three are in use.
public sealed interface Codes {

  /// @param codes each from 0 to less than `different`; read up to `size`
  static Codes of(int[] codes, int size, int different) {
    if (different <= 1 << 8) {
      byte[] bytes = new byte[size];
      for (int i = 0; i < size; i++) {
        bytes[i] = (byte) codes[i];
      }
      return new InOne(bytes);
    }
    if (different <= 1 << 16) {
      char[] chars = new char[size];
      for (int i = 0; i < size; i++) {
        chars[i] = (char) codes[i];
      }
      return new InTwo(chars);
    }
    return new InFour(java.util.Arrays.copyOf(codes, size));
  }

  int at(int row);

  /// Keeps of the first `n` rows those whose code is wanted, in their order.
  ///
  /// @param wanted by code
  ///
  /// @return how many are left
  int keep(int[] rows, int n, boolean[] wanted);

  /// Marks of the first `n` rows those whose code is wanted; leaves the marks of others as they are.
  void mark(int[] rows, int n, boolean[] wanted, boolean[] marks);

  /// Adds each of the first `n` rows to `counts[code * kinds + kind of the row]`.
  ///
  /// @param kind by row
  void count(int[] rows, int n, byte[] kind, int kinds, int[] counts);

  /// Up to 256 different codes.
  record InOne(byte[] codes) implements Codes {
    @Override
    public int at(int row) {
      return codes[row] & 0xFF;
    }

    @Override
    public int keep(int[] rows, int n, boolean[] wanted) {
      int kept = 0;
      for (int i = 0; i < n; i++) {
        if (wanted[codes[rows[i]] & 0xFF]) {
          rows[kept++] = rows[i];
        }
      }
      return kept;
    }

    @Override
    public void mark(int[] rows, int n, boolean[] wanted, boolean[] marks) {
      for (int i = 0; i < n; i++) {
        marks[i] |= wanted[codes[rows[i]] & 0xFF];
      }
    }

    @Override
    public void count(int[] rows, int n, byte[] kind, int kinds, int[] counts) {
      for (int i = 0; i < n; i++) {
        counts[(codes[rows[i]] & 0xFF) * kinds + kind[rows[i]]]++;
      }
    }
  }

  /// Up to 65,536.
  record InTwo(char[] codes) implements Codes {
    @Override
    public int at(int row) {
      return codes[row];
    }

    @Override
    public int keep(int[] rows, int n, boolean[] wanted) {
      int kept = 0;
      for (int i = 0; i < n; i++) {
        if (wanted[codes[rows[i]]]) {
          rows[kept++] = rows[i];
        }
      }
      return kept;
    }

    @Override
    public void mark(int[] rows, int n, boolean[] wanted, boolean[] marks) {
      for (int i = 0; i < n; i++) {
        marks[i] |= wanted[codes[rows[i]]];
      }
    }

    @Override
    public void count(int[] rows, int n, byte[] kind, int kinds, int[] counts) {
      for (int i = 0; i < n; i++) {
        counts[codes[rows[i]] * kinds + kind[rows[i]]]++;
      }
    }
  }

  /// Any number.
  record InFour(int[] codes) implements Codes {
    @Override
    public int at(int row) {
      return codes[row];
    }

    @Override
    public int keep(int[] rows, int n, boolean[] wanted) {
      int kept = 0;
      for (int i = 0; i < n; i++) {
        if (wanted[codes[rows[i]]]) {
          rows[kept++] = rows[i];
        }
      }
      return kept;
    }

    @Override
    public void mark(int[] rows, int n, boolean[] wanted, boolean[] marks) {
      for (int i = 0; i < n; i++) {
        marks[i] |= wanted[codes[rows[i]]];
      }
    }

    @Override
    public void count(int[] rows, int n, byte[] kind, int kinds, int[] counts) {
      for (int i = 0; i < n; i++) {
        counts[codes[rows[i]] * kinds + kind[rows[i]]]++;
      }
    }
  }
}
