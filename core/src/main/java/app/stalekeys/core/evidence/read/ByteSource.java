package app.stalekeys.core.evidence.read;

import java.io.IOException;
import java.io.InputStream;

/// A file's bytes, to be opened as often as needed: a file in a folder, or evidence kept in a store.
@FunctionalInterface
public interface ByteSource {

  /// A new stream from the first byte on; the caller closes it.
  InputStream open() throws IOException;
}
