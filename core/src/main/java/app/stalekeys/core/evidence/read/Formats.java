package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.RawRecords;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/// Picks the reader of a file: by its name's ending, else by how its text begins.
public final class Formats {

  private static final int START = 4096;

  private Formats() {}

  public static RawRecords of(ByteSource source, EvidenceSpec spec) throws IOException {
    return isLdif(source, spec.file())
        ? new LdifRecords(source, spec)
        : new DelimitedRecords(source, spec);
  }

  private static boolean isLdif(ByteSource source, String file) throws IOException {
    if (file.toLowerCase(Locale.ROOT).endsWith(".ldif")) {
      return true;
    }
    try (InputStream in = source.open()) {
      String start = new String(in.readNBytes(START), StandardCharsets.ISO_8859_1);
      return start
          .lines()
          .filter(line -> !line.isBlank() && !line.startsWith("#"))
          .findFirst()
          .filter(line -> line.startsWith("dn:") || line.startsWith("version: 1"))
          .isPresent();
    }
  }
}
