package app.stalekeys.server.fix;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface FixRows extends JpaRepository<FixRow, Long> {

  List<FixRow> findByAuditIdOrderBySeverityRankDescDueAscId(long auditId);

  List<FixRow> findBySnapshotIdOrderById(long snapshotId);

  Optional<FixRow> findByAuditIdAndFixKey(long auditId, String fixKey);

  List<FixRow> findByApplicationInAndStateNotInOrderByDueAscSeverityRankDescId(
      Collection<String> applications, Collection<String> states);
}
