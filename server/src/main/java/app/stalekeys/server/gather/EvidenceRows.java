package app.stalekeys.server.gather;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.query.Param;

interface EvidenceRows extends JpaRepository<EvidenceRow, Long> {
  Optional<EvidenceRow> findBySnapshotIdAndFile(long snapshotId, String file);

  Optional<EvidenceRow> findFirstBySnapshotIdAndSha256(long snapshotId, String sha256);

  List<EvidenceRow> findBySnapshotIdOrderByOrdinal(long snapshotId);

  @Query("select coalesce(max(e.ordinal), 0) + 1 from EvidenceRow e where e.snapshotId = :snapshot")
  int nextOrdinal(@Param("snapshot") long snapshotId);

  List<EvidenceRow> findBySnapshotIdInAndState(
      Collection<Long> snapshotIds, EvidenceRow.State state);
}
