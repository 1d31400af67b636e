package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.RawRecords;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.UnusableSourceException;
import app.stalekeys.core.source.Workers;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/// Picks the reader of a file: opens an archive around it, then goes by its name's ending, else by how
/// its bytes begin.
public final class Formats {

  private static final int START = 4096;

  /// Bytes of a long text file that are looked at before it is taken.
  private static final int BEGINNING = 8 << 20;

  private static final Pattern SYSLOG = Pattern.compile("<\\d{1,3}>1 .*", Pattern.DOTALL);

  private Formats() {}

  /// @throws UnusableSourceException when an archive cannot be opened
  public static RawRecords of(ByteSource source, EvidenceSpec spec)
      throws IOException, UnusableSourceException {
    Archives.Content content = Archives.open(source, spec);
    return of(content.bytes(), spec, content.name(), Pace.STEADY);
  }

  /// The records for one walk over all of them, by somebody who can begin anew: where the format allows it nothing is
  /// proven beforehand that the walk itself proves.
  ///
  /// @param workers may fetch and decode what comes next while rows are taken
  /// @throws UnusableSourceException when an archive cannot be opened
  public static RawRecords forOneWalk(ByteSource source, EvidenceSpec spec, Workers workers)
      throws IOException, UnusableSourceException {
    Archives.Content content = Archives.open(source, spec);
    return of(content.bytes(), spec, content.name(), new Pace(true, workers));
  }

  /// The records at the beginning of a file. Of formats that can only be read from their end or as a
  /// whole, all of it is opened.
  ///
  /// @throws UnusableSourceException when an archive cannot be opened
  public static RawRecords beginning(ByteSource source, EvidenceSpec spec)
      throws IOException, UnusableSourceException {
    Archives.Content content = Archives.open(source, spec);
    String name = content.name().toLowerCase(Locale.ROOT);
    boolean whole =
        name.endsWith(".xlsx") || name.endsWith(".json") || startsAsZip(content.bytes());
    ByteSource bytes = whole ? content.bytes() : new FirstLines(content.bytes(), BEGINNING);
    return of(bytes, spec, content.name(), Pace.STEADY);
  }

  private static boolean startsAsZip(ByteSource bytes) throws IOException {
    try (InputStream in = bytes.open()) {
      byte[] start = in.readNBytes(2);
      return start.length == 2 && start[0] == 'P' && start[1] == 'K';
    }
  }

  private static RawRecords of(ByteSource bytes, EvidenceSpec spec, String contentName, Pace pace)
      throws IOException {
    String name = contentName.toLowerCase(Locale.ROOT);
    if (name.endsWith(".ldif")) {
      return new LdifRecords(bytes, spec);
    }
    if (name.endsWith(".json") || name.endsWith(".jsonl") || name.endsWith(".ndjson")) {
      return new JsonRecords(bytes, spec, name);
    }
    if (name.endsWith(".xlsx")) {
      return new SheetRecords(bytes, spec);
    }
    return byContent(bytes, spec, name, pace);
  }

  /// The fault of the bytes among the causes of a failed reading; null when the bytes could not be had
  /// for another reason.
  public static @Nullable Issue faultIn(Throwable failure) {
    return RefusedBytesException.in(failure);
  }

  /// The bytes themselves, or what lies inside the archive they are.
  ///
  /// @throws UnusableSourceException when an archive cannot be opened
  public static ByteSource content(ByteSource source, EvidenceSpec spec)
      throws IOException, UnusableSourceException {
    return Archives.open(source, spec).bytes();
  }

  private static RawRecords byContent(ByteSource bytes, EvidenceSpec spec, String name, Pace pace)
      throws IOException {
    byte[] start;
    try (InputStream in = bytes.open()) {
      start = in.readNBytes(START);
    }
    if (start.length > 3 && start[0] == 'P' && start[1] == 'K' && start[2] == 3) {
      return new SheetRecords(bytes, spec);
    }
    String first = firstLine(start);
    if (first.startsWith("dn:") || first.startsWith("version: 1")) {
      return new LdifRecords(bytes, spec);
    }
    if (SYSLOG.matcher(first).matches()) {
      return new SyslogRecords(bytes, spec);
    }
    boolean delimited = spec.read().delimiter() != null || name.endsWith(".csv");
    if (!delimited && (first.startsWith("{") || first.startsWith("["))) {
      return new JsonRecords(bytes, spec, name);
    }
    return new DelimitedRecords(bytes, spec, pace);
  }

  private static String firstLine(byte[] start) {
    String text = new String(start, StandardCharsets.UTF_8).replace("\uFEFF", "");
    Optional<String> first =
        text.lines().filter(line -> !line.isBlank() && !line.startsWith("#")).findFirst();
    return first.map(String::stripLeading).orElse("");
  }
}
