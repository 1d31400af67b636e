package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.read.ByteSource;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/// Kept bytes that may be read several times. The first reading that comes to their end compares the hash with the one
/// they came in with, so that no reading is needed for that alone.
final class HashedSource implements ByteSource {

  private final ByteSource kept;
  private final String sha256;
  private final String file;
  private boolean compared;

  HashedSource(ByteSource kept, String sha256, String file) {
    this.kept = kept;
    this.sha256 = sha256;
    this.file = file;
  }

  @Override
  public InputStream open() throws IOException {
    return compared
        ? kept.open()
        : new HashedStream(kept.open(), sha256, file, () -> compared = true);
  }

  /// Sees that the bytes were compared whole, also where nobody had to read them to their end.
  ///
  /// @throws AlteredEvidenceException when they are not what came in
  void compare() throws IOException {
    if (!compared) {
      try (InputStream whole = open()) {
        whole.transferTo(OutputStream.nullOutputStream());
      }
    }
  }
}
