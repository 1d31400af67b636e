package app.stalekeys.core.evidence.read;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;

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

  /// Begins to hash on a thread of its own: it needs nothing of what is read from the source meanwhile.
  public static Future<String> begin(ByteSource source) {
    FutureTask<String> hash = new FutureTask<>(() -> of(source));
    Thread.ofPlatform().daemon().name("hash").start(hash);
    return hash;
  }

  /// The hash, once it is there.
  ///
  /// @throws IOException when the source cannot be read
  public static String ended(Future<String> hash) throws IOException {
    try {
      return hash.get();
    } catch (ExecutionException failed) {
      if (failed.getCause() instanceof IOException unreadable) {
        throw unreadable;
      }
      throw new IllegalStateException(failed.getCause());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  public static MessageDigest digest() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every JDK has SHA-256", impossible);
    }
  }
}
