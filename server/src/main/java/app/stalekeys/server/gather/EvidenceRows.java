package app.stalekeys.server.gather;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface EvidenceRows extends JpaRepository<EvidenceRow, Long> {
  Optional<EvidenceRow> findBySnapshotIdAndFile(long snapshotId, String file);

  Optional<EvidenceRow> findFirstBySnapshotIdAndSha256(long snapshotId, String sha256);

  List<EvidenceRow> findBySnapshotIdOrderByOrdinal(long snapshotId);

  int countBySnapshotId(long snapshotId);
}
