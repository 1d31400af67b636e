package app.stalekeys.core.source;

import java.util.Comparator;

/// Order of texts by code point, which is also the order of their UTF-8 bytes. Java's own order is that
/// of 16-bit units and puts rare letters elsewhere.
public final class CodePoints {

  public static final Comparator<String> ORDER = CodePoints::compare;

  private CodePoints() {}

  private static int compare(String a, String b) {
    int length = Math.min(a.length(), b.length());
    for (int i = 0; i < length; i++) {
      char x = a.charAt(i);
      char y = b.charAt(i);
      if (x != y) {
        boolean both = Character.isSurrogate(x) == Character.isSurrogate(y);
        return both ? Character.compare(x, y) : Character.isSurrogate(x) ? 1 : -1;
      }
    }
    return Integer.compare(a.length(), b.length());
  }
}
