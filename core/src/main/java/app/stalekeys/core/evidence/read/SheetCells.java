package app.stalekeys.core.evidence.read;

import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.Row;
import org.jspecify.annotations.Nullable;

/// The cells of a sheet's row as texts: real dates as ISO dates, numbers without a needless point.
final class SheetCells {

  /// A number format that shows days or times: it has a letter of either outside quotes and brackets.
  private static final Pattern LITERALS = Pattern.compile("\"[^\"]*\"|\\[[^\\]]*]|\\\\.");

  private static final Pattern DATED = Pattern.compile("(?i)[dyhs]|m{1,5}");

  private SheetCells() {}

  /// @param width texts to give at least, filled with empty ones; further empty cells are left out
  static List<String> texts(Row row, int width) {
    List<String> texts = new ArrayList<>();
    for (int i = 0; i < row.getCellCount(); i++) {
      texts.add(text(row.getCell(i)));
    }
    while (texts.size() > width && texts.getLast().isEmpty()) {
      texts.removeLast();
    }
    while (texts.size() < width) {
      texts.add("");
    }
    return texts;
  }

  private static String text(@Nullable Cell cell) {
    if (cell == null || cell.getType() == CellType.EMPTY) {
      return "";
    }
    if (cell.getType() == CellType.NUMBER) {
      return isDated(cell) ? date(cell) : number(cell);
    }
    if (cell.getType() == CellType.BOOLEAN) {
      return String.valueOf(cell.getValue()).toLowerCase(java.util.Locale.ROOT);
    }
    String text = cell.getText();
    return text == null ? "" : text;
  }

  private static boolean isDated(Cell cell) {
    String format = cell.getDataFormatString();
    if (format == null || format.equalsIgnoreCase("General")) {
      return false;
    }
    return DATED.matcher(LITERALS.matcher(format).replaceAll("")).find();
  }

  private static String date(Cell cell) {
    try {
      LocalDateTime at = cell.asDate();
      return at.toLocalTime().equals(LocalTime.MIN)
          ? at.toLocalDate().toString()
          : at.withNano(0).toString();
    } catch (ExcelReaderException | java.time.DateTimeException none) {
      return number(cell);
    }
  }

  private static String number(Cell cell) {
    String raw = cell.getRawValue();
    try {
      return new BigDecimal(raw == null ? "" : raw).stripTrailingZeros().toPlainString();
    } catch (NumberFormatException none) {
      return raw == null ? "" : raw;
    }
  }
}
