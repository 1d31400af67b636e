package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.MapDrift;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/// Finds the column map of an earlier file whose heads a new one shares: of the same application in
/// another snapshot of the audit, or in this one.
@Component
class EarlierMaps {

  private static final TypeReference<List<String>> NAMES = new TypeReference<>() {};

  /// Part of the earlier heads that must be there for a map to be offered.
  private static final double ENOUGH = 0.6;

  /// @param row the earlier file
  /// @param spec how it was read, with every column that was found by itself named
  record Found(OpenSnapshot snapshot, EvidenceRow row, EvidenceSpec spec, List<String> heads) {
    double likeness(List<String> now) {
      return MapDrift.likeness(heads, now);
    }
  }

  private final EvidenceRows rows;
  private final Snapshots snapshots;
  private final JsonMapper json;

  EarlierMaps(EvidenceRows rows, Snapshots snapshots, JsonMapper json) {
    this.rows = rows;
    this.snapshots = snapshots;
    this.json = json;
  }

  /// The likest earlier file, of equals the latest; empty when none is like enough.
  Optional<Found> like(OpenSnapshot open, @Nullable String application, List<String> heads) {
    List<OpenSnapshot> all = new java.util.ArrayList<>(List.of(open));
    all.addAll(snapshots.others(open));
    return rows
        .findBySnapshotIdInAndState(
            all.stream().map(OpenSnapshot::id).toList(), EvidenceRow.State.TAKEN)
        .stream()
        .filter(row -> Objects.equals(row.application(), application))
        .map(row -> found(row, all))
        .filter(found -> found.likeness(heads) >= ENOUGH)
        .max(
            Comparator.comparingDouble((Found found) -> found.likeness(heads))
                .thenComparing(found -> found.snapshot.file().asOf()));
  }

  Found found(EvidenceRow row) {
    return found(row, snapshots.all());
  }

  private Found found(EvidenceRow row, List<OpenSnapshot> all) {
    OpenSnapshot owner =
        all.stream().filter(one -> one.id() == row.snapshotId()).findFirst().orElseThrow();
    return new Found(
        owner, row, owner.spec(row.file(), row.application()), json.readValue(row.heads(), NAMES));
  }
}
