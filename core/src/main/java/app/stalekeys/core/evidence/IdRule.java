package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.Slice;
import java.util.Locale;

/// How ids of one application are compared: `ids: {case: ignore, pad: 6}`. The spelling that is shown
/// stays the file's own; this only makes the key under which two spellings meet.
///
/// @param ignoreCase whether `MO` and `mo` are one id
/// @param pad ids of digits only are filled with zeros to this length; 0 leaves them alone
public record IdRule(boolean ignoreCase, int pad) {

  public static final IdRule EXACT = new IdRule(false, 0);

  public IdRule {
    if (pad < 0 || pad > 64) {
      throw new IllegalArgumentException("pad is from 0 to 64, not " + pad);
    }
  }

  /// The key of an id. Blanks around it, hard ones too, never count.
  public String key(String id) {
    String key = trim(id);
    if (ignoreCase) {
      key = key.toLowerCase(Locale.ROOT);
    }
    if (key.length() < pad && isDigits(key)) {
      key = "0".repeat(pad - key.length()) + key;
    }
    return key;
  }

  /// Takes blanks of every kind off both ends: also hard, thin and zero-width ones, which
  /// spreadsheets and web pages leave behind and nobody can see.
  public static String trim(String text) {
    int start = 0;
    int end = text.length();
    while (start < end && isBlank(text.charAt(start))) {
      start++;
    }
    while (end > start && isBlank(text.charAt(end - 1))) {
      end--;
    }
    return end - start == text.length() ? text : text.substring(start, end);
  }

  /// The same for a text that is not made.
  public static void trim(Slice text) {
    int end = text.length();
    int start = 0;
    while (start < end && isBlank(text.charAt(start))) {
      start++;
    }
    int left = end;
    while (left > start && isBlank(text.charAt(left - 1))) {
      left--;
    }
    text.narrow(start, end - left);
  }

  /// Whether nothing but blanks of any kind lies there.
  public static boolean isBlank(CharSequence text) {
    for (int i = 0; i < text.length(); i++) {
      if (!isBlank(text.charAt(i))) {
        return false;
      }
    }
    return true;
  }

  private static boolean isBlank(char c) {
    if (c > ' ' && c < 127) {
      return false; // nearly always
    }
    return c <= ' '
        || Character.isWhitespace(c)
        || Character.isSpaceChar(c)
        || c == '\u200B'
        || c == '\uFEFF';
  }

  private static boolean isDigits(String text) {
    return !text.isEmpty() && text.chars().allMatch(c -> c >= '0' && c <= '9');
  }
}
