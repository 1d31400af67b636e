package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.server.jobs.Job;
import jakarta.persistence.EntityManager;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/// Writes facts and rejects into the store within the running transaction, holding none of them.
final class StoringSink implements FactSink {

  private final long evidenceId;
  private final EntityManager store;
  private final Job job;
  private final Map<Kind, Integer> segments = new EnumMap<>(Kind.class);
  private int rejects;

  StoringSink(long evidenceId, EntityManager store, Job job) {
    this.evidenceId = evidenceId;
    this.store = store;
    this.job = job;
  }

  @Override
  public void segment(Segment segment) {
    int number = segments.merge(segment.kind(), 1, Integer::sum) - 1;
    segment
        .columns()
        .forEach((name, data) ->
            store.persist(
                new FactColumn(evidenceId, segment.kind(), number, name, segment.rows(), data)));
    store.flush();
    store.clear();
  }

  @Override
  public void restart() {
    store.flush();
    for (String table : List.of("FactColumn", "RejectRow")) {
      store
          .createQuery("delete from " + table + " t where t.evidenceId = :id")
          .setParameter("id", evidenceId)
          .executeUpdate();
    }
    segments.clear();
    rejects = 0;
  }

  @Override
  public void reject(Reject reject) {
    store.persist(new RejectRow(evidenceId, rejects++, reject));
    if (rejects % 1000 == 0) {
      store.flush();
      store.clear();
    }
  }

  @Override
  public boolean progress(long rows) {
    return job.progress(rows);
  }
}
