package app.stalekeys.server.gather;

import java.util.List;
import org.springframework.data.repository.Repository;

interface RejectRows extends Repository<RejectRow, RejectRow.Key> {
  List<RejectRow> findByEvidenceIdOrderBySeq(long evidenceId);
}
