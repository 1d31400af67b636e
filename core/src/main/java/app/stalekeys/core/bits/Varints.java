package app.stalekeys.core.bits;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/// Variable-length integers and byte strings in a deflated block: what both column types are made of.
/// Seven bits a byte, lowest first, top bit set on all but the last (the usual LEB128 form). Bytes are
/// collected first and deflated in one go: a call of the deflater for every byte costs more than the
/// rest of reading a file.
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

    /// Some of the bytes, behind their number.
    void bytes(byte[] from, int start, int length) {
      number(length);
      room(length);
      System.arraycopy(from, start, bytes, size, length);
      size += length;
    }

    private void room(int more) {
      if (bytes.length - size < more) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, size + more));
      }
    }

    /// The length before deflating, then the block. Level 1: the dictionaries have already taken most
    /// of the redundancy out, and higher levels cost several times the time for a few percent.
    byte[] seal() {
      return seal(Deflater.DEFAULT_STRATEGY);
    }

    /// For bytes that hardly repeat, such as session ids: codes for single bytes only, which looks for no
    /// repeats and is several times as fast.
    byte[] sealUnique() {
      return seal(Deflater.HUFFMAN_ONLY);
    }

    private byte[] seal(int strategy) {
      Deflater deflater = new Deflater(Deflater.BEST_SPEED);
      deflater.setStrategy(strategy);
      deflater.setInput(bytes, 0, size);
      deflater.finish();
      byte[] sealed = new byte[size / 2 + 64];
      sealed[0] = (byte) (size >>> 24);
      sealed[1] = (byte) (size >>> 16);
      sealed[2] = (byte) (size >>> 8);
      sealed[3] = (byte) size;
      int filled = 4;
      while (!deflater.finished()) {
        if (filled == sealed.length) {
          sealed = Arrays.copyOf(sealed, sealed.length * 2);
        }
        filled += deflater.deflate(sealed, filled, sealed.length - filled);
      }
      deflater.end();
      return Arrays.copyOf(sealed, filled);
    }
  }

  /// Reads back what a writer sealed.
  static final class Reader {
    private final byte[] bytes;
    private int at;

    /// @throws UncheckedIOException when the block is damaged
    Reader(byte[] sealed) {
      bytes = inflate(sealed);
    }

    private static byte[] inflate(byte[] sealed) {
      if (sealed.length < 4) {
        throw damaged(null);
      }
      int size =
          (sealed[0] & 0xFF) << 24
              | (sealed[1] & 0xFF) << 16
              | (sealed[2] & 0xFF) << 8
              | (sealed[3] & 0xFF);
      Inflater inflater = new Inflater();
      try {
        inflater.setInput(sealed, 4, sealed.length - 4);
        byte[] bytes = new byte[Math.max(size, 0)];
        int filled = 0;
        while (filled < bytes.length && !inflater.finished() && !inflater.needsInput()) {
          filled += inflater.inflate(bytes, filled, bytes.length - filled);
        }
        if (filled != size) {
          throw damaged(null);
        }
        return bytes;
      } catch (DataFormatException broken) {
        throw damaged(broken);
      } finally {
        inflater.end();
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
      throw damaged(null);
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

    private static UncheckedIOException damaged(
        @org.jspecify.annotations.Nullable Exception cause) {
      return new UncheckedIOException(new IOException("a sealed column is damaged", cause));
    }
  }
}
