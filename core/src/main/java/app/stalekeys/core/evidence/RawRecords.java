package app.stalekeys.core.evidence;

import app.stalekeys.core.source.UnusableSourceException;
import java.io.IOException;

/// A file's records, to be walked over as often as needed without holding them. One reader a format
/// implements it, in `evidence.read`.
public interface RawRecords {

  /// The names of the columns.
  ///
  /// @throws UnusableSourceException when the file has none
  Head head() throws IOException, UnusableSourceException;

  /// Walks over every record below the head, in the file's order.
  ///
  /// @throws UnusableSourceException when nothing behind some point can be read
  void forEach(RawSink sink) throws IOException, UnusableSourceException;

  /// How the format was understood, in words for the reading desk, such as `semicolon`.
  java.util.Map<String, String> understanding() throws IOException, UnusableSourceException;

  /// Whether a record's row is a line of the text, so that the raw line can be shown; else it is the
  /// record's number, or a row of a sheet.
  default boolean rowsAreLines() throws IOException, UnusableSourceException {
    return true;
  }
}
