package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.time.Clock;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
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

  /// For one list of fixes, of one audit or of several.
  FixSnapshots snapshots() {
    return new FixSnapshots(snapshots, places, clock);
  }

  /// The findings it clears in their words, else where it comes from.
  String why(FixRow row) {
    List<Clear> clears = clears(row);
    return clears.isEmpty()
        ? row.source()
        : clears.stream().map(Clear::sentence).distinct().collect(Collectors.joining(" "));
  }

  static Severity severity(FixRow row) {
    return Severity.values()[row.severityRank()];
  }

  static String outcome(FixRow row) {
    return row.seenOutcome().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
  }

  /// Views for rows of one audit or of several.
  Function<FixRow, FixView> all() {
    FixSnapshots known = snapshots();
    return row -> view(row, known);
  }

  private FixView view(FixRow row, FixSnapshots known) {
    FixState state = row.state();
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
        known.isOverdue(row),
        state.word(),
        state.words(),
        known.planned(row),
        row.seenAsOf() == null ? null : row.seenAsOf().toString(),
        outcome(row),
        row.seenWords(),
        row.seenSnapshot(),
        known.seen(row),
        known.get(row.snapshotId()).file().asOf().toString(),
        row.snapshotId(),
        row.plannedBy(),
        row.plannedAt().toString());
  }
}
