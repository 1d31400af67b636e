package app.stalekeys.core.evidence;

import java.time.LocalDate;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/// Texts and days that exports write where there is no date. An empty cell is one of them.
public final class NeverWords {

  /// Written by programs that count from that day, or that have no other way to say "no end".
  private static final Set<LocalDate> DAYS =
      Set.of(LocalDate.of(1900, 1, 1), LocalDate.of(1601, 1, 1), LocalDate.of(9999, 12, 31));

  /// The largest count of 100-ns ticks: "does not expire".
  private static final String END_OF_TICKS = "9223372036854775807";

  private static final List<String> WORDS = List.of("", "-", "n/a", "never", END_OF_TICKS);

  private final Set<String> words = new HashSet<>(WORDS);

  /// The lengths that words have: nearly every date is none by its length alone.
  private final BitSet lengths = new BitSet();

  /// @param declared the audit file's own words, compared without regard to case
  public NeverWords(List<String> declared) {
    declared.forEach(word -> words.add(word.strip().toLowerCase(Locale.ROOT)));
    words.forEach(word -> lengths.set(word.length()));
  }

  /// Whether the cell's text means "never". All zeros, with or without punctuation, do.
  public boolean contains(CharSequence text) {
    return (lengths.get(text.length()) && words.contains(text.toString().toLowerCase(Locale.ROOT)))
        || isZeros(text);
  }

  public static boolean contains(LocalDate day) {
    return DAYS.contains(day);
  }

  private static boolean isZeros(CharSequence text) {
    boolean zero = false;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '0') {
        zero = true;
      } else if (c > '0' && c <= '9' || ".-/: T".indexOf(c) < 0) {
        return false;
      }
    }
    return zero;
  }
}
