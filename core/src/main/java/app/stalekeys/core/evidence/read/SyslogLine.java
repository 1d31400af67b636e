package app.stalekeys.core.evidence.read;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// One syslog line as of RFC 5424 with its values by name: `at`, `host`, `program`, `process`, `message-id`,
/// each name of the structured data, and `message`. A dash, which stands for "nothing", gives no value.
///
/// @param values of two structured data with the same name the first holds
record SyslogLine(Map<String, String> values) {

  private static final String[] HEADER = {"at", "host", "program", "process", "message-id"};

  /// The line, or null when it does not have the form.
  static @Nullable SyslogLine parse(String text) {
    int end = text.indexOf('>');
    boolean priority =
        text.startsWith("<") && end >= 2 && end <= 4 && text.startsWith("1 ", end + 1);
    if (!priority || !text.substring(1, end).chars().allMatch(Character::isDigit)) {
      return null;
    }
    Map<String, String> values = new LinkedHashMap<>();
    int at = end + 3;
    for (String name : HEADER) {
      int blank = text.indexOf(' ', at);
      if (blank <= at) {
        return null;
      }
      put(values, name, text.substring(at, blank));
      at = blank + 1;
    }
    return new Data(text, at, values).read() ? new SyslogLine(values) : null;
  }

  private static void put(Map<String, String> values, String name, String value) {
    if (!value.equals("-")) {
      values.putIfAbsent(name, value);
    }
  }

  /// Walks over the structured data and the message behind it.
  private static final class Data {
    private final String text;
    private final Map<String, String> values;
    private int at;

    Data(String text, int at, Map<String, String> values) {
      this.text = text;
      this.at = at;
      this.values = values;
    }

    boolean read() {
      if (text.startsWith("-", at)) {
        at++;
      } else {
        if (!text.startsWith("[", at)) {
          return false;
        }
        while (text.startsWith("[", at)) {
          if (!element()) {
            return false;
          }
        }
      }
      if (at < text.length() && text.charAt(at) != ' ') {
        return false;
      }
      if (at + 1 < text.length()) {
        String message = text.substring(at + 1);
        put(values, "message", message.startsWith("\uFEFF") ? message.substring(1) : message);
      }
      return true;
    }

    private boolean element() {
      while (at < text.length() && text.charAt(at) != ' ' && text.charAt(at) != ']') {
        at++; // the id of the element
      }
      while (text.startsWith(" ", at)) {
        int equals = text.indexOf("=\"", at);
        if (equals < 0) {
          return false;
        }
        String name = text.substring(at + 1, equals);
        at = equals + 2;
        String value = quoted();
        if (value == null) {
          return false;
        }
        put(values, name, value);
      }
      if (!text.startsWith("]", at)) {
        return false;
      }
      at++;
      return true;
    }

    /// The value up to its closing quote; a backslash frees a quote, a backslash or a bracket.
    private @Nullable String quoted() {
      int close = text.indexOf('"', at);
      int backslash = text.indexOf('\\', at);
      if (close >= 0 && (backslash < 0 || backslash > close)) {
        String plain = text.substring(at, close);
        at = close + 1;
        return plain;
      }
      StringBuilder value = new StringBuilder();
      while (at < text.length()) {
        char c = text.charAt(at++);
        if (c == '"') {
          return value.toString();
        }
        if (c == '\\' && at < text.length() && "\"\\]".indexOf(text.charAt(at)) >= 0) {
          c = text.charAt(at++);
        }
        value.append(c);
      }
      return null;
    }
  }
}
