package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Workers;
import java.io.IOException;
import java.io.Reader;
import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/// A text of which the next block is fetched and decoded while one is read. Nothing is fetched ahead of the first
/// block, which is short: a look at the beginning of a file costs no more than that. Read by one thread at a time.
final class TextAhead extends Reader {

  private static final int FIRST_BLOCK = 1 << 13;
  private static final int BLOCK = 1 << 21;

  private final Reader in;
  private final Workers workers;
  private Block now;
  private Block other;
  private @Nullable Supplier<Block> begun;
  private int at;

  /// Closes the text with itself.
  TextAhead(Reader in, Workers workers) {
    this.in = in;
    this.workers = workers;
    this.now = new Block().filled(in, FIRST_BLOCK);
    this.other = new Block();
  }

  @Override
  public int read() throws IOException {
    return hasMore() ? now.letters[at++] : -1;
  }

  @Override
  public int read(char[] buffer, int from, int length) throws IOException {
    Objects.checkFromIndexSize(from, length, buffer.length);
    if (length == 0) {
      return 0;
    }
    if (!hasMore()) {
      return -1;
    }
    int got = Math.min(length, now.size - at);
    System.arraycopy(now.letters, at, buffer, from, got);
    at += got;
    return got;
  }

  private boolean hasMore() throws IOException {
    while (at == now.size) {
      if (now.failure != null) {
        throw now.failure;
      }
      if (now.isLast) {
        return false;
      }
      turn();
    }
    return true;
  }

  /// Goes on with the other block, and has the one that was used up filled again.
  private void turn() {
    Block usedUp = now;
    now = begun == null ? other.filled(in, BLOCK) : begun.get();
    other = usedUp;
    at = 0;
    begun = now.isLast ? null : workers.beside(() -> usedUp.filled(in, BLOCK));
  }

  /// Waits for what is being fetched: the text must not be closed under it.
  @Override
  public void close() throws IOException {
    if (begun != null) {
      other = begun.get();
      begun = null;
    }
    in.close();
  }

  private static final class Block {
    private char[] letters = {};
    private int size;
    private boolean isLast;

    /// What ended the text instead of its end; what came before it is still read.
    private @Nullable IOException failure;

    Block filled(Reader in, int most) {
      if (letters.length < most) {
        letters = new char[most];
      }
      size = 0;
      try {
        while (size < most && !isLast) {
          int got = in.read(letters, size, most - size);
          isLast = got < 0;
          size += Math.max(got, 0);
        }
      } catch (IOException failed) {
        failure = failed;
        isLast = true;
      }
      return this;
    }
  }
}
