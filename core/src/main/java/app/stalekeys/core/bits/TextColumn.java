package app.stalekeys.core.bits;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/// A column of texts, stored as a dictionary in order of first appearance and one code a row; code 0
/// is "no value". Immutable.
///
/// Small dictionaries are held as texts; of large ones, such as session ids, a text is made each time it is
/// asked for: ten million short texts as objects would weigh more than all else of an audit.
public final class TextColumn {

  /// Texts up to which a dictionary is held as objects.
  private static final int SMALL = 1 << 13;

  private final Words words;
  private final int[] codes;

  private TextColumn(Words words, int[] codes) {
    this.words = words;
    this.codes = codes;
  }

  /// A dictionary; code 0 is "no value".
  private sealed interface Words {
    @Nullable String at(int code);

    int size();

    record Held(@Nullable String[] texts) implements Words {
      @Override
      public @Nullable String at(int code) {
        return texts[code];
      }

      @Override
      public int size() {
        return texts.length;
      }
    }

    /// @param ends where each text ends in `bytes`, by code
    record Packed(byte[] bytes, int[] ends) implements Words {
      @Override
      public @Nullable String at(int code) {
        int from = code == 0 ? 0 : ends[code - 1];
        return code == 0
            ? null
            : new String(bytes, from, ends[code] - from, StandardCharsets.UTF_8);
      }

      @Override
      public int size() {
        return ends.length;
      }
    }
  }

  /// A column in which no row has a value: what stands in for a column the file does not have.
  public static TextColumn absent(int size) {
    return new TextColumn(new Words.Held(new @Nullable String[] {null}), new int[size]);
  }

  /// @throws java.io.UncheckedIOException when the bytes are damaged
  public static TextColumn open(byte[] sealed) {
    Varints.Reader in = new Varints.Reader(sealed);
    int known = (int) in.number();
    Words words = known <= SMALL ? held(in, known) : packed(in, known);
    int[] codes = new int[(int) in.number()];
    for (int i = 0; i < codes.length; i++) {
      codes[i] = (int) in.number();
    }
    return new TextColumn(words, codes);
  }

  private static Words held(Varints.Reader in, int known) {
    @Nullable String[] texts = new @Nullable String[known + 1];
    for (int i = 1; i <= known; i++) {
      texts[i] = in.text();
    }
    return new Words.Held(texts);
  }

  private static Words packed(Varints.Reader in, int known) {
    byte[] bytes = new byte[known * 16];
    int[] ends = new int[known + 1];
    for (int i = 1; i <= known; i++) {
      int length = (int) in.number();
      if (bytes.length - ends[i - 1] < length) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, ends[i - 1] + length));
      }
      in.bytes(bytes, ends[i - 1], length);
      ends[i] = ends[i - 1] + length;
    }
    return new Words.Packed(Arrays.copyOf(bytes, ends[known]), ends);
  }

  public int size() {
    return codes.length;
  }

  public @Nullable String at(int row) {
    return words.at(codes[row]);
  }

  /// The row's place in the dictionary; 0 when the row has no value. Lets a scan translate each
  /// distinct text once instead of once a row.
  public int codeAt(int row) {
    return codes[row];
  }

  /// One more than the number of texts in the dictionary: the length of a table indexed by code.
  public int codes() {
    return words.size();
  }

  public @Nullable String textOf(int code) {
    return words.at(code);
  }

  /// Collects texts and seals them. Not for use by several threads.
  ///
  /// The dictionary is an open-addressed table of codes: no object a word beside the word itself. A
  /// column in which nearly every text is new, such as session ids, gives up looking words up: a text
  /// may then stand in the dictionary more than once, which costs a few bytes and saves the table.
  public static final class Builder {
    /// Texts after which a column is judged.
    private static final int JUDGED_AFTER = 4096;

    private int[] table = new int[64];
    private String[] words = new String[16];
    private int[] hashes = new int[16];
    private int known;
    private boolean looksUp = true;
    private int[] codes = new int[64];
    private int size;

    public void add(@Nullable String text) {
      if (size == codes.length) {
        codes = Arrays.copyOf(codes, size * 2);
      }
      codes[size++] = text == null ? 0 : code(text);
    }

    private int code(String text) {
      if (!looksUp) {
        return append(text);
      }
      if (size == JUDGED_AFTER && known > JUDGED_AFTER - JUDGED_AFTER / 8) {
        looksUp = false;
        table = new int[0];
        return append(text);
      }
      int mask = table.length - 1;
      int hash = text.hashCode();
      int slot = spread(hash) & mask;
      while (table[slot] != 0) {
        int code = table[slot];
        // The hash is compared first: a word itself lies elsewhere in memory.
        if (hashes[code - 1] == hash && words[code - 1].equals(text)) {
          return code;
        }
        slot = (slot + 1) & mask;
      }
      int code = append(text);
      table[slot] = code;
      if (known * 2 > table.length) {
        grow();
      }
      return code;
    }

    private static int spread(int hash) {
      return hash * 0x9E3779B9 >>> 7;
    }

    private int append(String text) {
      if (known == words.length) {
        words = Arrays.copyOf(words, known * 2);
        hashes = Arrays.copyOf(hashes, known * 2);
      }
      hashes[known] = looksUp ? text.hashCode() : 0;
      words[known++] = text;
      return known;
    }

    private void grow() {
      table = new int[table.length * 4];
      int mask = table.length - 1;
      for (int i = 0; i < known; i++) {
        int slot = spread(hashes[i]) & mask;
        while (table[slot] != 0) {
          slot = (slot + 1) & mask;
        }
        table[slot] = i + 1;
      }
    }

    public byte[] seal() {
      Varints.Writer out = new Varints.Writer();
      out.number(known);
      for (int i = 0; i < known; i++) {
        out.bytes(words[i].getBytes(StandardCharsets.UTF_8));
      }
      out.number(size);
      for (int i = 0; i < size; i++) {
        out.number(codes[i]);
      }
      return looksUp ? out.seal() : out.sealUnique();
    }
  }
}
