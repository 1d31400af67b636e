package app.stalekeys.core.bits;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/// Variable-length integers inside a deflated block: the bytes both column types share. Seven bits a
/// byte, lowest first, top bit set on all but the last (the usual LEB128 form).
final class Varints {

  interface Writing {
    void to(DataOutputStream out) throws IOException;
  }

  interface ReadingOf<T> {
    T from(DataInputStream in) throws IOException;
  }

  private Varints() {}

  /// Deflates at level 1: the dictionaries have already taken most of the redundancy out, and
  /// higher levels cost several times the time for a few percent.
  static byte[] seal(Writing writing) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Deflater deflater = new Deflater(Deflater.BEST_SPEED);
    try (DataOutputStream out =
        new DataOutputStream(new DeflaterOutputStream(bytes, deflater, 8192))) {
      writing.to(out);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    } finally {
      deflater.end();
    }
    return bytes.toByteArray();
  }

  /// @throws UncheckedIOException when the bytes are not what `seal` wrote
  static <T> T open(byte[] sealed, ReadingOf<T> reading) {
    try (DataInputStream in =
        new DataInputStream(
            new java.io.BufferedInputStream(
                new InflaterInputStream(new ByteArrayInputStream(sealed)), 8192))) {
      return reading.from(in);
    } catch (IOException damaged) {
      throw new UncheckedIOException("a sealed column is damaged", damaged);
    }
  }

  static void write(DataOutputStream out, long value) throws IOException {
    long rest = value;
    while ((rest & ~0x7FL) != 0) {
      out.writeByte((int) ((rest & 0x7F) | 0x80));
      rest >>>= 7;
    }
    out.writeByte((int) rest);
  }

  static long read(DataInputStream in) throws IOException {
    long value = 0;
    for (int shift = 0; shift < 64; shift += 7) {
      int next = in.readUnsignedByte();
      value |= (long) (next & 0x7F) << shift;
      if ((next & 0x80) == 0) {
        return value;
      }
    }
    throw new IOException("a number of more than 64 bits");
  }
}
