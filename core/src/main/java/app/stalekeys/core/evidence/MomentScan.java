package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import org.jspecify.annotations.Nullable;

/// Looks at every cell of one dated column to prove its shape: one day above 12 in the first or the
/// second number decides for the whole column; when nothing decides, it is an issue and not a guess.
public final class MomentScan {

  private final MomentShape clearShape = MomentShape.found(MomentShape.Order.CLEAR);
  private final MomentShape dayFirstShape = MomentShape.found(MomentShape.Order.DAY_FIRST);
  private final MomentShape monthFirstShape = MomentShape.found(MomentShape.Order.MONTH_FIRST);
  private final NeverWords never;
  private final Place column;

  private long clear;
  private long dayFirst;
  private long monthFirst;
  private long serial;
  private long open;
  private long firstDayFirst;
  private long firstMonthFirst;
  private @Nullable String openExample;
  private long openRow;

  /// @param column the file and column; its row is not used
  public MomentScan(Place column, NeverWords never) {
    this.column = column;
    this.never = never;
  }

  public void observe(long row, String cell) {
    if (never.contains(cell)) {
      return;
    }
    if (clearShape.read(cell) != null) {
      clear++;
    } else if (MomentShape.serial(cell) != null) {
      serial++;
    } else {
      observeNumeric(row, cell);
    }
  }

  private void observeNumeric(long row, String cell) {
    Moment asDayFirst = dayFirstShape.read(cell);
    Moment asMonthFirst = monthFirstShape.read(cell);
    if (asDayFirst != null && asMonthFirst != null) {
      if (open++ == 0) {
        openExample = cell;
        openRow = row;
      }
    } else if (asDayFirst != null) {
      if (dayFirst++ == 0) {
        firstDayFirst = row;
      }
    } else if (asMonthFirst != null) {
      if (monthFirst++ == 0) {
        firstMonthFirst = row;
      }
    }
  }

  /// The issue that keeps the column from being read, or null when its shape is proven.
  public @Nullable Issue issue() {
    if (dayFirst > 0 && monthFirst > 0) {
      return Issue.unusable(
          "dates-contradict",
          "line %d can only be day first and line %d only month first, expected one order in the whole column; declare \"dates\" under \"read\" or have the export made again"
              .formatted(firstDayFirst, firstMonthFirst),
          place(firstMonthFirst));
    }
    if (dayFirst == 0 && monthFirst == 0 && open > 0) {
      return Issue.unusable(
          "dates-ambiguous",
          "%s could be day first or month first, and no row of the column decides; declare \"dates\" under \"read\", for instance dates: dd.MM.yyyy"
              .formatted(Quoted.text(String.valueOf(openExample))),
          place(openRow));
    }
    return null;
  }

  private Place place(long row) {
    return Place.ofRow(column.file(), row).inColumn(column.column());
  }

  /// Whether what was seen decides the shape beyond what later rows could quietly add to: spreadsheet
  /// numbers, for one, mean something else as soon as a real date stands among them.
  boolean isProven() {
    return issue() == null && order() != MomentShape.Order.SERIAL;
  }

  public MomentShape.Order order() {
    if (dayFirst > 0) {
      return MomentShape.Order.DAY_FIRST;
    }
    if (monthFirst > 0) {
      return MomentShape.Order.MONTH_FIRST;
    }
    return serial > 0 && clear == 0 ? MomentShape.Order.SERIAL : MomentShape.Order.CLEAR;
  }

  /// How the shape was found, in words for the reading desk, such as `day first, proven by 19 rows`.
  public String proof() {
    return switch (order()) {
      case DAY_FIRST -> "day first, proven by %,d rows".formatted(dayFirst);
      case MONTH_FIRST -> "month first, proven by %,d rows".formatted(monthFirst);
      case SERIAL -> "spreadsheet day numbers in %,d rows".formatted(serial);
      case CLEAR -> clear == 0 ? "no dates in the column" : "year first or a count, no doubt";
    };
  }
}
