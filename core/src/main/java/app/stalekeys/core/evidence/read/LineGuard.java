package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/// Ends the reading of a text whose lines never end, before a line fills the memory.
final class LineGuard extends FilterReader {

  private final String file;
  private long line = 1;
  private int letters;

  LineGuard(Reader in, String file) {
    super(in);
    this.file = file;
  }

  @Override
  public int read() throws IOException {
    char[] one = new char[1];
    return read(one, 0, 1) < 0 ? -1 : one[0];
  }

  @Override
  public int read(char[] buffer, int from, int length) throws IOException {
    int got = super.read(buffer, from, length);
    if (got <= 0) {
      return got;
    }
    if (letters + got <= Limits.LINE_LETTERS) {
      count(buffer, from, from + got);
    } else {
      guard(buffer, from, from + got);
    }
    return got;
  }

  /// Where no line can be too long, which is nearly always: no branch a letter.
  private void count(char[] buffer, int from, int to) {
    int ends = 0;
    for (int i = from; i < to; i++) {
      ends += buffer[i] == '\n' ? 1 : 0;
    }
    line += ends;
    int last = to;
    while (last > from && buffer[last - 1] != '\n') {
      last--;
    }
    letters = last == from ? letters + to - from : to - last;
  }

  private void guard(char[] buffer, int from, int to) throws IOException {
    for (int i = from; i < to; i++) {
      if (buffer[i] == '\n') {
        line++;
        letters = 0;
      } else if (++letters > Limits.LINE_LETTERS) {
        throw new RefusedBytesException(
            Issue.unusable(
                "line-too-long",
                "the line has more than %,d letters; it is no list of records, have the file made again"
                    .formatted(Limits.LINE_LETTERS),
                Place.ofRow(file, line)));
      }
    }
  }
}
