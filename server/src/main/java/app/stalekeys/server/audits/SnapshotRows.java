package app.stalekeys.server.audits;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SnapshotRows extends JpaRepository<SnapshotRow, Long> {
  Optional<SnapshotRow> findByAuditAndAsOf(AuditRow audit, LocalDate asOf);

  List<SnapshotRow> findAllByOrderByAsOfDesc();
}
