package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A role or an account gets a permission, or a pattern of several. Both days are inclusive.
///
/// @param role the holding role; empty when an account holds it
/// @param account the holding account; null when a role holds it
public record Grant(
    String role,
    @Nullable Account account,
    Permission permission,
    Effect effect,
    Scope scope,
    @Nullable LocalDate from,
    @Nullable LocalDate until,
    Place place) {

  public enum Effect {
    ALLOW,
    DENY,
    CEILING;

    static Effect of(String word) {
      return switch (word) {
        case "deny" -> DENY;
        case "ceiling" -> CEILING;
        default -> ALLOW;
      };
    }
  }

  public boolean isCurrent(LocalDate asOf) {
    return (from == null || !from.isAfter(asOf)) && (until == null || !until.isBefore(asOf));
  }
}
