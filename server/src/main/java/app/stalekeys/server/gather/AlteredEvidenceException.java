package app.stalekeys.server.gather;

import java.io.IOException;

/// Kept bytes that no longer have the hash they were received with.
final class AlteredEvidenceException extends IOException {

  private static final long serialVersionUID = 1;

  AlteredEvidenceException(String file) {
    super(
        "%s no longer has the SHA-256 it was received with: its bytes were altered in the data folder. Restore the folder, or receive the file again."
            .formatted(file));
  }
}
