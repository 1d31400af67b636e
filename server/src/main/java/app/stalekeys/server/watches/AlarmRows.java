package app.stalekeys.server.watches;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface AlarmRows extends JpaRepository<AlarmRow, Long> {
  List<AlarmRow> findAllByOrderByIdDesc(Limit limit);
}
