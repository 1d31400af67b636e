package app.stalekeys.core.evidence;

import org.jspecify.annotations.Nullable;

/// Completeness of one file: read + rejected + skipped = rows, and the count its owner declared.
///
/// @param read rows that became facts; a repeated row is read too
/// @param rejected rows that could not be read, each kept with its reason
/// @param skipped blank lines, repeated heads and total lines
/// @param expected the declared count, null when nobody declared one
public record TieOut(long read, long rejected, long skipped, @Nullable Long expected) {

  /// Records below the first head.
  public long rows() {
    return read + rejected + skipped;
  }

  /// read + rejected − expected: negative when rows are missing; null when no count was declared.
  public @Nullable Long difference() {
    return expected == null ? null : Long.valueOf(read + rejected - expected);
  }

  public boolean tiesOut() {
    Long difference = difference();
    return difference == null || difference == 0;
  }
}
