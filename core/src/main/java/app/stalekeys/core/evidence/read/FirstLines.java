package app.stalekeys.core.evidence.read;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/// The beginning of a text file, cut after its last whole line: enough to show how it would be read,
/// at the same price for a file of any length.
final class FirstLines implements ByteSource {

  private final ByteSource whole;
  private final int most;

  /// @param most bytes at most; a file that is not longer is given whole
  FirstLines(ByteSource whole, int most) {
    this.whole = whole;
    this.most = most;
  }

  @Override
  public InputStream open() throws IOException {
    try (InputStream in = whole.open()) {
      byte[] start = in.readNBytes(most);
      boolean cut = start.length == most && in.read() >= 0;
      return new ByteArrayInputStream(cut ? Arrays.copyOf(start, lastLine(start)) : start);
    }
  }

  /// Where the last whole line ends; everything when there is no line end at all.
  private static int lastLine(byte[] bytes) {
    for (int i = bytes.length - 1; i > 0; i--) {
      if (bytes[i] == '\n') {
        // In UTF-16, little end first, the line end's second byte belongs to it.
        boolean wide = i + 1 < bytes.length && bytes[i + 1] == 0;
        return wide ? i + 2 : i + 1;
      }
    }
    return bytes.length;
  }
}
