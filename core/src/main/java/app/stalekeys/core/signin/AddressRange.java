package app.stalekeys.core.signin;

import java.util.Optional;

/// A range of addresses such as `10.20.0.0/16` or `2001:db8:20::/48`, or one address. Names are never
/// looked up.
public record AddressRange(byte[] start, int bits) {

  /// Empty when the text is no range.
  public static Optional<AddressRange> of(String text) {
    int slash = text.indexOf('/');
    Optional<byte[]> start = bytes(slash < 0 ? text : text.substring(0, slash));
    if (start.isEmpty()) {
      return Optional.empty();
    }
    int most = start.get().length * 8;
    if (slash < 0) {
      return Optional.of(new AddressRange(start.get(), most));
    }
    String bits = text.substring(slash + 1).strip();
    return bits.matches("[0-9]{1,3}") && Integer.parseInt(bits) <= most
        ? Optional.of(new AddressRange(start.get(), Integer.parseInt(bits)))
        : Optional.empty();
  }

  public boolean contains(byte[] address) {
    if (address.length != start.length) {
      return false;
    }
    for (int bit = 0; bit < bits; bit++) {
      int mask = 0x80 >> (bit & 7);
      if ((address[bit >> 3] & mask) != (start[bit >> 3] & mask)) {
        return false;
      }
    }
    return true;
  }

  /// Four or sixteen bytes; an address of four written in the form of sixteen is four.
  public static Optional<byte[]> bytes(String text) {
    String plain = text.strip();
    int zone = plain.indexOf('%');
    plain = zone < 0 ? plain : plain.substring(0, zone);
    return plain.contains(":") ? sixteen(plain) : four(plain);
  }

  private static Optional<byte[]> four(String text) {
    byte[] bytes = new byte[4];
    int part = 0;
    int digits = 0;
    int value = 0;
    for (int i = 0; i <= text.length(); i++) {
      char c = i < text.length() ? text.charAt(i) : '.';
      if (c == '.') {
        if (digits == 0 || value > 255 || part == 4) {
          return Optional.empty();
        }
        bytes[part++] = (byte) value;
        digits = 0;
        value = 0;
      } else if (c >= '0' && c <= '9' && digits < 3) {
        digits++;
        value = value * 10 + c - '0';
      } else {
        return Optional.empty();
      }
    }
    return part == 4 ? Optional.of(bytes) : Optional.empty();
  }

  private static Optional<byte[]> sixteen(String text) {
    String plain = text;
    int lastColon = plain.lastIndexOf(':');
    if (plain.indexOf('.') >= 0) {
      Optional<byte[]> tail = four(plain.substring(lastColon + 1));
      if (tail.isEmpty()) {
        return Optional.empty();
      }
      byte[] b = tail.get();
      plain =
          plain.substring(0, lastColon + 1)
              + Integer.toHexString((b[0] & 0xFF) << 8 | b[1] & 0xFF)
              + ":"
              + Integer.toHexString((b[2] & 0xFF) << 8 | b[3] & 0xFF);
    }
    int gap = plain.indexOf("::");
    String[] head = parts(gap < 0 ? plain : plain.substring(0, gap));
    String[] rest = gap < 0 ? new String[0] : parts(plain.substring(gap + 2));
    int known = head.length + rest.length;
    if (gap < 0 ? known != 8 : known > 7) {
      return Optional.empty();
    }
    byte[] bytes = new byte[16];
    boolean good = put(head, bytes, 0) && put(rest, bytes, 8 - rest.length);
    return good ? Optional.of(mapped(bytes)) : Optional.empty();
  }

  private static String[] parts(String text) {
    return text.isEmpty() ? new String[0] : text.split(":", -1);
  }

  private static boolean put(String[] parts, byte[] bytes, int from) {
    for (int i = 0; i < parts.length; i++) {
      if (!parts[i].matches("[0-9A-Fa-f]{1,4}")) {
        return false;
      }
      int value = Integer.parseInt(parts[i], 16);
      bytes[2 * (from + i)] = (byte) (value >> 8);
      bytes[2 * (from + i) + 1] = (byte) value;
    }
    return true;
  }

  private static byte[] mapped(byte[] bytes) {
    for (int i = 0; i < 10; i++) {
      if (bytes[i] != 0) {
        return bytes;
      }
    }
    boolean isFour = bytes[10] == (byte) 0xFF && bytes[11] == (byte) 0xFF;
    return isFour ? java.util.Arrays.copyOfRange(bytes, 12, 16) : bytes;
  }
}
