package app.stalekeys.server.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.change.RolesOnADay;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// What one account held at the end of any day.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/changes")
class RolesOnController {

  record RoleOnDay(String role, String state, String why, List<CitedPlaces.CitedPlace> places) {}

  record RolesView(
      String application,
      String account,
      String day,
      String asOf,
      @Nullable String comparedWith,
      List<RoleOnDay> roles) {}

  private final ChangeBook books;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  RolesOnController(ChangeBook books, Snapshots snapshots, CitedPlaces places) {
    this.books = books;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// What one account held at the end of a day.
  @GetMapping("/roles-on")
  RolesView rolesOn(
      @PathVariable long snapshot,
      @RequestParam String application,
      @RequestParam String account,
      @RequestParam Map<String, String> asked) {
    Snapshot loaded = books.of(snapshot).snapshot();
    ApplicationAccess access = Examinations.application(loaded, application);
    Account of =
        access.accounts().stream()
            .filter(one -> one.key().equals(account))
            .findFirst()
            .orElseThrow(() ->
                Refusal.missing(
                    "There is no account %s in %s; look for its key as the accounts file has it."
                        .formatted(account, access.application().name())));
    LocalDate day = ChangeFilter.day(asked, "day");
    LocalDate on = day == null ? loaded.asOf() : day;
    if (on.isAfter(loaded.asOf())) {
      throw Refusal.unusable(
          "%s is after the as-of date %s; nothing is known of it.".formatted(on, loaded.asOf()));
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    return new RolesView(
        application,
        account,
        on.toString(),
        loaded.asOf().toString(),
        loaded.earlier() == null ? null : loaded.earlier().asOf().toString(),
        RolesOnADay.of(loaded, access, of, on).stream()
            .map(state ->
                new RoleOnDay(
                    state.role(),
                    state.state().word(),
                    state.why(),
                    state.places().stream().map(cited).toList()))
            .toList());
  }
}
