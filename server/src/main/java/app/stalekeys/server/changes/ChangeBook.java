package app.stalekeys.server.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.change.Approvals;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.catalogue.Catalogue;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.AccessRequest;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/// The activity of a snapshot as this view needs it: what administers access row by row, everything else counted
/// by who did what. Put together once a snapshot.
@Service
class ChangeBook {

  /// What stands behind a change that gave access.
  enum Approval {
    /// A request fits.
    APPROVED,
    /// None fits.
    NONE,
    /// No evidence of requests: not tested, not approved.
    UNKNOWN,
    /// It gave nothing that is asked for.
    NOT_NEEDED;

    String word() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }
  }

  /// One change of access or accounts.
  ///
  /// @param target null when no accounts file defines it
  /// @param request the approved one that fits best
  /// @param self whether actor and target are the same account or person
  record Change(
      ApplicationAccess access,
      Activity done,
      @Nullable Account target,
      Approval approval,
      @Nullable AccessRequest request,
      boolean self) {}

  /// What is counted together: an actor's doing of one action on one resource.
  record Deed(String application, String actor, String action, String resource, boolean denied) {}

  /// How often, first and last in milliseconds, and the row of the first time.
  static final class Runs {
    /// The name of the actor's person; empty when there is none.
    final String person;

    int count;
    long first = Long.MAX_VALUE;
    long last = Long.MIN_VALUE;
    @Nullable Place place;

    Runs(String person) {
      this.person = person;
    }

    void add(Activity done) {
      count++;
      if (done.at() < first) {
        first = done.at();
        place = done.place();
      }
      last = Math.max(last, done.at());
    }
  }

  /// @param changes in the order of time
  record Book(Snapshot snapshot, List<Change> changes, Map<Deed, Runs> runs) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final Map<Long, Book> books = new ConcurrentHashMap<>();

  ChangeBook(Snapshots snapshots, Examinations examinations) {
    this.snapshots = snapshots;
    this.examinations = examinations;
  }

  Book of(long snapshotId) {
    Snapshot loaded = examinations.loaded(snapshotId);
    return books.compute(
        snapshotId,
        (id, known) ->
            known != null && known.snapshot == loaded
                ? known
                : read(loaded, snapshots.get(id).file()));
  }

  private static Book read(Snapshot snapshot, AuditFile file) {
    List<Change> changes = new ArrayList<>();
    Map<Deed, Runs> runs = new HashMap<>();
    for (ApplicationAccess access : snapshot.applications()) {
      if (access.coverage().has("activity")) {
        read(snapshot, access, file, changes, runs);
      }
    }
    changes.sort(
        Comparator.comparingLong((Change change) -> change.done.at())
            .thenComparing(change -> change.done.place()));
    return new Book(snapshot, changes, runs);
  }

  private static void read(
      Snapshot snapshot,
      ApplicationAccess access,
      AuditFile file,
      List<Change> changes,
      Map<Deed, Runs> runs) {
    String application = access.application().id();
    Check check = Catalogue.check("unapproved-change").orElseThrow();
    CheckSettings settings = file.of(check.id(), application);
    Approvals approvals =
        access.coverage().has("requests")
            ? new Approvals(
                access,
                snapshot.zone(),
                check.number(settings, "days"),
                check.number(settings, "after"))
            : null;
    access
        .records()
        .activity()
        .scan(done -> {
          String actor = done.actor() == null ? done.actorName() : done.actor().key();
          runs.computeIfAbsent(
                  new Deed(application, actor, done.action(), done.resource(), done.denied()),
                  key -> new Runs(person(access, done.actor())))
              .add(done);
          if (done.isAdministrative()) {
            changes.add(change(access, done, approvals));
          }
        });
  }

  /// Empty when nobody is known.
  static String person(ApplicationAccess access, @Nullable Account account) {
    Match match = account == null ? null : access.match(account);
    return match == null ? "" : match.person().name();
  }

  private static Change change(
      ApplicationAccess access, Activity done, @Nullable Approvals approvals) {
    Account target = done.target().isEmpty() ? null : access.book().find("", done.target());
    AccessRequest request = null;
    Approval approval = Approval.NOT_NEEDED;
    if (done.givesAccess()) {
      request = approvals == null || target == null ? null : approvals.behind(done, target);
      approval =
          approvals == null || target == null
              ? Approval.UNKNOWN
              : request == null ? Approval.NONE : Approval.APPROVED;
    }
    return new Change(access, done, target, approval, request, isSelf(access, done, target));
  }

  private static boolean isSelf(ApplicationAccess access, Activity done, @Nullable Account target) {
    Account actor = done.actor();
    if (actor == null || target == null) {
      return false;
    }
    if (actor.index() == target.index()) {
      return true;
    }
    Match one = access.match(actor);
    Match other = access.match(target);
    return one != null && other != null && one.person().id().equals(other.person().id());
  }
}
