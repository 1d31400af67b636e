package app.stalekeys.core.match;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// A name as its parts, without case, accents and punctuation, so that two spellings of one name are
/// alike.
record NameParts(List<String> parts) {

  /// Letters that no decomposition turns into plain ones.
  private static final Map<Character, String> PLAIN =
      Map.ofEntries(
          Map.entry('ø', "o"),
          Map.entry('æ', "ae"),
          Map.entry('œ', "oe"),
          Map.entry('ð', "d"),
          Map.entry('đ', "d"),
          Map.entry('þ', "th"),
          Map.entry('ß', "ss"),
          Map.entry('ł', "l"),
          Map.entry('ı', "i"));

  NameParts {
    parts = List.copyOf(parts);
  }

  static NameParts of(String name) {
    String lower = Normalizer.normalize(name.toLowerCase(Locale.ROOT), Normalizer.Form.NFD);
    List<String> parts = new ArrayList<>();
    StringBuilder part = new StringBuilder();
    for (int i = 0; i < lower.length(); i++) {
      char c = lower.charAt(i);
      if (Character.isLetterOrDigit(c)) {
        part.append(PLAIN.getOrDefault(c, String.valueOf(c)));
      } else if (Character.getType(c) != Character.NON_SPACING_MARK && !part.isEmpty()) {
        parts.add(part.toString());
        part.setLength(0);
      }
    }
    if (!part.isEmpty()) {
      parts.add(part.toString());
    }
    return new NameParts(parts);
  }

  boolean isEmpty() {
    return parts.isEmpty();
  }

  String last() {
    return parts.getLast();
  }

  String first() {
    return parts.getFirst();
  }

  /// The same parts in one order for all.
  List<String> sorted() {
    return parts.stream().sorted().toList();
  }

  /// Whether the shorter name's parts are all parts of the longer one, or first letters of them, with at
  /// least one whole part: `A. Holm` and `Anna Maria Holm`.
  boolean abbreviates(NameParts longer) {
    if (parts.size() > longer.parts.size() || parts.size() < 2) {
      return false;
    }
    List<String> left = new ArrayList<>(longer.parts);
    boolean whole = false;
    for (String part : parts) {
      if (left.remove(part)) {
        whole = true;
      } else if (part.length() != 1 || !removeStarting(left, part)) {
        return false;
      }
    }
    return whole;
  }

  private static boolean removeStarting(List<String> names, String letter) {
    for (String name : names) {
      if (name.startsWith(letter)) {
        return names.remove(name);
      }
    }
    return false;
  }

  /// Letters that differ when the parts are laid side by side in order; many when their number differs.
  int lettersApart(NameParts other) {
    if (parts.size() != other.parts.size()) {
      return Integer.MAX_VALUE;
    }
    int apart = 0;
    for (int i = 0; i < parts.size(); i++) {
      apart += distance(parts.get(i), other.parts.get(i));
    }
    return apart;
  }

  /// The least number of letters put in, taken out or changed that makes one word the other.
  private static int distance(String one, String other) {
    int[] row = new int[other.length() + 1];
    for (int j = 0; j <= other.length(); j++) {
      row[j] = j;
    }
    for (int i = 1; i <= one.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= other.length(); j++) {
        int kept = diagonal + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1);
        diagonal = row[j];
        row[j] = Math.min(kept, Math.min(row[j], row[j - 1]) + 1);
      }
    }
    return row[other.length()];
  }
}
