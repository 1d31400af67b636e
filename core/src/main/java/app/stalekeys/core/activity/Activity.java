package app.stalekeys.core.activity;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.source.Place;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// One recorded action in an application. Texts are empty where the log has none.
///
/// @param actor null when no accounts file defines the actor
/// @param at milliseconds since 1970-01-01 UTC
/// @param target the account it was done to, as the log spells it
/// @param before the role taken; @param after the role given
public record Activity(
    @Nullable Account actor,
    String actorName,
    long at,
    String action,
    String target,
    String resource,
    String before,
    String after,
    String scope,
    String session,
    boolean denied,
    String request,
    Place place) {

  /// Actions by which access or accounts are administered.
  private static final Set<String> ADMINISTRATIVE =
      Set.of(
          "give-role",
          "take-role",
          "give-permission",
          "take-permission",
          "create-account",
          "change-account",
          "enable-account",
          "disable-account",
          "delete-account",
          "change-role",
          "change-policy");

  /// Whether it was done and administers access or accounts.
  public boolean isAdministrative() {
    return !denied && ADMINISTRATIVE.contains(action);
  }

  /// Whether it was done and gives somebody a role or a permission.
  public boolean givesAccess() {
    return !denied && (action.equals("give-role") || action.equals("give-permission"));
  }

  /// Whether it names a permission that was used: anything done that does not administer.
  public boolean isUse() {
    return !denied && !ADMINISTRATIVE.contains(action) && !resource.isEmpty();
  }
}
