package app.stalekeys.server.gather;

import app.stalekeys.core.bits.Packed;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.function.IntFunction;

/// Kept pieces as one stream. Each is fetched when it is needed, by the reading thread: whoever closes it early costs
/// nothing more.
final class PieceStream extends InputStream {

  private final IntFunction<byte[]> pieces;
  private final int longest;
  private int next;
  private byte[] now = {};
  private int at;
  private boolean ended;

  /// @param pieces the packed piece of a number; empty behind the last
  /// @param longest bytes of a piece at most
  PieceStream(IntFunction<byte[]> pieces, int first, int longest) {
    this.pieces = pieces;
    this.longest = longest;
    this.next = first;
  }

  @Override
  public int read() throws IOException {
    return hasMore() ? now[at++] & 0xFF : -1;
  }

  @Override
  public int read(byte[] buffer, int from, int length) throws IOException {
    Objects.checkFromIndexSize(from, length, buffer.length);
    if (length == 0) {
      return 0;
    }
    if (!hasMore()) {
      return -1;
    }
    int got = Math.min(length, now.length - at);
    System.arraycopy(now, at, buffer, from, got);
    at += got;
    return got;
  }

  private boolean hasMore() throws IOException {
    while (at == now.length && !ended) {
      byte[] packed = pieces.apply(next++);
      ended = packed.length == 0;
      now = ended ? packed : Packed.unpack(packed, longest);
      at = 0;
    }
    return at < now.length;
  }

  @Override
  public void close() {
    ended = true;
    now = new byte[0];
    at = 0;
  }
}
