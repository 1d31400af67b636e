package app.stalekeys.core.bits;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// A column of texts, stored as a dictionary in order of first appearance and one code a row; code 0
/// is "no value". Immutable.
public final class TextColumn {

  private final @Nullable String[] dictionary;
  private final int[] codes;

  private TextColumn(@Nullable String[] dictionary, int[] codes) {
    this.dictionary = dictionary;
    this.codes = codes;
  }

  /// A column in which no row has a value: what stands in for a column the file does not have.
  public static TextColumn absent(int size) {
    return new TextColumn(new @Nullable String[] {null}, new int[size]);
  }

  /// @throws java.io.UncheckedIOException when the bytes are damaged
  public static TextColumn open(byte[] sealed) {
    Varints.Reader in = new Varints.Reader(sealed);
    @Nullable String[] dictionary = new @Nullable String[(int) in.number() + 1];
    for (int i = 1; i < dictionary.length; i++) {
      dictionary[i] = in.text();
    }
    int[] codes = new int[(int) in.number()];
    for (int i = 0; i < codes.length; i++) {
      codes[i] = (int) in.number();
    }
    return new TextColumn(dictionary, codes);
  }

  public int size() {
    return codes.length;
  }

  public @Nullable String at(int row) {
    return dictionary[codes[row]];
  }

  /// The row's place in the dictionary; 0 when the row has no value. Lets a scan translate each
  /// distinct text once instead of once a row.
  public int codeAt(int row) {
    return codes[row];
  }

  /// One more than the number of distinct texts: the length of a table indexed by code.
  public int codes() {
    return dictionary.length;
  }

  public @Nullable String textOf(int code) {
    return dictionary[code];
  }

  /// Collects texts and seals them. Not for use by several threads.
  public static final class Builder {
    private final Map<String, Integer> codeOf = new HashMap<>();
    private final List<String> words = new ArrayList<>();
    private int[] codes = new int[1024];
    private int size;

    public void add(@Nullable String text) {
      if (size == codes.length) {
        codes = Arrays.copyOf(codes, size * 2);
      }
      codes[size++] = text == null ? 0 : code(text);
    }

    private int code(String text) {
      Integer known = codeOf.get(text);
      if (known != null) {
        return known;
      }
      words.add(text);
      codeOf.put(text, words.size());
      return words.size();
    }

    public byte[] seal() {
      Varints.Writer out = new Varints.Writer();
      out.number(words.size());
      for (String word : words) {
        out.bytes(word.getBytes(StandardCharsets.UTF_8));
      }
      out.number(size);
      for (int i = 0; i < size; i++) {
        out.number(codes[i]);
      }
      return out.seal();
    }
  }
}
