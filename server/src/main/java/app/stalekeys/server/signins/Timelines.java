package app.stalekeys.server.signins;

import app.stalekeys.core.check.signins.BurstMark;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.signin.Timeline;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;

/// Keeps each snapshot's sign-ins in the order of time, once somebody has asked for them.
@Service
class Timelines {

  /// @param marks runs of failures, in the order of time
  record Opened(Snapshot snapshot, Timeline timeline, List<BurstMark> marks) {

    ApplicationAccess access(String application) {
      return Objects.requireNonNull(snapshot.application(application));
    }
  }

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final Map<Long, Opened> opened = new ConcurrentHashMap<>();

  Timelines(Snapshots snapshots, Examinations examinations) {
    this.snapshots = snapshots;
    this.examinations = examinations;
  }

  Opened of(long snapshotId) {
    Snapshot loaded = examinations.loaded(snapshotId);
    return opened.compute(
        snapshotId,
        (id, known) -> known != null && known.snapshot == loaded ? known : open(id, loaded));
  }

  private Opened open(long snapshotId, Snapshot snapshot) {
    Map<String, SignInLog> logs = new LinkedHashMap<>();
    for (ApplicationAccess access : snapshot.applications()) {
      if (access.coverage().has("sign-ins")) {
        logs.put(access.application().id(), access.signIns());
      }
    }
    return new Opened(
        snapshot,
        Timeline.of(logs, snapshot.zone()),
        BurstMark.of(snapshot, snapshots.get(snapshotId).file()));
  }
}
