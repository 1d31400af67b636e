package app.stalekeys.server.gather;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AnswerRows extends JpaRepository<AnswerRow, Long> {
  List<AnswerRow> findBySnapshotIdOrderById(long snapshotId);

  Optional<AnswerRow> findBySnapshotIdAndQuestion(long snapshotId, String question);
}
