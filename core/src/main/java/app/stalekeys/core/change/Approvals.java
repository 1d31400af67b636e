package app.stalekeys.core.change;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.AccessRequest;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.ZoneClock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Which approved request stands behind a change that gave access: for the same account or person, of the same
/// role or permission, asked for within so many days before and after it. Looked up by what was asked for.
public final class Approvals {

  private final ApplicationAccess access;
  private final ZoneClock clock;
  private final int before;
  private final int after;
  private final Map<String, List<AccessRequest>> byThing = new HashMap<>();

  /// @param before days before the change in which the request may lie; @param after days after it
  public Approvals(ApplicationAccess access, ZoneId zone, int before, int after) {
    this.access = access;
    this.clock = new ZoneClock(zone);
    this.before = before;
    this.after = after;
    for (AccessRequest request : AccessRequest.approved(access.records().requests())) {
      add(request.role(), request);
      if (!request.permission().isEmpty() && !request.permission().equals(request.role())) {
        add(request.permission(), request);
      }
    }
  }

  private void add(String thing, AccessRequest request) {
    byThing.computeIfAbsent(thing, key -> new ArrayList<>(1)).add(request);
  }

  /// The nearest in time; null when none fits.
  public @Nullable AccessRequest behind(Activity done, Account target) {
    long given = clock.epochDay(done.at());
    String thing = done.after().isEmpty() ? done.resource() : done.after();
    return byThing.getOrDefault(thing, List.of()).stream()
        .filter(request -> {
          long asked = clock.epochDay(request.at());
          return asked >= given - before && asked <= given + after;
        })
        .filter(request -> isFor(request, target))
        .min(Comparator.comparingLong(request -> Math.abs(request.at() - done.at())))
        .orElse(null);
  }

  /// For the account itself, or for whoever is behind it: a person asks for access, not for an account.
  private boolean isFor(AccessRequest request, Account target) {
    Account named =
        request.account().isEmpty()
            ? null
            : access.book().find(request.directory(), request.account());
    if (named != null && named.index() == target.index()) {
      return true;
    }
    Match match = access.match(target);
    Person asked = access.matching().person(request.person());
    if (asked == null && named != null) {
      Match behind = access.match(named);
      asked = behind == null ? null : behind.person();
    }
    return match != null && asked != null && match.person().id().equals(asked.id());
  }
}
