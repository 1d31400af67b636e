package app.stalekeys.server.certify;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ReviewerRows extends JpaRepository<ReviewerRow, Long> {

  List<ReviewerRow> findByRoundIdOrderByName(long roundId);

  List<ReviewerRow> findByPersonOrderByRoundIdDesc(String person);

  Optional<ReviewerRow> findByRoundIdAndPerson(long roundId, String person);
}
