package app.stalekeys.core.evidence.read;

import app.stalekeys.core.bits.Slice;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.RawRecord;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// A row of a table, with one value a cell. A reader fills the same one again for each row: whoever needs it later
/// takes a copy. What the parser saw lies as letters, one cell behind the other, and becomes a text when one is asked
/// for.
final class TableRow implements RawRecord {

  /// The cells that are texts; null for those that are letters only.
  private @Nullable String[] cells = new @Nullable String[16];

  private int[] tokens = new int[16];

  /// Where the letters of each cell end.
  private int[] ends = new int[16];

  private char[] letters = new char[128];
  private int size;

  /// Cells that begin with a letter or a sign of ASCII, as nearly all do that are filled.
  private int filled;

  private long row;
  private final Slice slice = new Slice();

  /// A row of its own, of texts without tokens.
  static TableRow of(List<String> cells, long row) {
    TableRow filled = new TableRow();
    filled.clear(row);
    cells.forEach(cell -> filled.add(cell, NO_TOKEN));
    return filled;
  }

  TableRow copy() {
    return of(list(), row);
  }

  /// Begins anew.
  void clear(long newRow) {
    size = 0;
    row = newRow;
    filled = 0;
  }

  void add(String cell, int token) {
    int start = end();
    room();
    cells[size] = cell;
    tokens[size] = token;
    ends[size++] = start;
    filled += !cell.isEmpty() && isPlain(cell.charAt(0)) ? 1 : 0;
  }

  /// Adds a cell by its letters, which are copied.
  void add(char[] array, int from, int length) {
    int start = end();
    room();
    if (letters.length - start < length) {
      letters = Arrays.copyOf(letters, Math.max(letters.length * 2, start + length));
    }
    System.arraycopy(array, from, letters, start, length);
    cells[size] = null;
    tokens[size] = NO_TOKEN;
    ends[size++] = start + length;
    filled += length > 0 && isPlain(array[from]) ? 1 : 0;
  }

  private static boolean isPlain(char letter) {
    return letter > ' ' && letter < 127;
  }

  /// Whether more cells than that are filled, seen without looking at all of them; false proves nothing.
  boolean fillsMoreThan(int number) {
    return filled > number;
  }

  private int end() {
    return size == 0 ? 0 : ends[size - 1];
  }

  private void room() {
    if (size == tokens.length) {
      cells = Arrays.copyOf(cells, size * 2);
      tokens = Arrays.copyOf(tokens, size * 2);
      ends = Arrays.copyOf(ends, size * 2);
    }
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
    String[] texts = new String[size];
    for (int i = 0; i < size; i++) {
      texts[i] = cell(i);
    }
    return List.of(texts);
  }

  @Override
  public long row() {
    return row;
  }

  @Override
  public String cell(int column) {
    String text = cells[column];
    if (text == null) {
      letters(column, slice);
      text = slice.toString();
      cells[column] = text;
    }
    return text;
  }

  @Override
  public boolean letters(int column, Slice into) {
    if (cells[column] != null) {
      return false;
    }
    into.move(letters, column == 0 ? 0 : ends[column - 1], ends[column]);
    return true;
  }

  /// Whether nothing but blanks stands in the cell.
  boolean isBlank(int column) {
    return IdRule.isBlank(letters(column, slice) ? slice : cell(column));
  }

  /// Whether the cell says that, blanks around it left out.
  boolean is(int column, String text) {
    if (!letters(column, slice)) {
      return IdRule.trim(cell(column)).equals(text);
    }
    IdRule.trim(slice);
    return text.contentEquals(slice);
  }

  @Override
  public int token(int column) {
    return tokens[column];
  }

  @Override
  public List<String> cells(int column) {
    return List.of(cell(column));
  }

  @Override
  public boolean repeats() {
    return false;
  }
}
