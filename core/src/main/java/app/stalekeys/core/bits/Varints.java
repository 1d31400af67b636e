package app.stalekeys.core.bits;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;

/// Variable-length integers and byte strings in a packed block: what both column types are made of.
/// Seven bits a byte, lowest first, top bit set on all but the last (the usual LEB128 form). Bytes are
/// collected first and packed in one go.
final class Varints {

  private Varints() {}

  /// Collects bytes and seals them.
  static final class Writer {
    private byte[] bytes;
    private int size;

    /// @param expected about how many bytes will be written
    Writer(int expected) {
      bytes = new byte[expected + 64];
    }

    void number(long value) {
      room(10);
      if ((value & ~0x7FL) == 0) {
        bytes[size++] = (byte) value;
        return;
      }
      long rest = value;
      while ((rest & ~0x7FL) != 0) {
        bytes[size++] = (byte) ((rest & 0x7F) | 0x80);
        rest >>>= 7;
      }
      bytes[size++] = (byte) rest;
    }

    /// Some of the bytes.
    void bytes(byte[] from, int start, int length) {
      room(length);
      System.arraycopy(from, start, bytes, size, length);
      size += length;
    }

    private void room(int more) {
      if (bytes.length - size < more) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, size + more));
      }
    }

    byte[] seal() {
      return Packed.pack(bytes, size);
    }
  }

  /// Reads back what a writer sealed.
  static final class Reader {
    /// The longest array.
    private static final int MOST = Integer.MAX_VALUE - 8;

    private final byte[] bytes;
    private int at;

    /// @throws UncheckedIOException when the block is damaged
    Reader(byte[] sealed) {
      try {
        bytes = Packed.unpack(sealed, MOST);
      } catch (IOException damaged) {
        throw new UncheckedIOException(damaged);
      }
    }

    long number() {
      long value = 0;
      for (int shift = 0; shift < 64; shift += 7) {
        byte next = bytes[at++];
        value |= (long) (next & 0x7F) << shift;
        if (next >= 0) {
          return value;
        }
      }
      throw new UncheckedIOException(new IOException("a sealed column is damaged"));
    }

    /// The next byte string as UTF-8.
    String text() {
      int length = (int) number();
      String text = new String(bytes, at, length, java.nio.charset.StandardCharsets.UTF_8);
      at += length;
      return text;
    }

    /// The next `length` bytes, to where they are wanted.
    void bytes(byte[] into, int from, int length) {
      System.arraycopy(bytes, at, into, from, length);
      at += length;
    }
  }
}
