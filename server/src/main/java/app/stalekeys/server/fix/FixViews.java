package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/// Fixes as the screens show them.
@Component
class FixViews {

  /// @param overdue whether somebody still has to act and the day has passed
  /// @param seenOutcome what the latest later snapshot said: `done`, `still-there`, `unknown`, or empty
  record FixView(
      long id,
      int version,
      String action,
      String application,
      String subjectType,
      String subject,
      String who,
      String what,
      String scope,
      String target,
      String words,
      String severity,
      String source,
      List<Clear> clears,
      Takes takes,
      String note,
      String actor,
      String due,
      boolean overdue,
      String state,
      String stateWords,
      CitedPlaces.@Nullable CitedPlace place,
      @Nullable String seenAsOf,
      String seenOutcome,
      String seenWords,
      @Nullable Long seenSnapshot,
      CitedPlaces.@Nullable CitedPlace seenPlace,
      String plannedAsOf,
      long plannedSnapshot,
      String plannedBy,
      String plannedAt) {}

  private final Snapshots snapshots;
  private final CitedPlaces places;
  private final JsonMapper json;
  private final Clock clock;

  FixViews(Snapshots snapshots, CitedPlaces places, JsonMapper json, Clock clock) {
    this.snapshots = snapshots;
    this.places = places;
    this.json = json;
    this.clock = clock;
  }

  List<Clear> clears(FixRow row) {
    return json.readValue(row.clears(), new TypeReference<List<Clear>>() {});
  }

  Takes takes(FixRow row) {
    return json.readValue(row.takes(), Takes.class);
  }

  boolean isOverdue(FixRow row) {
    LocalDate today =
        LocalDate.ofInstant(clock.instant(), snapshots.get(row.snapshotId()).file().zone());
    return row.state().isOpen() && row.due().isBefore(today);
  }

  static Severity severity(FixRow row) {
    return Severity.values()[row.severityRank()];
  }

  static String outcome(FixRow row) {
    return row.seenOutcome().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
  }

  /// Views for rows of one audit or of several; each file is looked up once a snapshot.
  Function<FixRow, FixView> all() {
    Map<Long, Function<Place, CitedPlaces.CitedPlace>> cited = new HashMap<>();
    Map<Long, OpenSnapshot> known = new HashMap<>();
    return row -> {
      OpenSnapshot planned = known.computeIfAbsent(row.snapshotId(), snapshots::get);
      return view(
          row, planned, id -> cited.computeIfAbsent(id, key -> places.of(snapshots.get(key))));
    };
  }

  private FixView view(
      FixRow row,
      OpenSnapshot planned,
      Function<Long, Function<Place, CitedPlaces.CitedPlace>> cited) {
    FixState state = row.state();
    Place place = row.place();
    Place seen = row.seenPlace();
    Long seenIn = row.seenSnapshot();
    return new FixView(
        row.id(),
        row.version(),
        row.step().action().word(),
        row.application(),
        row.step().subject().type(),
        row.step().subject().key(),
        row.who(),
        row.step().what(),
        row.step().scope(),
        row.step().to(),
        row.step().words(),
        severity(row).word(),
        row.source(),
        clears(row),
        takes(row),
        row.note(),
        row.actor(),
        row.due().toString(),
        isOverdue(row),
        state.word(),
        state.words(),
        place == null ? null : cited.apply(row.snapshotId()).apply(place),
        row.seenAsOf() == null ? null : row.seenAsOf().toString(),
        outcome(row),
        row.seenWords(),
        seenIn,
        seen == null || seenIn == null ? null : cited.apply(seenIn).apply(seen),
        planned.file().asOf().toString(),
        row.snapshotId(),
        row.plannedBy(),
        row.plannedAt().toString());
  }
}
