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
  /// The dictionary is an open-addressed table of codes over one array of bytes: a text itself is held by nothing.
  /// A column in which nearly every text is new, such as session ids, gives up looking texts up: one may then stand
  /// in the dictionary more than once, which costs a few bytes and saves the table.
  public static final class Builder {
    /// Texts after which a column is judged.
    private static final int JUDGED_AFTER = 4096;

    private int[] table = new int[64];

    /// The texts as UTF-8, one behind the other, and where each ends.
    private byte[] bytes = new byte[256];

    private int[] ends = new int[16];
    private int[] hashes = new int[16];
    private int known;
    private boolean looksUp = true;
    private int[] codes = new int[64];
    private int size;

    /// Codes by token, 0 for one that was not met.
    private int[] byToken = new int[16];

    public void add(@Nullable String text) {
      add(text, -1);
    }

    /// Adds a text that its source has numbered, so that it is looked up once a token.
    ///
    /// @param token from 0, never the same for two texts; negative when it has none
    public void add(@Nullable String text, int token) {
      if (size == codes.length) {
        codes = Arrays.copyOf(codes, size * 2);
      }
      codes[size++] = text == null ? 0 : token < 0 ? code(text) : code(text, token);
    }

    private int code(String text, int token) {
      if (token >= byToken.length) {
        byToken = Arrays.copyOf(byToken, Math.max(token + 1, byToken.length * 2));
      }
      if (byToken[token] == 0) {
        byToken[token] = code(text);
      }
      return byToken[token];
    }

    private int code(String text) {
      if (looksUp && size == JUDGED_AFTER && known > JUDGED_AFTER - JUDGED_AFTER / 8) {
        looksUp = false;
        table = new int[0];
        hashes = new int[0];
      }
      int start = known == 0 ? 0 : ends[known - 1];
      int end = write(text, start);
      if (!looksUp) {
        return keep(end);
      }
      int mask = table.length - 1;
      int hash = text.hashCode();
      int slot = spread(hash) & mask;
      for (int code = table[slot]; code != 0; code = table[slot]) {
        // The hash is compared first: the bytes lie elsewhere in memory.
        if (hashes[code - 1] == hash && isSame(code, start, end)) {
          return code;
        }
        slot = (slot + 1) & mask;
      }
      int code = keep(end);
      if (code > hashes.length) {
        hashes = Arrays.copyOf(hashes, ends.length);
      }
      hashes[code - 1] = hash;
      table[slot] = code;
      if (known * 2 > table.length) {
        grow();
      }
      return code;
    }

    /// Writes a text behind those that are kept; it is not kept by that.
    ///
    /// @return where it ends
    private int write(String text, int start) {
      int length = text.length();
      room(start, length);
      for (int i = 0; i < length; i++) {
        char letter = text.charAt(i);
        if (letter >= 0x80) {
          byte[] encoded = text.getBytes(StandardCharsets.UTF_8);
          room(start, encoded.length);
          System.arraycopy(encoded, 0, bytes, start, encoded.length);
          return start + encoded.length;
        }
        bytes[start + i] = (byte) letter;
      }
      return start + length;
    }

    private void room(int start, int length) {
      if (bytes.length - start < length) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, start + length));
      }
    }

    private int keep(int end) {
      if (known == ends.length) {
        ends = Arrays.copyOf(ends, known * 2);
      }
      ends[known] = end;
      return ++known;
    }

    private boolean isSame(int code, int from, int to) {
      int start = code == 1 ? 0 : ends[code - 2];
      return Arrays.equals(bytes, start, ends[code - 1], bytes, from, to);
    }

    private static int spread(int hash) {
      return hash * 0x9E3779B9 >>> 7;
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
      int used = known == 0 ? 0 : ends[known - 1];
      Varints.Writer out = new Varints.Writer(used + known + 2 * size);
      out.number(known);
      for (int i = 0; i < known; i++) {
        int start = i == 0 ? 0 : ends[i - 1];
        out.bytes(bytes, start, ends[i] - start);
      }
      out.number(size);
      for (int i = 0; i < size; i++) {
        out.number(codes[i]);
      }
      return looksUp ? out.seal() : out.sealUnique();
    }
  }
}
