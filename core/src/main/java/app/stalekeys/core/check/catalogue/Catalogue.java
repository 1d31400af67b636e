package app.stalekeys.core.check.catalogue;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.accounts.BuiltInEnabled;
import app.stalekeys.core.check.accounts.Dormant;
import app.stalekeys.core.check.accounts.DuplicateAccount;
import app.stalekeys.core.check.accounts.ExpiredEnabled;
import app.stalekeys.core.check.accounts.ExternalNoEnd;
import app.stalekeys.core.check.accounts.HeldWhileDisabled;
import app.stalekeys.core.check.accounts.IncompleteRecord;
import app.stalekeys.core.check.accounts.LeaverEnabled;
import app.stalekeys.core.check.accounts.LeaverSignedIn;
import app.stalekeys.core.check.accounts.NeverUsed;
import app.stalekeys.core.check.accounts.Orphan;
import app.stalekeys.core.check.accounts.Ownerless;
import app.stalekeys.core.check.accounts.SharedAccount;
import app.stalekeys.core.check.accounts.StaleInvitation;
import app.stalekeys.core.check.authentication.CredentialExpiring;
import app.stalekeys.core.check.authentication.KeyNotRotated;
import app.stalekeys.core.check.authentication.KeyUnused;
import app.stalekeys.core.check.authentication.LongLivedSecret;
import app.stalekeys.core.check.authentication.ManySecrets;
import app.stalekeys.core.check.authentication.NoLockout;
import app.stalekeys.core.check.authentication.NoPasswordHistory;
import app.stalekeys.core.check.authentication.NoSecondFactor;
import app.stalekeys.core.check.authentication.PasswordNeverExpires;
import app.stalekeys.core.check.authentication.PasswordOld;
import app.stalekeys.core.check.authentication.WeakPassword;
import app.stalekeys.core.check.authentication.WeakSecondFactor;
import app.stalekeys.core.check.conflicts.ConflictExercised;
import app.stalekeys.core.check.conflicts.ConflictHeld;
import app.stalekeys.core.check.conflicts.MitigationLapsed;
import app.stalekeys.core.check.conflicts.RoleConflicted;
import app.stalekeys.core.check.excess.DirectGrant;
import app.stalekeys.core.check.excess.ExpiredAssignment;
import app.stalekeys.core.check.excess.LicenceAboveNeed;
import app.stalekeys.core.check.excess.MoverKeptAccess;
import app.stalekeys.core.check.excess.SensitiveExport;
import app.stalekeys.core.check.excess.TooManyAdministrators;
import app.stalekeys.core.check.excess.UnlikePeers;
import app.stalekeys.core.check.excess.Unscoped;
import app.stalekeys.core.check.excess.UnusedPermission;
import app.stalekeys.core.check.roles.RoleContained;
import app.stalekeys.core.check.roles.RoleEmpty;
import app.stalekeys.core.check.roles.RoleFewHolders;
import app.stalekeys.core.check.roles.RoleNestingLoop;
import app.stalekeys.core.check.roles.RoleOwnerless;
import app.stalekeys.core.check.roles.RoleSameAs;
import app.stalekeys.core.check.roles.RoleUnassigned;
import app.stalekeys.core.check.systems.SystemCertificate;
import app.stalekeys.core.check.systems.SystemOffline;
import app.stalekeys.core.check.systems.SystemOutdated;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// The checks, in the order in which they are shown and run.
public final class Catalogue {

  private static final List<Check> CHECKS =
      List.of(
          new Dormant(),
          new NeverUsed(),
          new LeaverEnabled(),
          new LeaverSignedIn(),
          new Orphan(),
          new Ownerless(),
          new SharedAccount(),
          new BuiltInEnabled(),
          new DuplicateAccount(),
          new IncompleteRecord(),
          new StaleInvitation(),
          new HeldWhileDisabled(),
          new ExpiredEnabled(),
          new ExternalNoEnd(),
          new NoSecondFactor(),
          new WeakSecondFactor(),
          new PasswordOld(),
          new PasswordNeverExpires(),
          new NoLockout(),
          new NoPasswordHistory(),
          new WeakPassword(),
          new KeyNotRotated(),
          new KeyUnused(),
          new ManySecrets(),
          new LongLivedSecret(),
          new CredentialExpiring(),
          new TooManyAdministrators(),
          new UnusedPermission(),
          new UnlikePeers(),
          new DirectGrant(),
          new MoverKeptAccess(),
          new ExpiredAssignment(),
          new Unscoped(),
          new LicenceAboveNeed(),
          new SensitiveExport(),
          new RoleUnassigned(),
          new RoleFewHolders(),
          new RoleEmpty(),
          new RoleSameAs(),
          new RoleContained(),
          new RoleOwnerless(),
          new RoleConflicted(),
          new RoleNestingLoop(),
          new ConflictHeld(),
          new ConflictExercised(),
          new MitigationLapsed(),
          new SystemOutdated(),
          new SystemOffline(),
          new SystemCertificate());

  /// Names an audit file may already use for checks that this version does not have. Their settings
  /// are accepted and said to change nothing, so that one file serves several versions.
  private static final Set<String> ANNOUNCED =
      Set.of(
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
          "denied-repeatedly");

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
