package app.stalekeys.server.requests;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RequestRows extends JpaRepository<RequestRow, Long> {
  List<RequestRow> findBySnapshotIdOrderById(long snapshotId);

  Optional<RequestRow> findBySnapshotIdAndApplicationAndKind(
      long snapshotId, String application, String kind);
}
