package app.stalekeys.server.fix;

import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/// The snapshots that a list of fixes speaks of, each looked up once for the whole list. For one answer; not for
/// several threads.
final class FixSnapshots {

  private final Snapshots snapshots;
  private final CitedPlaces places;
  private final Clock clock;
  private final Map<Long, OpenSnapshot> known = new HashMap<>();
  private final Map<Long, Function<Place, CitedPlaces.CitedPlace>> cited = new HashMap<>();

  FixSnapshots(Snapshots snapshots, CitedPlaces places, Clock clock) {
    this.snapshots = snapshots;
    this.places = places;
    this.clock = clock;
  }

  OpenSnapshot get(long id) {
    return known.computeIfAbsent(id, snapshots::get);
  }

  /// Whether somebody still has to act and the day has passed, in the audit's zone.
  boolean isOverdue(FixRow row) {
    LocalDate today = LocalDate.ofInstant(clock.instant(), get(row.snapshotId()).file().zone());
    return row.state().isOpen() && row.due().isBefore(today);
  }

  /// The row that a fix was planned by; null when no row says it.
  CitedPlaces.@Nullable CitedPlace planned(FixRow row) {
    return cited(row.place(), row.snapshotId());
  }

  /// The row of the latest later snapshot that shows what became of it; null when there is none.
  CitedPlaces.@Nullable CitedPlace seen(FixRow row) {
    return cited(row.seenPlace(), row.seenSnapshot());
  }

  private CitedPlaces.@Nullable CitedPlace cited(@Nullable Place place, @Nullable Long snapshot) {
    return place == null || snapshot == null
        ? null
        : cited.computeIfAbsent(snapshot, id -> places.of(get(id))).apply(place);
  }

  /// As lists and reports cite it; empty without a row.
  static String words(CitedPlaces.@Nullable CitedPlace place) {
    return place == null ? "" : "%s row %d".formatted(place.file(), place.row());
  }
}
