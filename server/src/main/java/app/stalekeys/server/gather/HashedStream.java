package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.read.Sha256;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.HexFormat;

/// Kept bytes on their way out. At their end their hash must be the one they came in with; if it is
/// not, reading ends with an error, for evidence that was altered proves nothing.
final class HashedStream extends FilterInputStream {

  private final MessageDigest digest;
  private final String sha256;
  private final String file;
  private final Runnable compared;
  private boolean checked;

  HashedStream(InputStream kept, String sha256, String file) {
    this(kept, sha256, file, () -> {});
  }

  /// @param compared told when the bytes have come to their end and are what they were
  HashedStream(InputStream kept, String sha256, String file, Runnable compared) {
    this(kept, sha256, file, compared, Sha256.digest());
  }

  private HashedStream(
      InputStream kept, String sha256, String file, Runnable compared, MessageDigest digest) {
    super(new DigestInputStream(kept, digest));
    this.digest = digest;
    this.sha256 = sha256;
    this.file = file;
    this.compared = compared;
  }

  @Override
  public int read() throws IOException {
    return atEnd(in.read());
  }

  @Override
  public int read(byte[] buffer, int from, int length) throws IOException {
    return atEnd(in.read(buffer, from, length));
  }

  private int atEnd(int read) throws IOException {
    if (read < 0 && !checked) {
      checked = true;
      if (!HexFormat.of().formatHex(digest.digest()).equals(sha256)) {
        throw new AlteredEvidenceException(file);
      }
      compared.run();
    }
    return read;
  }
}
