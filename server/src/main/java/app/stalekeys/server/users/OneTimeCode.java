package app.stalekeys.server.users;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.time.Instant;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/// Codes that change with the time, by RFC 6238 with its usual settings: HMAC-SHA-1, steps of thirty seconds, six
/// digits. Authenticator programs know no others reliably.
final class OneTimeCode {

  private static final int SECONDS = 30;
  private static final int MODULUS = 1_000_000;
  private static final int SECRET_BYTES = 20;
  private static final String LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

  private OneTimeCode() {}

  /// A new secret in base 32 (RFC 4648), 160 bits.
  static String newSecret() {
    byte[] bytes = new byte[SECRET_BYTES];
    new SecureRandom().nextBytes(bytes);
    StringBuilder text = new StringBuilder();
    long bits = 0;
    int held = 0;
    for (byte one : bytes) {
      bits = bits << 8 | (one & 0xff);
      held += 8;
      while (held >= 5) {
        held -= 5;
        text.append(LETTERS.charAt((int) (bits >>> held) & 31));
      }
    }
    return text.toString();
  }

  /// The step whose code this is: the present one or its neighbours, since clocks differ; -1 for a wrong code.
  static long stepOf(String secret, String code, Instant now) {
    long present = now.getEpochSecond() / SECONDS;
    for (long step : new long[] {present, present - 1, present + 1}) {
      if (at(secret, step).equals(code.strip())) {
        return step;
      }
    }
    return -1;
  }

  /// The code of a step.
  static String at(String secret, long step) {
    try {
      Mac mac = Mac.getInstance("HmacSHA1");
      mac.init(new SecretKeySpec(bytes(secret), "HmacSHA1"));
      byte[] hash = mac.doFinal(ByteBuffer.allocate(Long.BYTES).putLong(step).array());
      int from = hash[hash.length - 1] & 15;
      int number = ByteBuffer.wrap(hash).getInt(from) & Integer.MAX_VALUE;
      return "%06d".formatted(number % MODULUS);
    } catch (GeneralSecurityException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private static byte[] bytes(String secret) {
    ByteBuffer bytes = ByteBuffer.allocate(secret.length() * 5 / 8);
    long bits = 0;
    int held = 0;
    for (char letter : secret.toCharArray()) {
      bits = bits << 5 | LETTERS.indexOf(letter);
      held += 5;
      if (held >= 8) {
        held -= 8;
        bytes.put((byte) (bits >>> held));
      }
    }
    return bytes.array();
  }
}
