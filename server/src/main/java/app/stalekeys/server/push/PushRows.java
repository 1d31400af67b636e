package app.stalekeys.server.push;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface PushRows extends JpaRepository<PushRow, Long> {

  List<PushRow> findByAuditIdOrderByIdDesc(long auditId);

  Optional<PushRow> findByIdAndAuditId(long id, long auditId);
}
