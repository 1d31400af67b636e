package app.stalekeys.core.check.catalogue;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.accounts.Dormant;
import app.stalekeys.core.check.accounts.LeaverEnabled;
import app.stalekeys.core.check.accounts.LeaverSignedIn;
import app.stalekeys.core.check.accounts.Orphan;
import app.stalekeys.core.check.authentication.NoSecondFactor;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// The checks, in the order in which they are shown and run.
public final class Catalogue {

  private static final List<Check> CHECKS =
      List.of(
          new Dormant(),
          new LeaverEnabled(),
          new LeaverSignedIn(),
          new Orphan(),
          new NoSecondFactor());

  /// Names an audit file may already use for checks that this version does not have. Their settings
  /// are accepted and said to change nothing, so that one file serves several versions.
  private static final Set<String> ANNOUNCED =
      Set.of(
          "never-used",
          "ownerless",
          "shared-account",
          "built-in-enabled",
          "duplicate-account",
          "incomplete-record",
          "stale-invitation",
          "held-while-disabled",
          "expired-enabled",
          "external-no-end",
          "weak-second-factor",
          "password-old",
          "password-never-expires",
          "no-lockout",
          "no-password-history",
          "weak-password",
          "key-not-rotated",
          "key-unused",
          "many-secrets",
          "long-lived-secret",
          "credential-expiring",
          "too-many-administrators",
          "unused-permission",
          "unlike-peers",
          "direct-grant",
          "mover-kept-access",
          "expired-assignment",
          "unscoped",
          "licence-above-need",
          "sensitive-export",
          "role-unassigned",
          "role-few-holders",
          "role-empty",
          "role-same-as",
          "role-contained",
          "role-ownerless",
          "role-conflicted",
          "role-nesting-loop",
          "conflict",
          "conflict-exercised",
          "mitigation-lapsed",
          "guessing",
          "guessed",
          "spraying",
          "repeated-failures",
          "lockouts",
          "unexpected-address",
          "two-places",
          "odd-hours",
          "overlapping-sessions",
          "long-session",
          "service-interactive",
          "disabled-signed-in",
          "awakened",
          "rare-client",
          "self-granted",
          "unapproved-change",
          "brief-elevation",
          "change-off-the-record",
          "unauthorised-administrator",
          "idle-administrator",
          "denied-repeatedly",
          "system-outdated",
          "system-offline",
          "system-certificate");

  private Catalogue() {}

  public static List<Check> checks() {
    return CHECKS;
  }

  public static Optional<Check> check(String id) {
    return CHECKS.stream().filter(check -> check.id().equals(id)).findFirst();
  }

  public static boolean isAnnounced(String id) {
    return ANNOUNCED.contains(id);
  }
}
