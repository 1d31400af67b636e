package app.stalekeys.core.people;

import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A worker in the personnel roster.
///
/// @param id the roster's own spelling
/// @param workerType `employee`, `contractor`, `external`, or empty
/// @param end the last day; null when the roster has none
/// @param place the roster's row
public record Person(
    String id,
    String name,
    String email,
    Status status,
    String title,
    String department,
    String manager,
    String workerType,
    @Nullable LocalDate start,
    @Nullable LocalDate end,
    Place place) {

  /// The roster's word; UNKNOWN when it has none.
  public enum Status {
    ACTIVE,
    ON_LEAVE,
    LEFT,
    UNKNOWN;

    static Status of(String word) {
      return switch (word) {
        case "active" -> ACTIVE;
        case "on-leave" -> ON_LEAVE;
        case "left" -> LEFT;
        default -> UNKNOWN;
      };
    }
  }

  /// Whether the person is no employee: a contractor or somebody from outside.
  public boolean isExternal() {
    return workerType.equals("contractor") || workerType.equals("external");
  }

  /// Whether the person has left: the last day is `asOf` or before, or the roster says so without
  /// giving a day. A last day that is still to come means not yet.
  public boolean hasLeft(LocalDate asOf) {
    LocalDate lastDay = end;
    return lastDay == null ? status == Status.LEFT : !lastDay.isAfter(asOf);
  }
}
