package app.stalekeys.core.task;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A recorded control that makes a conflict of one person tolerable until a date.
///
/// @param person a person's id, or the key of an account without a person
/// @param until the last day on which it holds; null for no end
/// @param owner who answers for it; may be empty
public record Mitigation(
    String conflict, String person, @Nullable LocalDate until, String control, String owner) {

  public boolean holdsOn(LocalDate day) {
    return until == null || !until.isBefore(day);
  }
}
