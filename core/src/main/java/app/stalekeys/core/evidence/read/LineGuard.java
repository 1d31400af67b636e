package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/// Ends the reading of a text whose lines never end, before a line fills the memory.
final class LineGuard extends FilterReader {

  /// Where lines end, asked for when one is too long: to count them on the way costs as much as decoding them.
  interface LineEnds {
    /// How many there are among the first letters of the text.
    long among(long letters) throws IOException;
  }

  private final String file;
  private final LineEnds ends;
  private long before;
  private int letters;

  LineGuard(Reader in, String file, LineEnds ends) {
    super(in);
    this.file = file;
    this.ends = ends;
  }

  @Override
  public int read() throws IOException {
    char[] one = new char[1];
    return read(one, 0, 1) < 0 ? -1 : one[0];
  }

  @Override
  public int read(char[] buffer, int from, int length) throws IOException {
    int got = super.read(buffer, from, length);
    if (got > 0) {
      guard(buffer, from, from + got);
    }
    return got;
  }

  private void guard(char[] buffer, int from, int to) throws IOException {
    int start = from;
    if (letters + to - from > Limits.LINE_LETTERS) {
      while (start < to && buffer[start] != '\n') {
        start++;
      }
      if (letters + start - from > Limits.LINE_LETTERS) {
        throw tooLong();
      }
    }
    // What was read at once holds no line that is too long but for the one begun before it.
    int last = to;
    while (last > start && buffer[last - 1] != '\n') {
      last--;
    }
    if (last == start) {
      letters += to - from;
    } else {
      before += letters + last - from;
      letters = to - last;
    }
  }

  private RefusedBytesException tooLong() throws IOException {
    return new RefusedBytesException(
        Issue.unusable(
            "line-too-long",
            "the line has more than %,d letters; it is no list of records, have the file made again"
                .formatted(Limits.LINE_LETTERS),
            Place.ofRow(file, ends.among(before) + 1)));
  }
}
