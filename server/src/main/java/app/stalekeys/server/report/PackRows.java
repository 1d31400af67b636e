package app.stalekeys.server.report;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface PackRows extends Repository<PackRow, Long> {

  /// A pack without its bytes.
  interface Kept {
    long getId();

    long getSnapshotId();

    String getTemplate();

    Instant getMadeAt();

    String getMadeBy();

    String getSeal();

    long getBytes();

    String getFiles();
  }

  PackRow save(PackRow row);

  Optional<PackRow> findByIdAndAuditId(long id, long auditId);

  @Query(
      "select p.id as id, p.snapshotId as snapshotId, p.template as template, p.madeAt as madeAt,"
          + " p.madeBy as madeBy, p.seal as seal, p.bytes as bytes, p.files as files"
          + " from PackRow p where p.auditId = :auditId order by p.id desc")
  List<Kept> ofAudit(long auditId);
}
