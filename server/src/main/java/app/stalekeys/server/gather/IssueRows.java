package app.stalekeys.server.gather;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface IssueRows extends JpaRepository<IssueRow, Long> {
  List<IssueRow> findBySnapshotIdOrderById(long snapshotId);

  @Modifying
  @Query("delete from IssueRow i where i.evidenceId = :evidence")
  void deleteOfEvidence(long evidence);

  @Modifying
  @Query("delete from IssueRow i where i.snapshotId = :snapshot and i.evidenceId is null")
  void deleteOfSnapshot(long snapshot);
}
