package app.stalekeys.core.evidence;

import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// The `read:` block of the audit file: what the auditor declares about the shape of a file. A null
/// means "not declared, to be found from the file".
///
/// @param delimiter one or more characters between cells
/// @param encoding the name of a character set
/// @param skip number of lines above the head
/// @param header line number of the head, from 1; the other way to say `skip`
/// @param sheet the sheet of a workbook
/// @param member the member of an archive
/// @param zone the zone of times without one; the audit's when null
/// @param dates the pattern of a day, or of a day and time
/// @param times the pattern of a day and time, or of a time that follows the day
/// @param never further texts that mean "never", beside those of [NeverWords]
public record ReadSettings(
    @Nullable String delimiter,
    @Nullable String encoding,
    @Nullable Integer skip,
    @Nullable Integer header,
    @Nullable String sheet,
    @Nullable String member,
    @Nullable ZoneId zone,
    @Nullable MomentPattern dates,
    @Nullable MomentPattern times,
    List<String> never) {

  public static final ReadSettings NONE =
      new ReadSettings(null, null, null, null, null, null, null, null, null, List.of());

  public ReadSettings {
    never = List.copyOf(never);
  }

  /// The line number of the head if it was declared either way, else null.
  public @Nullable Integer headLine() {
    if (header != null) {
      return header;
    }
    return skip == null ? null : Integer.valueOf(skip + 1);
  }
}
