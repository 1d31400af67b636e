package app.stalekeys.server.audits;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AuditRows extends JpaRepository<AuditRow, Long> {
  Optional<AuditRow> findByTitle(String title);
}
