package app.stalekeys.server.questions;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeptQuestions extends JpaRepository<KeptQuestion, Long> {
  List<KeptQuestion> findByAuditIdOrderByName(long auditId);

  Optional<KeptQuestion> findByAuditIdAndViewNameAndName(
      long auditId, String viewName, String name);
}
