package app.stalekeys.server.certify;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeedRows extends JpaRepository<DeedRow, Long> {

  List<DeedRow> findByRoundIdAndByPersonOrderById(long roundId, String person);

  List<DeedRow> findByRoundIdOrderById(long roundId);

  List<DeedRow> findByItemIdOrderById(long itemId);
}
