package app.stalekeys.server.certify;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface DoubtAnswerRows extends JpaRepository<DoubtAnswerRow, Long> {

  List<DoubtAnswerRow> findByRoundIdOrderById(long roundId);

  List<DoubtAnswerRow> findByRoundIdAndPersonOrderById(long roundId, String person);

  Optional<DoubtAnswerRow> findByRoundIdAndPersonAndDoubt(
      long roundId, String person, String doubt);
}
