package app.stalekeys.core.evidence;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/// A pattern such as `dd.MM.yyyy` or `M/d/yy h:mm a`, in the letters that `java.time` documents, read
/// strictly: 31 February is no day. Ours rather than the JDK's formatter because a log has millions
/// of such cells and a failed cell must be a value, not an exception.
///
/// Letters: `y` year (`yy` = 2000 to 2099), `M` month (three = English name), `d` day, `H` hour, `h`
/// hour of a half day with `a`, `m`, `s`, `S` fraction, `X`, `x` or `Z` offset; text in single quotes
/// and any other sign stand for themselves. A time behind the day is read whether named or not.
public final class MomentPattern {

  private static final List<String> MONTHS =
      List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");

  private sealed interface Part permits Number, Month, HalfDay, Offset, Sign {}

  /// @param width exact number of digits when the next part is a number too, else 0
  private record Number(char letter, int letters, int width) implements Part {}

  private record Month() implements Part {}

  private record HalfDay() implements Part {}

  private record Offset() implements Part {}

  private record Sign(char sign) implements Part {}

  private final String text;
  private final List<Part> parts;
  private final boolean namesTime;
  private final boolean namesDay;

  private MomentPattern(String text, List<Part> parts) {
    this.text = text;
    this.parts = parts;
    this.namesTime = names(parts, "Hh");
    this.namesDay = names(parts, "y") && names(parts, "d");
  }

  private static boolean names(List<Part> parts, String letters) {
    return parts.stream()
        .anyMatch(part -> part instanceof Number n && letters.indexOf(n.letter) >= 0);
  }

  /// @throws IllegalArgumentException when a letter has no meaning here; the message is a sentence
  public static MomentPattern of(String text) {
    List<Part> parts = new ArrayList<>();
    int i = 0;
    while (i < text.length()) {
      char c = text.charAt(i);
      int run = i;
      while (run < text.length() && text.charAt(run) == c) {
        run++;
      }
      if (c == '\'') {
        int close = text.indexOf('\'', i + 1);
        if (close < 0) {
          throw new IllegalArgumentException("a quote in the pattern does not close");
        }
        text.substring(i + 1, close).chars().forEach(sign -> parts.add(new Sign((char) sign)));
        i = close + 1;
      } else {
        addRun(parts, c, run - i);
        i = run;
      }
    }
    return new MomentPattern(text, fixWidths(parts));
  }

  private static void addRun(List<Part> parts, char c, int letters) {
    switch (c) {
      case 'y', 'u' -> parts.add(new Number('y', letters, 0));
      case 'M', 'L' -> parts.add(letters >= 3 ? new Month() : new Number('M', letters, 0));
      case 'd', 'H', 'h', 'm', 's', 'S' -> parts.add(new Number(c, letters, 0));
      case 'a' -> parts.add(new HalfDay());
      case 'X', 'x', 'Z' -> parts.add(new Offset());
      default -> {
        if (Character.isLetter(c) && c != 'T') {
          throw new IllegalArgumentException(
              "the letter " + c + " has no meaning in a date pattern; use y M d H h m s S a X");
        }
        for (int n = 0; n < letters; n++) {
          parts.add(new Sign(c));
        }
      }
    }
  }

  /// Numbers that touch have no sign between them, so each takes exactly its letters' width.
  private static List<Part> fixWidths(List<Part> parts) {
    List<Part> fixed = new ArrayList<>(parts);
    for (int i = 0; i + 1 < fixed.size(); i++) {
      if (fixed.get(i) instanceof Number a && fixed.get(i + 1) instanceof Number b) {
        fixed.set(i, new Number(a.letter, a.letters, a.letters));
        fixed.set(i + 1, new Number(b.letter, b.letters, b.letters));
      }
    }
    return List.copyOf(fixed);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof MomentPattern that && text.equals(that.text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }

  @Override
  public String toString() {
    return text;
  }

  /// The pattern as it was declared.
  public String text() {
    return text;
  }

  public boolean namesDay() {
    return namesDay;
  }

  /// A pattern of this day followed by that time, for files that declare the two apart.
  public MomentPattern followedBy(MomentPattern time) {
    return of(text + " " + time.text);
  }

  /// The moment, or null when the text does not fit the pattern or names a day that does not exist.
  public @Nullable Moment parse(String cell) {
    Scanner scanner = new Scanner(cell);
    for (Part part : parts) {
      if (namesTime && scanner.atEnd() && scanner.hasDay()) {
        break; // the pattern names a time, the cell has a day only
      }
      if (!scanner.take(part)) {
        return null;
      }
    }
    return scanner.finish(namesTime);
  }

  /// Walks over one cell. Fields keep −1 until they are seen.
  private static final class Scanner {
    private final String cell;
    private int at;
    private int year = -1;
    private int month = -1;
    private int day = -1;
    private int hour = -1;
    private int minute;
    private int second;
    private int nanos;
    private int halfDay = -1;
    private @Nullable ZoneOffset offset;

    Scanner(String cell) {
      this.cell = cell;
    }

    boolean atEnd() {
      return at >= cell.length();
    }

    boolean hasDay() {
      return year >= 0 && month >= 0 && day >= 0;
    }

    boolean take(Part part) {
      return switch (part) {
        case Sign sign -> takeSign(sign.sign);
        case Month month -> takeMonth();
        case HalfDay half -> takeHalfDay();
        case Offset zone -> takeOffset();
        case Number number -> takeNumber(number);
      };
    }

    private boolean takeSign(char sign) {
      if (atEnd()) {
        return false;
      }
      char c = cell.charAt(at);
      boolean fits = c == sign || (sign == 'T' && c == ' ') || (sign == ' ' && c == 'T');
      if (fits) {
        at++;
      }
      return fits;
    }

    private boolean takeNumber(Number number) {
      if (number.letter == 'S') {
        return takeFraction();
      }
      int most = number.width > 0 ? number.width : number.letter == 'y' ? number.letters : 2;
      int start = at;
      int value = digits(most);
      int taken = at - start;
      boolean exact = number.width > 0 || number.letter == 'y';
      if (taken == 0 || (exact && taken != most)) {
        return false;
      }
      put(number.letter, number.letter == 'y' && taken == 2 ? 2000 + value : value);
      return true;
    }

    private void put(char letter, int value) {
      switch (letter) {
        case 'y' -> year = value;
        case 'M' -> month = value;
        case 'd' -> day = value;
        case 'H', 'h' -> hour = value;
        case 'm' -> minute = value;
        default -> second = value;
      }
    }

    private int digits(int most) {
      int value = 0;
      int end = Math.min(cell.length(), at + most);
      while (at < end && cell.charAt(at) >= '0' && cell.charAt(at) <= '9') {
        value = value * 10 + (cell.charAt(at++) - '0');
      }
      return value;
    }

    private boolean takeFraction() {
      int start = at;
      int value = digits(9);
      int taken = at - start;
      for (int n = taken; n < 9; n++) {
        value *= 10;
      }
      nanos = value;
      return taken > 0;
    }

    private boolean takeMonth() {
      int start = at;
      while (!atEnd() && Character.isLetter(cell.charAt(at))) {
        at++;
      }
      String name = cell.substring(start, at).toLowerCase(Locale.ROOT);
      month = name.length() < 3 ? 0 : MONTHS.indexOf(name.substring(0, 3)) + 1;
      if (!atEnd() && cell.charAt(at) == '.') {
        at++; // an abbreviation's full stop
      }
      return month > 0;
    }

    private boolean takeHalfDay() {
      if (at + 2 > cell.length()) {
        return false;
      }
      String half = cell.substring(at, at + 2).toLowerCase(Locale.ROOT);
      halfDay = half.equals("am") ? 0 : half.equals("pm") ? 1 : -1;
      at += 2;
      return halfDay >= 0;
    }

    private boolean takeOffset() {
      if (atEnd()) {
        return false;
      }
      char c = cell.charAt(at);
      if (c == 'Z' || c == 'z') {
        at++;
        offset = ZoneOffset.UTC;
        return true;
      }
      if (c != '+' && c != '-') {
        return false;
      }
      at++;
      int start = at;
      int hours = digits(2);
      if (at - start != 2) {
        return false;
      }
      if (!atEnd() && cell.charAt(at) == ':') {
        at++;
      }
      int minutes = digits(2);
      if (hours > 18 || minutes > 59) {
        return false;
      }
      int sign = c == '-' ? -1 : 1;
      offset = ZoneOffset.ofTotalSeconds(sign * Math.min(hours * 3600 + minutes * 60, 18 * 3600));
      return true;
    }

    /// Reads what may stand behind the pattern (a time, an offset) and builds the moment.
    @Nullable Moment finish(boolean patternNamesTime) {
      if (!patternNamesTime && !atEnd() && !takeTrailingTime()) {
        return null;
      }
      if (!atEnd() && hour >= 0) {
        takeSign(' ');
        if (offset != null || !takeOffset()) {
          return null;
        }
      }
      return atEnd() ? build() : null;
    }

    private boolean takeTrailingTime() {
      if (!takeSign('T')) {
        return false;
      }
      boolean hourAndMinute =
          takeNumber(new Number('H', 2, 0)) && takeSign(':') && takeNumber(new Number('m', 2, 0));
      if (!hourAndMinute) {
        return false;
      }
      if (!atEnd() && cell.charAt(at) == ':') {
        at++;
        if (!takeNumber(new Number('s', 2, 0))) {
          return false;
        }
        if (!atEnd() && (cell.charAt(at) == '.' || cell.charAt(at) == ',')) {
          at++;
          return takeFraction();
        }
      }
      return true;
    }

    private @Nullable Moment build() {
      try {
        LocalDate date = LocalDate.of(year, month, day);
        if (hour < 0) {
          return new Moment(date, null, null);
        }
        return new Moment(date, LocalTime.of(hourOfDay(), minute, second, nanos), offset);
      } catch (DateTimeException noSuchMoment) {
        return null;
      }
    }

    private int hourOfDay() {
      if (halfDay < 0) {
        return hour;
      }
      if (hour < 1 || hour > 12) {
        return -1; // 13 pm is no hour; LocalTime refuses it
      }
      return hour % 12 + 12 * halfDay;
    }
  }
}
