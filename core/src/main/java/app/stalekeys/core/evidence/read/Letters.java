package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The character set of a text file: a byte order mark, else UTF-8 if every byte fits, else UTF-16
/// without a mark by its zero bytes, else Windows-1252 if every byte has a letter in it. A file that
/// is none of them, or not what was declared, is refused with the line of the first wrong byte.
///
/// @param charset what the bytes are decoded with
/// @param markBytes length of the byte order mark
/// @param why how it was found, in words
/// @param isProven false when only the beginning was looked at: a wrong byte further on then says nothing but that
///     all of it must be
record Letters(Charset charset, int markBytes, String why, boolean isProven) {

  private static final Charset WINDOWS_1252 = Charset.forName("windows-1252");

  /// Letters by which UTF-8 is assumed.
  private static final int BEGINNING = 1 << 20;

  /// Bytes to which Windows-1252 gives no letter.
  private static final String NOT_IN_1252 = "\u0081\u008D\u008F\u0090\u009D";

  private Letters(Charset charset, int markBytes, String why) {
    this(charset, markBytes, why, true);
  }

  /// Finds or checks the character set. Reads the whole file once, unless a mark decides.
  static Letters of(ByteSource source, @Nullable String declared, String file)
      throws IOException, UnusableSourceException {
    return find(source, declared, file, Long.MAX_VALUE);
  }

  /// The same by the beginning alone, for whoever reads the rest anyway and can begin anew.
  static Letters ofBeginning(ByteSource source, @Nullable String declared, String file)
      throws IOException, UnusableSourceException {
    return find(source, declared, file, BEGINNING);
  }

  private static Letters find(
      ByteSource source, @Nullable String declared, String file, long lookedAt)
      throws IOException, UnusableSourceException {
    byte[] start = firstBytes(source);
    if (start.length == 0) {
      throw unusable(
          "file-empty", "the file is empty, expected a head and rows; ask for it again", file, 0);
    }
    Letters marked = byMark(start);
    if (declared != null) {
      Charset charset = charset(declared, file);
      return marked != null && marked.charset.name().startsWith(charset.name())
          ? new Letters(marked.charset, marked.markBytes, "declared")
          : new Letters(charset, 0, "declared");
    }
    if (marked != null) {
      return marked;
    }
    if (looksLikeUtf16(start)) {
      boolean little = start[1] == 0;
      return new Letters(
          little ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_16BE,
          0,
          "every other byte is 0");
    }
    return byContent(source, file, lookedAt);
  }

  private static Letters byContent(ByteSource source, String file, long lookedAt)
      throws IOException, UnusableSourceException {
    if (decode(source, StandardCharsets.UTF_8, 0, lookedAt, new long[1]) < 0) {
      return new Letters(StandardCharsets.UTF_8, 0, "every byte fits", lookedAt == Long.MAX_VALUE);
    }
    long wrong = firstByteOutside1252(source);
    if (wrong > 0) {
      throw unusable(
          "encoding-unreadable",
          "the bytes are neither UTF-8 nor Windows-1252; declare \"encoding\" under \"read\" or have the file made again as UTF-8",
          file,
          wrong);
    }
    return new Letters(WINDOWS_1252, 0, "not UTF-8, every byte has a letter in it");
  }

  private static @Nullable Letters byMark(byte[] b) {
    if (b.length >= 3 && b[0] == (byte) 0xEF && b[1] == (byte) 0xBB && b[2] == (byte) 0xBF) {
      return new Letters(StandardCharsets.UTF_8, 3, "byte order mark");
    }
    if (b.length >= 2 && b[0] == (byte) 0xFF && b[1] == (byte) 0xFE) {
      return new Letters(StandardCharsets.UTF_16LE, 2, "byte order mark");
    }
    if (b.length >= 2 && b[0] == (byte) 0xFE && b[1] == (byte) 0xFF) {
      return new Letters(StandardCharsets.UTF_16BE, 2, "byte order mark");
    }
    return null;
  }

  private static boolean looksLikeUtf16(byte[] b) {
    return b.length >= 4 && ((b[1] == 0 && b[3] == 0) || (b[0] == 0 && b[2] == 0)) && b[0] != b[1];
  }

  private static Charset charset(String name, String file) throws UnusableSourceException {
    try {
      return Charset.forName(name);
    } catch (IllegalCharsetNameException | UnsupportedCharsetException unknown) {
      throw unusable(
          "encoding-unknown",
          "no encoding is called %s; expected a name such as %s"
              .formatted(
                  Quoted.text(name), Quoted.names(List.of("utf-8", "utf-16", "windows-1252"))),
          file,
          0);
    }
  }

  private static byte[] firstBytes(ByteSource source) throws IOException {
    try (InputStream in = source.open()) {
      return in.readNBytes(4);
    }
  }

  private static long firstByteOutside1252(ByteSource source) throws IOException {
    byte[] piece = new byte[1 << 16];
    long line = 1;
    try (InputStream in = source.open()) {
      for (int got = in.read(piece); got >= 0; got = in.read(piece)) {
        for (int i = 0; i < got; i++) {
          byte b = piece[i];
          if (b == '\n') {
            line++;
          } else if (b <= 0 && (b == 0 || NOT_IN_1252.indexOf(b & 0xFF) >= 0)) {
            return line;
          }
        }
      }
      return 0;
    }
  }

  /// The line of the first byte that is no letter in the character set; 0 when all are. Streams. Lines
  /// are counted only when something is wrong.
  private static long firstWrongLine(ByteSource source, Charset charset, int skip)
      throws IOException {
    long wrong = decode(source, charset, skip, Long.MAX_VALUE, new long[1]);
    if (wrong < 0) {
      return 0;
    }
    long[] lines = new long[1];
    decode(source, charset, skip, wrong, lines);
    return lines[0] + 1;
  }

  /// Decodes up to the first wrong byte.
  ///
  /// @param most letters at which to stop
  /// @param lines receives the number of line ends among the letters when `most` is a number of them
  /// @return the number of letters before the first wrong byte, −1 when all bytes are letters
  private static long decode(ByteSource source, Charset charset, int skip, long most, long[] lines)
      throws IOException {
    CharsetDecoder decoder = strict(charset);
    ByteBuffer bytes = ByteBuffer.allocate(1 << 16);
    CharBuffer letters = CharBuffer.allocate(1 << 16);
    boolean counts = most != Long.MAX_VALUE;
    boolean plainIsItself = charset.equals(StandardCharsets.UTF_8);
    long seen = 0;
    try (InputStream in = source.open()) {
      in.skipNBytes(skip);
      boolean end = false;
      while (!end && seen < most) {
        int got = in.read(bytes.array(), bytes.position(), bytes.remaining());
        end = got < 0;
        bytes.position(bytes.position() + Math.max(got, 0)).flip();
        if (!counts && plainIsItself && isPlain(bytes)) {
          seen += bytes.remaining();
          bytes.clear();
          continue;
        }
        CoderResult result = decoder.decode(bytes, letters, end);
        for (int i = 0; counts && i < letters.position(); i++) {
          lines[0] += letters.get(i) == '\n' ? 1 : 0;
        }
        seen += letters.position();
        letters.clear();
        if (result.isError()) {
          return seen;
        }
        end &= !result.isOverflow();
        bytes.compact();
      }
    }
    return -1;
  }

  /// Whether all are ASCII, which nearly every piece of a log is: these need no decoder.
  private static boolean isPlain(ByteBuffer bytes) {
    byte[] array = bytes.array();
    int all = 0;
    for (int i = bytes.position(); i < bytes.limit(); i++) {
      all |= array[i];
    }
    return all >= 0;
  }

  private static CharsetDecoder strict(Charset charset) {
    return charset
        .newDecoder()
        .onMalformedInput(CodingErrorAction.REPORT)
        .onUnmappableCharacter(CodingErrorAction.REPORT);
  }

  /// Opens the text behind the mark; a wrong byte ends the reading with an IOException, which
  /// `wrongByte` turns into an issue with the right line.
  BufferedReader open(ByteSource source) throws IOException {
    return new BufferedReader(decoded(source), 1 << 16);
  }

  /// Opens a text whose records are lines: one that never ends is refused.
  BufferedReader openLines(ByteSource source, String file) throws IOException {
    LineGuard guarded = new LineGuard(decoded(source), file, letters -> lineEnds(source, letters));
    return new BufferedReader(guarded, 1 << 16);
  }

  private Reader decoded(ByteSource source) throws IOException {
    InputStream in = source.open();
    in.skipNBytes(markBytes);
    return new InputStreamReader(in, strict(charset));
  }

  private long lineEnds(ByteSource source, long letters) throws IOException {
    long ends = 0;
    try (Reader text = open(source)) {
      for (long i = 0; i < letters; i++) {
        ends += text.read() == '\n' ? 1 : 0;
      }
    }
    return ends;
  }

  /// The fault behind a failed decoding.
  UnusableSourceException wrongByte(ByteSource source, String file) throws IOException {
    return unusable(
        "encoding-wrong",
        "a byte is no letter in %s; declare the right \"encoding\" under \"read\", often windows-1252"
            .formatted(charset.name()),
        file,
        firstWrongLine(source, charset, markBytes));
  }

  private static UnusableSourceException unusable(
      String code, String sentence, String file, long line) {
    return new UnusableSourceException(
        Issue.unusable(code, sentence, line == 0 ? Place.ofFile(file) : Place.ofRow(file, line)));
  }
}
