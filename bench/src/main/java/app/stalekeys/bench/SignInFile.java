package app.stalekeys.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;

/// A sign-in log of any length: accounts by a skewed draw, a unique session a row, times in order. The
/// same seed gives the same bytes.
final class SignInFile {

  private static final String[] CLIENTS = {
    "Ledger desktop 9.2", "Firefox 139", "Chromium 141", "batch", "Roster app 4"
  };

  private SignInFile() {}

  static void write(Path file, long rows, int accounts, long seed) throws IOException {
    Random random = new Random(seed);
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write("at,account,outcome,address,client,session\n");
      long step = 180L * 86_400_000 / Math.max(1, rows);
      long at = java.time.Instant.parse("2026-01-01T00:00:00Z").toEpochMilli();
      StringBuilder line = new StringBuilder(120);
      for (long i = 0; i < rows; i++) {
        at += step;
        double skew = random.nextDouble();
        int account = (int) (accounts * skew * skew);
        line.setLength(0);
        line.append(java.time.Instant.ofEpochMilli(at / 1000 * 1000)).append(",u");
        line.append(account).append(random.nextInt(25) == 0 ? ",failure," : ",success,");
        line.append("10.").append(account % 7).append('.').append(random.nextInt(256)).append('.');
        line.append(account % 251).append(',').append(CLIENTS[account % CLIENTS.length]);
        line.append(',').append(Long.toHexString(random.nextLong())).append('\n');
        out.append(line);
      }
    }
  }
}
