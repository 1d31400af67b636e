package app.stalekeys.core.evidence;

/// Turns raw records into facts of one kind. A record is first read whole and only then written, so that
/// a row whose last cell is bad leaves nothing behind.
interface RecordWriter {

  /// What a record came to for this kind.
  sealed interface Result {
    Result READY = new Ready();

    /// The record's facts wait to be written.
    record Ready() implements Result {}

    /// A required field has no value.
    record Lacking(Column column) implements Result {}

    /// A cell is not what its field asks for.
    record Bad(Column column, String value, CellReader.Outcome outcome) implements Result {}
  }

  Result read(RawRecord record);

  /// Writes the facts of the record read last.
  void write(RawRecord record);

  /// Whether a time of the record read last met a change of clocks.
  Moment.ClockMark clockMark();

  /// Seals a full segment, or what is left at the end.
  void flush(boolean atEnd, FactSink sink);
}
