package app.stalekeys.server.gather;

import app.stalekeys.server.jobs.Jobs;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.concurrent.Future;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.zip.InflaterInputStream;
import org.jspecify.annotations.Nullable;

/// Kept pieces as one stream. Each is fetched when it is needed, by the reading thread; from the second one on the
/// next is inflated meanwhile. Whoever closes it early costs nothing more.
final class PieceStream extends InputStream {

  private final IntFunction<byte[]> pieces;
  private final Function<Callable<byte[]>, Future<byte[]>> beside;
  private final int longest;
  private final int first;
  private int next;
  private byte[] now = {};
  private int at;
  private boolean ended;
  private @Nullable Future<byte[]> ahead;

  /// @param pieces the deflated piece of a number; empty behind the last
  /// @param beside inflates while the reader goes on
  /// @param longest bytes of a piece at most
  PieceStream(
      IntFunction<byte[]> pieces,
      int first,
      int longest,
      Function<Callable<byte[]>, Future<byte[]>> beside) {
    this.pieces = pieces;
    this.beside = beside;
    this.longest = longest;
    this.first = first;
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
      Future<byte[]> begun = ahead;
      ahead = null;
      now = begun == null ? inflated(pieces.apply(next++)) : Jobs.ended(begun);
      at = 0;
      ended = now.length == 0;
      if (!ended && next > first + 1) {
        byte[] deflated = pieces.apply(next++);
        ahead = beside.apply(() -> inflated(deflated));
      }
    }
    return at < now.length;
  }

  /// Nothing of nothing.
  private byte[] inflated(byte[] deflated) throws IOException {
    if (deflated.length == 0) {
      return deflated;
    }
    try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(deflated))) {
      return in.readNBytes(longest);
    }
  }

  @Override
  public void close() {
    ended = true;
    now = new byte[0];
    at = 0;
    ahead = null;
  }
}
