package app.stalekeys.core.bits;

import com.github.luben.zstd.Zstd;
import com.github.luben.zstd.ZstdException;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.jspecify.annotations.Nullable;

/// Bytes kept in fewer, original bytes and sealed columns alike: a frame of Zstandard (RFC 8878), which on logs is
/// three times as fast as deflating and leaves a seventh less. On a machine for which there is no build of it they are
/// deflated (RFC 1950), as earlier versions did; what lies packed is opened by what it begins with.
public final class Packed {

  /// The four bytes a frame begins with.
  private static final byte[] FRAME = {0x28, (byte) 0xB5, 0x2F, (byte) 0xFD};

  /// Higher levels cost several times the time for a few percent.
  private static final int LEVEL = 1;

  private static final boolean FRAMES_HERE = framesHere();

  private Packed() {}

  private static boolean framesHere() {
    try {
      return Zstd.compressBound(1) > 0;
    } catch (LinkageError noBuild) {
      return false;
    }
  }

  /// Packs the first `size` of the bytes.
  public static byte[] pack(byte[] bytes, int size) {
    return FRAMES_HERE ? framed(bytes, size) : deflated(bytes, size);
  }

  private static byte[] framed(byte[] bytes, int size) {
    byte[] packed = new byte[(int) Zstd.compressBound(size)];
    long length = Zstd.compressByteArray(packed, 0, packed.length, bytes, 0, size, LEVEL);
    return Arrays.copyOf(packed, (int) length);
  }

  static byte[] deflated(byte[] bytes, int size) {
    ByteArrayOutputStream out = new ByteArrayOutputStream(size / 2 + 64);
    Deflater deflater = new Deflater(Deflater.BEST_SPEED);
    try (DeflaterOutputStream deflating = new DeflaterOutputStream(out, deflater)) {
      deflating.write(bytes, 0, size);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    } finally {
      deflater.end();
    }
    return out.toByteArray();
  }

  /// @param most bytes that may have been packed
  /// @throws IOException when they are damaged, or were more
  public static byte[] unpack(byte[] packed, int most) throws IOException {
    try {
      return Arrays.mismatch(packed, FRAME) == FRAME.length
          ? opened(packed, most)
          : inflated(packed, most);
    } catch (ZstdException broken) {
      throw damaged(broken);
    }
  }

  private static byte[] opened(byte[] packed, int most) throws IOException {
    long size = Zstd.getFrameContentSize(packed);
    if (size < 0 || size > most) {
      throw damaged(null);
    }
    byte[] bytes = new byte[(int) size];
    if (Zstd.decompress(bytes, packed) != size) {
      throw damaged(null);
    }
    return bytes;
  }

  /// Columns that earlier versions sealed have their length before the block, four bytes of which the first is 0.
  private static byte[] inflated(byte[] packed, int most) throws IOException {
    int start = packed.length > 0 && packed[0] == 0 ? 4 : 0;
    ByteArrayInputStream block = new ByteArrayInputStream(packed, start, packed.length - start);
    try (InflaterInputStream in = new InflaterInputStream(block)) {
      byte[] bytes = in.readNBytes(most);
      if (in.read() >= 0) {
        throw damaged(null);
      }
      return bytes;
    }
  }

  private static IOException damaged(@Nullable Exception cause) {
    return new IOException("packed bytes are damaged", cause);
  }
}
