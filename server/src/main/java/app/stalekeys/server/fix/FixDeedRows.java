package app.stalekeys.server.fix;

import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.Repository;

interface FixDeedRows extends Repository<FixDeedRow, Long> {

  FixDeedRow save(FixDeedRow row);

  List<FixDeedRow> findByFixIdOrderById(long fixId);

  List<FixDeedRow> findByFixIdInOrderById(Collection<Long> fixIds);
}
