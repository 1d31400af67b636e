package app.stalekeys.core.evidence.read;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/// SHA-256 as 64 small hexadecimal digits, the way common tools print it.
public final class Sha256 {

  private Sha256() {}

  public static String of(byte[] bytes) {
    return HexFormat.of().formatHex(digest().digest(bytes));
  }

  /// Reads the source to its end in pieces; memory does not depend on its length.
  public static String of(ByteSource source) throws IOException {
    MessageDigest digest = digest();
    try (InputStream in = new DigestInputStream(source.open(), digest)) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  public static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every JDK has SHA-256", impossible);
    }
  }
}
