package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.RawRecord;
import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import java.util.ArrayList;
import java.util.List;

/// Puts the cells that the parser finds together to rows, the same one filled again each time; its number is the line
/// on which it starts, from 1 for the first line parsed. What stands again and again in a column is one text.
final class CsvRows extends AbstractBaseCsvCallbackHandler<TableRow> {

  /// Columns whose texts are kept: of more there would be too many tables.
  private static final int KEPT_COLUMNS = 256;

  /// More cells in a record than can be read.
  static final class TooWideException extends RuntimeException {}

  private final List<CellTexts> columns = new ArrayList<>();
  private final TableRow row = new TableRow();

  @Override
  protected void handleBegin(long line) {
    row.clear(line);
  }

  @Override
  protected void handleField(int column, char[] letters, int from, int length, boolean quoted) {
    if (column >= Limits.COLUMNS) {
      throw new TooWideException();
    }
    if (column >= KEPT_COLUMNS) {
      row.add(letters, from, length);
      return;
    }
    if (column == columns.size()) {
      columns.add(new CellTexts());
    }
    CellTexts texts = columns.get(column);
    int token = texts.token(letters, from, length);
    if (token == RawRecord.NO_TOKEN) {
      row.add(letters, from, length);
    } else {
      row.add(texts.text(token), token);
    }
  }

  @Override
  protected void handleEmpty() {
    row.add("", RawRecord.NO_TOKEN);
  }

  @Override
  protected TableRow buildRecord() {
    return row;
  }
}
