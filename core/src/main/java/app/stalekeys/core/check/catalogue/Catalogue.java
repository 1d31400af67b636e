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
import app.stalekeys.core.check.changes.BriefElevation;
import app.stalekeys.core.check.changes.ChangeOffTheRecord;
import app.stalekeys.core.check.changes.DeniedRepeatedly;
import app.stalekeys.core.check.changes.IdleAdministrator;
import app.stalekeys.core.check.changes.SelfGranted;
import app.stalekeys.core.check.changes.UnapprovedChange;
import app.stalekeys.core.check.changes.UnauthorisedAdministrator;
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
import app.stalekeys.core.check.signins.Awakened;
import app.stalekeys.core.check.signins.DisabledSignedIn;
import app.stalekeys.core.check.signins.Guessed;
import app.stalekeys.core.check.signins.Guessing;
import app.stalekeys.core.check.signins.Lockouts;
import app.stalekeys.core.check.signins.LongSession;
import app.stalekeys.core.check.signins.OddHours;
import app.stalekeys.core.check.signins.OverlappingSessions;
import app.stalekeys.core.check.signins.RareClient;
import app.stalekeys.core.check.signins.RepeatedFailures;
import app.stalekeys.core.check.signins.ServiceInteractive;
import app.stalekeys.core.check.signins.Spraying;
import app.stalekeys.core.check.signins.TwoPlaces;
import app.stalekeys.core.check.signins.UnexpectedAddress;
import app.stalekeys.core.check.systems.SystemCertificate;
import app.stalekeys.core.check.systems.SystemOffline;
import app.stalekeys.core.check.systems.SystemOutdated;
import java.util.List;
import java.util.Optional;

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
          new Guessing(),
          new Guessed(),
          new Spraying(),
          new RepeatedFailures(),
          new Lockouts(),
          new UnexpectedAddress(),
          new TwoPlaces(),
          new OddHours(),
          new OverlappingSessions(),
          new LongSession(),
          new ServiceInteractive(),
          new DisabledSignedIn(),
          new Awakened(),
          new RareClient(),
          new SelfGranted(),
          new UnapprovedChange(),
          new BriefElevation(),
          new ChangeOffTheRecord(),
          new UnauthorisedAdministrator(),
          new IdleAdministrator(),
          new DeniedRepeatedly(),
          new SystemOutdated(),
          new SystemOffline(),
          new SystemCertificate());

  private Catalogue() {}

  public static List<Check> checks() {
    return CHECKS;
  }

  public static Optional<Check> check(String id) {
    return CHECKS.stream().filter(check -> check.id().equals(id)).findFirst();
  }
}
