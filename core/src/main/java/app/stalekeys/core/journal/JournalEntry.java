package app.stalekeys.core.journal;

import app.stalekeys.core.evidence.read.Sha256;
import java.nio.charset.StandardCharsets;

/// One line of the journal: who did what in Stale Keys.
///
/// @param number from 1, without gaps
/// @param at the moment in UTC, ISO 8601
/// @param who the user's name
/// @param what a short stable name of the deed, such as `decision`
/// @param detail what was done, in words
/// @param previous the hash of the entry before, 64 zeros for the first
/// @param hash SHA-256 over the six fields before it, each followed by a line feed; a line feed or
///     backslash inside a field stands as `\n` or `\\`
public record JournalEntry(
    long number, String at, String who, String what, String detail, String previous, String hash) {

  /// Stands before the first entry.
  public static final String START = "0".repeat(64);

  /// The entry that follows one with the hash `previous`.
  public static JournalEntry following(
      String previous, long number, String at, String who, String what, String detail) {
    return new JournalEntry(
        number, at, who, what, detail, previous, hash(number, at, who, what, detail, previous));
  }

  /// Whether the entry's own hash is that of what it says.
  public boolean isWhole() {
    return hash.equals(hash(number, at, who, what, detail, previous));
  }

  private static String hash(
      long number, String at, String who, String what, String detail, String previous) {
    StringBuilder text = new StringBuilder();
    for (String field : new String[] {"" + number, at, who, what, detail, previous}) {
      text.append(field.replace("\\", "\\\\").replace("\n", "\\n")).append('\n');
    }
    return Sha256.of(text.toString().getBytes(StandardCharsets.UTF_8));
  }
}
