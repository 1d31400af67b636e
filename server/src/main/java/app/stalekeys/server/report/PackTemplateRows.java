package app.stalekeys.server.report;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface PackTemplateRows extends JpaRepository<PackTemplateRow, Long> {

  List<PackTemplateRow> findByAuditIdOrderByName(long auditId);

  Optional<PackTemplateRow> findByAuditIdAndName(long auditId, String name);
}
