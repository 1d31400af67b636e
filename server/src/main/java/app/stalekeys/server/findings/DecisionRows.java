package app.stalekeys.server.findings;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DecisionRows extends JpaRepository<DecisionRow, Long> {
  List<DecisionRow> findByAuditIdOrderByFindingKeyAscSeqAsc(long auditId);

  boolean existsByAuditIdAndFindingKey(long auditId, String findingKey);

  List<DecisionRow> findByAuditIdAndLatestTrueAndFindingKeyIn(long audit, Collection<String> keys);

  List<DecisionRow> findByAuditIdAndFindingKeyOrderBySeqDesc(long audit, String key);
}
