package app.stalekeys.server.certify;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RoundRows extends JpaRepository<RoundRow, Long> {

  List<RoundRow> findByAuditIdOrderByStartedAtDesc(long auditId);

  List<RoundRow> findBySnapshotIdOrderByStartedAt(long snapshotId);

  Optional<RoundRow> findByAuditIdAndName(long auditId, String name);
}
