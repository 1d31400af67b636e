package app.stalekeys.server.watches;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import org.jspecify.annotations.Nullable;

/// Messages out of a stream of syslog, as RFC 6587 frames them: a length before each, or a line feed after each.
/// A read that runs into a timeout loses nothing: what has come so far is kept for the next call.
final class Frames {

  private enum State {
    BETWEEN,
    COUNT,
    COUNTED,
    LINE
  }

  private final InputStream in;
  private final int longest;
  private final ByteArrayOutputStream message = new ByteArrayOutputStream();
  private State state = State.BETWEEN;

  /// Bytes of a counted message that are still to come.
  private int missing;

  Frames(InputStream in, int longest) {
    this.in = in;
    this.longest = longest;
  }

  /// The next message without its frame, on one line; null at the end of the stream.
  ///
  /// @throws IOException when a message is longer than allowed, or the stream breaks
  byte @Nullable [] next() throws IOException {
    for (int next = in.read(); next >= 0; next = in.read()) {
      if (isWhole(next)) {
        return take();
      }
      if (message.size() > longest || missing > longest) {
        throw new IOException("a message is longer than %,d bytes".formatted(longest));
      }
    }
    return message.size() > 0 && state != State.COUNT ? take() : null;
  }

  /// Takes one byte; true when it ended a message.
  private boolean isWhole(int next) {
    switch (state) {
      case BETWEEN -> {
        if (next >= '1' && next <= '9') {
          state = State.COUNT;
          missing = next - '0';
          message.write(next);
        } else if (next != '\n' && next != '\r') {
          state = State.LINE;
          message.write(next);
        }
      }
      case COUNT -> {
        if (next == ' ') {
          state = State.COUNTED;
          message.reset();
        } else if (next >= '0' && next <= '9' && missing <= longest) {
          missing = missing * 10 + next - '0';
          message.write(next);
        } else {
          // No count after all: a line that begins with a digit.
          missing = 0;
          state = State.LINE;
          message.write(next);
        }
      }
      case COUNTED -> {
        message.write(next == '\n' || next == '\r' ? ' ' : next);
        missing--;
        return missing == 0;
      }
      case LINE -> {
        if (next == '\n') {
          return true;
        }
        message.write(next);
      }
    }
    return false;
  }

  private byte[] take() {
    byte[] whole = message.toByteArray();
    message.reset();
    missing = 0;
    state = State.BETWEEN;
    return whole;
  }
}
