package app.stalekeys.core.certify;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Access of one account that may become an item.
///
/// @param key application, account, kind, what and, for single assignments, the scope, a line each
/// @param what the role's id or the permission; empty for all of an account's own grants
/// @param gives the numbers of the permissions it is about. Not to be changed
/// @param given the day it was given; null when its row does not say
record Candidate(
    String key,
    ApplicationAccess access,
    Account account,
    Kind kind,
    String what,
    List<String> scopes,
    BitSet gives,
    @Nullable LocalDate given,
    Place place) {

  enum Kind {
    ROLE,
    GRANTS,
    PERMISSION;

    String word() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }
  }

  static String key(
      ApplicationAccess access, Account account, Kind kind, String what, String scope) {
    return String.join("\n", access.application().id(), account.key(), kind.word(), what, scope);
  }

  boolean isPrivileged() {
    return (kind == Kind.ROLE && access.isPrivilegedRole(what))
        || gives.intersects(access.effective().universe().atLeast(Sensitivity.CRITICAL));
  }

  boolean isSensitive() {
    return isPrivileged()
        || gives.intersects(access.effective().universe().atLeast(Sensitivity.HIGH));
  }

  /// The same row only: two candidates of one snapshot are never equal by chance.
  @Override
  public boolean equals(@Nullable Object other) {
    return this == other;
  }

  @Override
  public int hashCode() {
    return System.identityHashCode(this);
  }
}
