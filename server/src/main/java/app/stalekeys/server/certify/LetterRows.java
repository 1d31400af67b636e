package app.stalekeys.server.certify;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface LetterRows extends JpaRepository<LetterRow, Long> {

  List<LetterRow> findByRoundIdOrderById(long roundId);
}
