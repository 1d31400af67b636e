package app.stalekeys.core.source;

import java.util.Comparator;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// A place in a file: the thing every fact, figure and fault can be followed back to.
///
/// @param file the path as the audit file names it, with `/` between folders; where one file has
///     several entries, its sheet or member stands behind it in brackets
/// @param row from 1. In text files the line on which the record starts, because that is what text
///     editors show; in a workbook the sheet's own row number. 0 means the file as a whole
/// @param column the column's head or the attribute's name, null when the whole row is meant
public record Place(String file, long row, @Nullable String column) implements Comparable<Place> {

  private static final Comparator<Place> ORDER =
      Comparator.comparing(Place::file)
          .thenComparingLong(Place::row)
          .thenComparing(place -> Objects.requireNonNullElse(place.column, ""));

  public Place {
    Objects.requireNonNull(file, "file");
    if (row < 0) {
      throw new IllegalArgumentException("a row is 0 or more, not " + row);
    }
  }

  public static Place ofFile(String file) {
    return new Place(file, 0, null);
  }

  public static Place ofRow(String file, long row) {
    return new Place(file, row, null);
  }

  public Place inColumn(@Nullable String name) {
    return new Place(file, row, name);
  }

  /// `ledger/users.csv:12, column "State"`: the form that editors and terminals can jump to.
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder(file);
    if (row > 0) {
      text.append(':').append(row);
    }
    if (column != null) {
      text.append(", column \"").append(column).append('"');
    }
    return text.toString();
  }

  @Override
  public int compareTo(Place other) {
    return ORDER.compare(this, other);
  }
}
