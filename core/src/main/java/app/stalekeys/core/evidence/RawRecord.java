package app.stalekeys.core.evidence;

import app.stalekeys.core.bits.Slice;
import java.util.List;

/// One record as the file has it, cells by the position of the [Head].
public interface RawRecord {

  /// No token.
  int NO_TOKEN = -1;

  /// The line on which it starts, from 1.
  long row();

  /// The cell's text as it stands, its first value where there are several; empty when absent.
  default String cell(int column) {
    List<String> values = cells(column);
    return values.isEmpty() ? "" : values.getFirst();
  }

  /// The cell's text where it lies, without making it: as long as the record is.
  ///
  /// @return false, and nothing else, when it lies nowhere as letters and is to be asked for as a text
  default boolean letters(int column, Slice into) {
    return false;
  }

  /// A number that stands for the cell's text in its column as long as the file is read, counted from 0: the same
  /// for the same text, so that what a text means is found out once. [#NO_TOKEN] when it has none.
  default int token(int column) {
    return NO_TOKEN;
  }

  /// All values of the cell: more than one only in formats that repeat an attribute.
  List<String> cells(int column);

  /// Whether a cell can have several values: never in formats of rows and columns.
  boolean repeats();

  /// Whether the record can be about that kind at all: an entry of a group is no account. Formats that
  /// do not tell say yes.
  default boolean describes(Kind kind) {
    return true;
  }
}
