package app.stalekeys.core.signin;

import app.stalekeys.core.bits.Codes;
import app.stalekeys.core.bits.TextColumn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/// What the attempts of all logs say in one respect: a dictionary over all files and one code a row. Code 0 is
/// "not said".
///
/// @param texts by code; the first is empty
public record TimelineColumn(Codes codes, List<String> texts) {

  static final int KINDS = Outcome.values().length;

  /// The codes of the texts that are wanted.
  public BitSet codesOf(Predicate<String> wanted) {
    BitSet found = new BitSet(texts.size());
    for (int code = 0; code < texts.size(); code++) {
      if (wanted.test(texts.get(code))) {
        found.set(code);
      }
    }
    return found;
  }

  BitSet codesOf(Set<String> wanted) {
    return codesOf(wanted::contains);
  }

  /// @param word in lower case
  BitSet codesWith(String word) {
    return codesOf(text -> text.toLowerCase(Locale.ROOT).contains(word));
  }

  /// Collects the stretches of all logs, in their order. Not for use by several threads.
  static final class Builder {
    private final Map<String, Integer> known = new HashMap<>();
    private final List<String> texts = new ArrayList<>(List.of(""));
    private int[] codes = new int[1 << 12];
    private int size;

    /// @param page null where the log does not say it
    void add(@org.jspecify.annotations.Nullable TextColumn page, int from, int rows) {
      if (page == null) {
        room(from + rows);
        size = from + rows;
        return;
      }
      int[] translated = new int[page.codes()];
      for (int code = 1; code < translated.length; code++) {
        translated[code] = code(String.valueOf(page.textOf(code)));
      }
      room(from + rows);
      for (int row = 0; row < rows; row++) {
        codes[from + row] = translated[page.codeAt(row)];
      }
      size = from + rows;
    }

    int code(String text) {
      Integer code = text.isEmpty() ? Integer.valueOf(0) : known.get(text);
      if (code == null) {
        code = texts.size();
        known.put(text, code);
        texts.add(text);
      }
      return code;
    }

    private void room(int wanted) {
      if (wanted > codes.length) {
        codes = Arrays.copyOf(codes, Math.max(wanted, codes.length * 2));
      }
    }

    boolean isEmpty() {
      return texts.size() == 1;
    }

    /// @param order which collected row stands where; null when they stand in order
    TimelineColumn seal(int @org.jspecify.annotations.Nullable [] order) {
      int[] sorted = codes;
      if (order != null) {
        sorted = new int[size];
        for (int i = 0; i < size; i++) {
          sorted[i] = codes[order[i]];
        }
      }
      return new TimelineColumn(Codes.of(sorted, size, texts.size()), List.copyOf(texts));
    }
  }
}
