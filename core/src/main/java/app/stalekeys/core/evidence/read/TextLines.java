package app.stalekeys.core.evidence.read;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;

/// Lines of a text file as they are, for showing the evidence itself.
public final class TextLines {

  private static final int LONGEST = 4000;

  /// @param number the line's number in the whole file, from 1
  /// @param text the line, cut after 4,000 letters
  public record Line(long number, String text) {}

  private TextLines() {}

  /// Reads some lines from a source that begins after `before` line ends of the file.
  ///
  /// @param from number of the first line wanted, greater than `before`
  /// @param count how many at most
  public static List<Line> read(
      ByteSource source, Charset charset, long before, long from, int count) throws IOException {
    List<Line> lines = new ArrayList<>();
    try (BufferedReader reader = open(source, charset)) {
      long number = before;
      for (String text = reader.readLine();
          text != null && lines.size() < count;
          text = reader.readLine()) {
        number++;
        if (number >= from) {
          lines.add(new Line(number, shown(number == 1 ? withoutMark(text) : text)));
        }
      }
    } catch (RefusedBytesException endless) {
      lines.add(new Line(Math.max(from, before + 1), "… a line too long to be shown"));
    }
    return lines;
  }

  /// Picks lines out of a whole text, in one walk that ends after the last of them.
  ///
  /// @param wanted numbers of lines, from 1
  /// @return the texts by number; what the file does not have is left out
  public static Map<Long, String> pick(ByteSource source, Charset charset, SortedSet<Long> wanted)
      throws IOException {
    Map<Long, String> found = new HashMap<>();
    try (BufferedReader reader = open(source, charset)) {
      long number = 0;
      for (String text = reader.readLine();
          text != null && number < wanted.last();
          text = reader.readLine()) {
        number++;
        if (wanted.contains(number)) {
          found.put(number, shown(number == 1 ? withoutMark(text) : text));
        }
      }
    } catch (RefusedBytesException endless) {
      return found;
    }
    return found;
  }

  /// A line without an end is not shown, wherever it is.
  private static BufferedReader open(ByteSource source, Charset charset) throws IOException {
    Reader text = new InputStreamReader(source.open(), charset);
    return new BufferedReader(new LineGuard(text, "", letters -> 0));
  }

  private static String withoutMark(String text) {
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  private static String shown(String text) {
    return text.length() <= LONGEST ? text : text.substring(0, LONGEST) + "…";
  }
}
