package app.stalekeys.core.change;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Earlier;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.ZoneClock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/// The roles of one account at the end of any day, rebuilt from the snapshots and the recorded changes. What
/// they do not settle is uncertain, and says why: a role is never guessed.
///
/// Of a role, the recorded change next before the day says whether it was held, else the one next after it; a
/// window of an assignment says so too. Without any of them a role was as on the nearest as-of date, provided that
/// the trail covers the days between; where both as-of dates disagree and no change lies between, it is uncertain.
public final class RolesOnADay {

  public enum State {
    HELD,
    NOT_HELD,
    UNCERTAIN;

    public String word() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
    }
  }

  /// @param why in words what says so
  /// @param places the rows that say so; empty where only the absence of changes does
  public record RoleState(String role, State state, String why, List<Place> places) {}

  private final Snapshot snapshot;
  private final ApplicationAccess access;
  private final Account account;
  private final LocalDate day;
  private final ZoneClock clock;
  private final List<Activity> changes = new ArrayList<>();
  private final List<Assignment> assignments;
  private @Nullable LocalDate trailFrom;

  private RolesOnADay(Snapshot snapshot, ApplicationAccess access, Account account, LocalDate day) {
    this.snapshot = snapshot;
    this.access = access;
    this.account = account;
    this.day = day;
    this.clock = new ZoneClock(snapshot.zone());
    this.assignments =
        access.assignments().stream()
            .filter(assignment -> assignment.account().index() == account.index())
            .toList();
    access
        .records()
        .activity()
        .scan(done -> {
          LocalDate on = dayOf(done);
          if (trailFrom == null || on.isBefore(trailFrom)) {
            trailFrom = on;
          }
          if (!done.denied() && isOfRoles(done) && isTarget(done)) {
            changes.add(done);
          }
        });
    changes.sort(Comparator.comparingLong(Activity::at));
  }

  /// Every role that any evidence names for the account, in order.
  ///
  /// @param day on or before the snapshot's as-of date
  public static List<RoleState> of(
      Snapshot snapshot, ApplicationAccess access, Account account, LocalDate day) {
    RolesOnADay asked = new RolesOnADay(snapshot, access, account, day);
    return asked.names().stream().map(asked::state).toList();
  }

  private static boolean isOfRoles(Activity done) {
    return done.action().equals("give-role") || done.action().equals("take-role");
  }

  private boolean isTarget(Activity done) {
    Account target = access.book().find("", done.target());
    return target != null && target.index() == account.index();
  }

  private LocalDate dayOf(Activity done) {
    return LocalDate.ofEpochDay(clock.epochDay(done.at()));
  }

  private Set<String> names() {
    Set<String> names = new TreeSet<>(CodePoints.ORDER);
    assignments.forEach(assignment -> names.add(assignment.role()));
    changes.forEach(done -> names.add(roleOf(done)));
    Earlier.State before = before();
    if (before != null) {
      before.listed().stream()
          .filter(given -> given.account().equals(key()))
          .forEach(given -> names.add(given.role()));
    }
    names.remove("");
    return names;
  }

  private String key() {
    IdRule ids = access.application().ids();
    return ids.key(account.key());
  }

  private Earlier.@Nullable State before() {
    Earlier earlier = snapshot.earlier();
    Earlier.State state = earlier == null ? null : earlier.state(access.application().id());
    return state == null || !state.hasAssignments() ? null : state;
  }

  private static String roleOf(Activity done) {
    return done.action().equals("give-role") ? done.after() : done.before();
  }

  private RoleState state(String role) {
    List<Activity> own = changes.stream().filter(done -> roleOf(done).equals(role)).toList();
    Activity last = null;
    Activity next = null;
    for (Activity done : own) {
      if (!dayOf(done).isAfter(day)) {
        last = done;
      } else if (next == null) {
        next = done;
      }
    }
    RoleState byWindow = byWindow(role);
    if (last != null) {
      boolean given = last.action().equals("give-role");
      RoleState byChange =
          new RoleState(
              role,
              given ? State.HELD : State.NOT_HELD,
              (given ? "given on " : "taken on ") + dayOf(last),
              List.of(last.place()));
      return byWindow != null && byWindow.state != byChange.state
          ? disagreeing(role, byChange, byWindow)
          : byChange;
    }
    if (byWindow != null) {
      return byWindow;
    }
    if (next != null) {
      boolean given = next.action().equals("give-role");
      return new RoleState(
          role,
          given ? State.NOT_HELD : State.HELD,
          (given ? "given only on " : "taken only on ") + dayOf(next),
          List.of(next.place()));
    }
    return byDates(role);
  }

  private static RoleState disagreeing(String role, RoleState one, RoleState other) {
    List<Place> places = new ArrayList<>(one.places);
    places.addAll(other.places);
    return new RoleState(role, State.UNCERTAIN, "%s, but %s".formatted(one.why, other.why), places);
  }

  /// What assignments with a window say; null when there is none.
  private @Nullable RoleState byWindow(String role) {
    RoleState outside = null;
    for (Assignment assignment : assignments) {
      if (!assignment.role().equals(role)
          || (assignment.from() == null && assignment.until() == null)) {
        continue;
      }
      String window =
          "the assignment runs from %s to %s"
              .formatted(
                  assignment.from() == null ? "the first" : assignment.from(),
                  assignment.until() == null ? "no end" : assignment.until());
      boolean isCurrent = assignment.isCurrent(day);
      RoleState said =
          new RoleState(
              role, isCurrent ? State.HELD : State.NOT_HELD, window, List.of(assignment.place()));
      if (isCurrent) {
        return said;
      }
      outside = said;
    }
    return outside;
  }

  /// What the as-of dates say when no change and no window does.
  private RoleState byDates(String role) {
    Assignment now =
        assignments.stream()
            .filter(one -> one.role().equals(role) && one.isCurrent(snapshot.asOf()))
            .findFirst()
            .orElse(null);
    boolean heldNow = now != null;
    List<Place> places = now == null ? List.of() : List.of(now.place());
    Earlier earlier = snapshot.earlier();
    Earlier.State before = before();
    if (earlier != null && before != null && before.accounts().contains(key())) {
      boolean heldThen =
          before.held().stream()
              .anyMatch(given -> given.account().equals(key()) && given.role().equals(role));
      if (heldThen != heldNow && !day.isBefore(snapshot.asOf())) {
        return asNow(role, heldNow, places);
      }
      if (heldThen != heldNow && day.isAfter(earlier.asOf())) {
        return new RoleState(
            role,
            State.UNCERTAIN,
            "%s on %s and %s on %s, and no recorded change lies between"
                .formatted(
                    heldThen ? "held" : "not held",
                    earlier.asOf(),
                    heldNow ? "held" : "not held",
                    snapshot.asOf()),
            places);
      }
      if (!day.isAfter(earlier.asOf())) {
        return backwards(role, heldThen, earlier.asOf(), places);
      }
    }
    return day.isBefore(snapshot.asOf())
        ? backwards(role, heldNow, snapshot.asOf(), places)
        : asNow(role, heldNow, places);
  }

  private RoleState asNow(String role, boolean held, List<Place> places) {
    return new RoleState(
        role, held ? State.HELD : State.NOT_HELD, "as on " + snapshot.asOf(), places);
  }

  /// From a known date back to the day, over a trail without a change.
  private RoleState backwards(String role, boolean held, LocalDate known, List<Place> places) {
    boolean covered = trailFrom != null && !trailFrom.isAfter(day);
    String as = "%s on %s".formatted(held ? "held" : "not held", known);
    return covered || day.equals(known)
        ? new RoleState(
            role,
            held ? State.HELD : State.NOT_HELD,
            day.equals(known) ? as : as + ", and no change is recorded since",
            places)
        : new RoleState(
            role,
            State.UNCERTAIN,
            as
                + (trailFrom == null
                    ? ", and there is no trail of changes"
                    : ", and the trail begins only on " + trailFrom),
            places);
  }
}
