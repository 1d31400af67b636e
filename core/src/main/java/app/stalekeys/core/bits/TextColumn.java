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

  /// What a sealed column begins with in which lengths stand before all texts, and a row in which a text appears for
  /// the first time says 0 and not its code (all other codes are one higher). No number of texts.
  private static final long NEW_FIRST = -1;

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

      Held held() {
        @Nullable String[] texts = new @Nullable String[ends.length];
        Arrays.setAll(texts, this::at);
        return new Held(texts);
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
    long first = in.number();
    return first == NEW_FIRST ? opened(in) : openedOfOld(in, (int) first);
  }

  private static TextColumn opened(Varints.Reader in) {
    int known = (int) in.number();
    int[] ends = new int[known + 1];
    for (int code = 1; code <= known; code++) {
      ends[code] = ends[code - 1] + (int) in.number();
    }
    byte[] bytes = new byte[ends[known]];
    in.bytes(bytes, 0, bytes.length);
    int[] codes = new int[(int) in.number()];
    int met = 0;
    for (int i = 0; i < codes.length; i++) {
      int number = (int) in.number();
      codes[i] = number == 0 ? ++met : number - 1;
    }
    Words.Packed words = new Words.Packed(bytes, ends);
    return new TextColumn(known <= SMALL ? words.held() : words, codes);
  }

  /// As earlier versions sealed: each text behind its length, and codes as they are.
  private static TextColumn openedOfOld(Varints.Reader in, int known) {
    @Nullable String[] texts = new @Nullable String[known + 1];
    for (int i = 1; i <= known; i++) {
      texts[i] = in.text();
    }
    int[] codes = new int[(int) in.number()];
    for (int i = 0; i < codes.length; i++) {
      codes[i] = (int) in.number();
    }
    return new TextColumn(new Words.Held(texts), codes);
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

  /// Collects texts and seals them. Not for use by several threads at once. Collecting only lays texts down; which of
  /// them are the same is found when they are sealed, which may be elsewhere.
  public static final class Builder {

    /// The texts as UTF-8, one behind the other, and where each ends.
    private byte[] bytes;

    private int[] ends;
    private int texts;

    /// For each row its text, counted from 1; 0 for none.
    private int[] rows;

    private int size;

    /// Texts by token, 0 for one that was not met.
    private int[] byToken;

    public Builder() {
      this(256, 16, 64, 16);
    }

    private Builder(int bytes, int texts, int rows, int tokens) {
      this.bytes = new byte[bytes];
      this.ends = new int[texts];
      this.rows = new int[rows];
      this.byToken = new int[tokens];
    }

    /// An empty one with the room that this one came to need: the next segment of a log is as large as this.
    public Builder another() {
      return new Builder(bytes.length, ends.length, rows.length, byToken.length);
    }

    public void add(@Nullable CharSequence text) {
      add(text, -1);
    }

    /// Adds a text that its source has numbered, so that it is laid down once a token.
    ///
    /// @param token from 0, never the same for two texts; negative when it has none
    public void add(@Nullable CharSequence text, int token) {
      if (size == rows.length) {
        rows = Arrays.copyOf(rows, size * 2);
      }
      rows[size++] = text == null ? 0 : token < 0 ? lay(text) : lay(text, token);
    }

    private int lay(CharSequence text, int token) {
      if (token >= byToken.length) {
        byToken = Arrays.copyOf(byToken, Math.max(token + 1, byToken.length * 2));
      }
      if (byToken[token] == 0) {
        byToken[token] = lay(text);
      }
      return byToken[token];
    }

    private int lay(CharSequence text) {
      int length = text.length();
      int start = texts == 0 ? 0 : ends[texts - 1];
      room(start, length);
      int all =
          text instanceof Slice slice
              ? writePlain(slice.letters(), slice.from(), length, start)
              : writePlain(text, length, start);
      int end = all < 0x80 ? start + length : writeEncoded(text.toString(), start);
      if (texts == ends.length) {
        ends = Arrays.copyOf(ends, texts * 2);
      }
      ends[texts] = end;
      return ++texts;
    }

    /// Writes the letters as if all were ASCII.
    ///
    /// @return all letters over each other: below 0x80 when they are
    private int writePlain(char[] letters, int from, int length, int start) {
      byte[] into = bytes;
      int all = 0;
      for (int i = 0; i < length; i++) {
        char letter = letters[from + i];
        into[start + i] = (byte) letter;
        all |= letter;
      }
      return all;
    }

    private int writePlain(CharSequence text, int length, int start) {
      int all = 0;
      for (int i = 0; i < length; i++) {
        char letter = text.charAt(i);
        bytes[start + i] = (byte) letter;
        all |= letter;
      }
      return all;
    }

    private int writeEncoded(String text, int start) {
      byte[] encoded = text.getBytes(StandardCharsets.UTF_8);
      room(start, encoded.length);
      System.arraycopy(encoded, 0, bytes, start, encoded.length);
      return start + encoded.length;
    }

    private void room(int start, int length) {
      if (bytes.length - start < length) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, start + length));
      }
    }

    public byte[] seal() {
      Dictionary dictionary = new Dictionary(bytes, ends, texts);
      int known = dictionary.known();
      int used = texts == 0 ? 0 : ends[texts - 1];
      Varints.Writer out = new Varints.Writer(used + 2 * known + 2 * size);
      out.number(NEW_FIRST);
      out.number(known);
      for (int code = 1; code <= known; code++) {
        int text = dictionary.first(code);
        out.number(ends[text] - start(text));
      }
      for (int code = 1; code <= known; code++) {
        int text = dictionary.first(code);
        out.bytes(bytes, start(text), ends[text] - start(text));
      }
      out.number(size);
      int met = 0;
      for (int i = 0; i < size; i++) {
        int code = rows[i] == 0 ? 0 : dictionary.code(rows[i] - 1);
        out.number(code > met ? 0 : code + 1);
        met = Math.max(met, code);
      }
      return out.seal();
    }

    private int start(int text) {
      return text == 0 ? 0 : ends[text - 1];
    }
  }
}
