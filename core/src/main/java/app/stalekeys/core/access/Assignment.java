package app.stalekeys.core.access;

import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// An account holds a role, perhaps in one scope, perhaps for a time. Both days are inclusive.
///
/// @param at when it was given; null when the export does not say
public record Assignment(
    Account account,
    String role,
    Scope scope,
    @Nullable LocalDate from,
    @Nullable LocalDate until,
    @Nullable Instant at,
    Place place) {

  public boolean isCurrent(LocalDate asOf) {
    return (from == null || !from.isAfter(asOf)) && (until == null || !until.isBefore(asOf));
  }
}
