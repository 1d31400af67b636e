package app.stalekeys.core.evidence;

/// Receives a file's records in order. Every record below the head reaches exactly one of the three.
public interface RawSink {

  /// @param record valid during the call only
  void record(RawRecord record);

  /// A blank line, a repeated head or a total line.
  void skipped(long row);

  /// A record that does not have the format's shape.
  void malformed(long row, String value, String reason);
}
