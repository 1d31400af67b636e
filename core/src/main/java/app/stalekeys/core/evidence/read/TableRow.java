package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.RawRecord;
import java.util.Arrays;
import java.util.List;

/// A row of a table, with one value a cell. A reader fills the same one again for each row: whoever needs it later
/// takes a copy.
final class TableRow implements RawRecord {

  private String[] cells;
  private int[] tokens;
  private int size;
  private long row;

  TableRow() {
    this(new String[16], new int[16], 0, 0);
  }

  private TableRow(String[] cells, int[] tokens, int size, long row) {
    this.cells = cells;
    this.tokens = tokens;
    this.size = size;
    this.row = row;
  }

  /// A row of its own, of texts without tokens.
  static TableRow of(List<String> cells, long row) {
    TableRow filled = new TableRow();
    filled.clear(row);
    cells.forEach(cell -> filled.add(cell, NO_TOKEN));
    return filled;
  }

  TableRow copy() {
    return new TableRow(Arrays.copyOf(cells, size), Arrays.copyOf(tokens, size), size, row);
  }

  /// Begins anew.
  void clear(long newRow) {
    size = 0;
    row = newRow;
  }

  void add(String cell, int token) {
    if (size == cells.length) {
      cells = Arrays.copyOf(cells, Math.max(size * 2, 16));
      tokens = Arrays.copyOf(tokens, cells.length);
    }
    cells[size] = cell;
    tokens[size++] = token;
  }

  int size() {
    return size;
  }

  /// The row's number is told by its reader, which knows what stands above the table.
  void moveTo(long newRow) {
    row = newRow;
  }

  /// The cells as they are now.
  List<String> list() {
    return List.of(Arrays.copyOf(cells, size));
  }

  @Override
  public long row() {
    return row;
  }

  @Override
  public String cell(int column) {
    return cells[column];
  }

  @Override
  public int token(int column) {
    return tokens[column];
  }

  @Override
  public List<String> cells(int column) {
    return List.of(cells[column]);
  }

  @Override
  public boolean repeats() {
    return false;
  }
}
