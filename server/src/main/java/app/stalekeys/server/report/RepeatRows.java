package app.stalekeys.server.report;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RepeatRows extends JpaRepository<RepeatRow, Long> {

  List<RepeatRow> findByAuditIdOrderById(long auditId);

  Optional<RepeatRow> findByIdAndAuditId(long id, long auditId);

  List<RepeatRow> findByActiveTrueAndNextAtLessThanEqual(Instant now);
}
