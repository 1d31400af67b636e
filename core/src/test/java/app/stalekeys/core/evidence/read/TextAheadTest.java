package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.stalekeys.core.source.Workers;
import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// A text that is fetched ahead is the text; what is wrong with it comes where it stands.
class TextAheadTest {

  /// Really at once.
  private static final Workers TWO =
      new Workers() {
        @Override
        public <T> Supplier<T> beside(Supplier<T> work) {
          return CompletableFuture.supplyAsync(work)::join;
        }
      };

  private static final String TEXT = text(5 << 20);

  private static String text(int length) {
    Random random = new Random(5);
    StringBuilder text = new StringBuilder(length);
    while (text.length() < length) {
      text.append((char) (' ' + random.nextInt(90))).append(random.nextInt(40) == 0 ? "\n" : "");
    }
    return text.substring(0, length);
  }

  /// Gives a few letters at a time, and fails at a place.
  private static final class Slow extends FilterReader {
    private final int failsAt;
    private final AtomicBoolean inside = new AtomicBoolean();
    private int read;
    private boolean closed;

    Slow(String text, int failsAt) {
      super(new StringReader(text));
      this.failsAt = failsAt;
    }

    @Override
    public int read(char[] buffer, int from, int length) throws IOException {
      assertThat(inside.getAndSet(true)).as("two read at once").isFalse();
      assertThat(closed).as("closed under the reader").isFalse();
      if (read == failsAt) {
        throw new IOException("cut off");
      }
      int most = Math.min(failsAt - read, 1 + (read * 31 + 7) % 60_000);
      int got = super.read(buffer, from, Math.min(length, most));
      read += Math.max(got, 0);
      inside.set(false);
      return got;
    }

    @Override
    public void close() throws IOException {
      closed = true;
      super.close();
    }
  }

  private static String read(Reader in, StringBuilder seen) throws IOException {
    char[] buffer = new char[70_000];
    Random random = new Random(9);
    for (int c = in.read(); c >= 0; c = in.read()) {
      seen.append((char) c);
      int got = in.read(buffer, 3, random.nextInt(buffer.length - 3));
      seen.append(buffer, 3, Math.max(got, 0));
    }
    return seen.toString();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 8191, 8192, 8193, (1 << 21) + 8192, 5 << 20})
  void allOfItComesInItsOrder(int length) throws IOException {
    String text = TEXT.substring(0, length);
    try (TextAhead ahead = new TextAhead(new Slow(text, Integer.MAX_VALUE), TWO)) {
      assertThat(read(ahead, new StringBuilder())).isEqualTo(text);
      assertThat(ahead.read()).isEqualTo(-1);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 100, 8192, 3_000_000})
  void aFaultComesBehindWhatStandsBeforeIt(int place) throws IOException {
    StringBuilder seen = new StringBuilder();
    try (TextAhead ahead = new TextAhead(new Slow(TEXT, place), TWO)) {
      assertThatThrownBy(() -> read(ahead, seen)).hasMessage("cut off");
    }
    assertThat(seen.toString()).isEqualTo(TEXT.substring(0, place));
  }

  @Test
  void aLookAtTheBeginningFetchesNoMoreAndClosingWaits() throws IOException {
    Slow whole = new Slow(TEXT, Integer.MAX_VALUE);
    try (TextAhead ahead = new TextAhead(whole, TWO)) {
      assertThat(ahead.read()).isEqualTo(TEXT.charAt(0));
      assertThat(whole.read).isEqualTo(8192);
    }
    Slow far = new Slow(TEXT, Integer.MAX_VALUE);
    try (TextAhead ahead = new TextAhead(far, TWO)) {
      ahead.skip(9000);
    }
    assertThat(far.closed).isTrue();
  }
}
