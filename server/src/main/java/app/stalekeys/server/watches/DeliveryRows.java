package app.stalekeys.server.watches;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeliveryRows extends JpaRepository<DeliveryRow, Long> {
  List<DeliveryRow> findByStateAndNextAtLessThanEqualOrderById(
      String state, Instant now, Limit limit);

  List<DeliveryRow> findByAlarmIdInOrderById(Collection<Long> alarms);
}
