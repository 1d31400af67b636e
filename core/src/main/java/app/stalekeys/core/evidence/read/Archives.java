package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.source.UnusableSourceException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;

/// Opens what lies inside a `.gz` or `.zip`. Names inside an archive are never used as paths, and one
/// that tries to lead elsewhere is refused all the same. What inflates to far more than its size is
/// refused while it inflates.
public final class Archives {

  /// The content of a file: the bytes to read, and the name by which their format is told.
  record Content(ByteSource bytes, String name) {}

  /// Inflated bytes that no archive is refused for.
  private static final long ALWAYS_ALLOWED = 64L << 20;

  private Archives() {}

  static Content open(ByteSource source, EvidenceSpec spec)
      throws IOException, UnusableSourceException {
    byte[] start;
    try (InputStream in = source.open()) {
      start = in.readNBytes(4);
    }
    String name = spec.file();
    if (start.length >= 2 && start[0] == 0x1F && start[1] == (byte) 0x8B) {
      String inner =
          name.toLowerCase(Locale.ROOT).endsWith(".gz")
              ? name.substring(0, name.length() - 3)
              : name;
      return new Content(() -> bounded(source, spec, GZIPInputStream::new), inner);
    }
    boolean zip = start.length == 4 && start[0] == 'P' && start[1] == 'K' && start[2] == 3;
    if (zip && !name.toLowerCase(Locale.ROOT).endsWith(".xlsx")) {
      String member = member(source, spec);
      return new Content(() -> bounded(source, spec, in -> at(in, member)), member);
    }
    return new Content(source, name);
  }

  private interface Opening {
    InputStream of(InputStream in) throws IOException;
  }

  private static InputStream bounded(ByteSource source, EvidenceSpec spec, Opening opening)
      throws IOException {
    Counting compressed = new Counting(source.open());
    try {
      return new Bounded(opening.of(compressed), compressed, spec.entry());
    } catch (ZipException | java.io.EOFException broken) {
      compressed.close();
      throw damaged(spec.entry());
    }
  }

  /// The member that was declared, or the only one there is.
  private static String member(ByteSource source, EvidenceSpec spec)
      throws IOException, UnusableSourceException {
    List<String> names = new ArrayList<>();
    try (ZipInputStream zip = new ZipInputStream(source.open())) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        refuseOutside(entry.getName(), spec);
        if (!entry.isDirectory()) {
          names.add(entry.getName());
        }
        if (spec.read().member() == null && names.size() > 1) {
          break;
        }
        if (entry.getName().equals(spec.read().member())) {
          return entry.getName();
        }
      }
    } catch (ZipException | java.io.EOFException | IllegalArgumentException broken) {
      throw unusable(spec, "archive-broken", "the archive is damaged; ask for it again");
    }
    String declared = spec.read().member();
    if (declared != null) {
      throw unusable(
          spec,
          "member-missing",
          "the archive has no member %s, it has %s"
              .formatted(Quoted.text(declared), Quoted.names(names)));
    }
    if (names.size() != 1) {
      throw unusable(
          spec,
          "member-needed",
          names.isEmpty()
              ? "the archive is empty; ask for it again"
              : "the archive has several members; say which under \"read\", for instance member: "
                  + names.getFirst());
    }
    return names.getFirst();
  }

  private static void refuseOutside(String name, EvidenceSpec spec) throws UnusableSourceException {
    String path = name.replace('\\', '/');
    if (path.startsWith("/") || List.of(path.split("/")).contains("..") || path.contains(":")) {
      throw unusable(
          spec,
          "member-outside",
          "the archive has a member %s that leads out of it; nothing of it was read"
              .formatted(Quoted.text(name)));
    }
  }

  private static InputStream at(InputStream in, String member) throws IOException {
    ZipInputStream zip = new ZipInputStream(in);
    for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
      if (entry.getName().equals(member)) {
        return zip;
      }
    }
    throw new ZipException("the member is gone");
  }

  private static UnusableSourceException unusable(EvidenceSpec spec, String code, String sentence) {
    return new UnusableSourceException(Issue.unusable(code, sentence, Place.ofFile(spec.entry())));
  }

  private static IOException damaged(String file) {
    return broken(file, "the archive is damaged or cut off; ask for it again");
  }

  private static IOException bomb(String file) {
    return broken(
        file,
        "the archive inflates to more than %,d times its size; it is no honest export"
            .formatted(Limits.INFLATION));
  }

  private static IOException broken(String file, String sentence) {
    return new RefusedBytesException(
        Issue.unusable("archive-broken", sentence, Place.ofFile(file)));
  }

  private static final class Counting extends FilterInputStream {
    private long count;

    Counting(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      int b = super.read();
      count += b < 0 ? 0 : 1;
      return b;
    }

    @Override
    public int read(byte[] bytes, int from, int length) throws IOException {
      int got = super.read(bytes, from, length);
      count += Math.max(got, 0);
      return got;
    }
  }

  private static final class Bounded extends FilterInputStream {
    private final Counting compressed;
    private final String file;
    private long inflated;

    Bounded(InputStream in, Counting compressed, String file) {
      super(in);
      this.compressed = compressed;
      this.file = file;
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] bytes, int from, int length) throws IOException {
      try {
        int got = super.read(bytes, from, length);
        inflated += Math.max(got, 0);
        if (inflated > ALWAYS_ALLOWED && inflated > Limits.INFLATION * compressed.count) {
          throw bomb(file);
        }
        return got;
      } catch (ZipException | java.io.EOFException broken) {
        throw damaged(file);
      }
    }
  }
}
