package app.stalekeys.core.bits;

import java.util.Arrays;

/// A column of whole numbers (row numbers, epoch milliseconds, days), stored as differences between
/// neighbours, so that a log in order of time takes one or two bytes a row. Immutable.
public final class LongColumn {

  /// Stands for "no value". Never a valid number in our facts.
  public static final long ABSENT = Long.MIN_VALUE;

  private final long[] values;

  private LongColumn(long[] values) {
    this.values = values;
  }

  /// @throws java.io.UncheckedIOException when the bytes are damaged
  public static LongColumn open(byte[] sealed) {
    Varints.Reader in = new Varints.Reader(sealed);
    long[] values = new long[(int) in.number()];
    long previous = 0;
    for (int i = 0; i < values.length; i++) {
      long zigzag = in.number();
      // 0 is kept for ABSENT, so present differences are shifted up by one.
      if (zigzag == 0) {
        values[i] = ABSENT;
      } else {
        long code = zigzag - 1;
        previous += (code >>> 1) ^ -(code & 1);
        values[i] = previous;
      }
    }
    return new LongColumn(values);
  }

  public int size() {
    return values.length;
  }

  public long at(int row) {
    return values[row];
  }

  /// Collects values and seals them. Not for use by several threads.
  public static final class Builder {
    private long[] values;
    private int size;

    public Builder() {
      this(1024);
    }

    private Builder(int rows) {
      values = new long[rows];
    }

    /// An empty one with the room that this one came to need.
    public Builder another() {
      return new Builder(values.length);
    }

    public void add(long value) {
      if (size == values.length) {
        values = Arrays.copyOf(values, size * 2);
      }
      values[size++] = value;
    }

    public byte[] seal() {
      Varints.Writer out = new Varints.Writer(2 * size);
      out.number(size);
      long previous = 0;
      for (int i = 0; i < size; i++) {
        if (values[i] == ABSENT) {
          out.number(0);
        } else {
          long difference = values[i] - previous;
          out.number(((difference << 1) ^ (difference >> 63)) + 1);
          previous = values[i];
        }
      }
      return out.seal();
    }
  }
}
