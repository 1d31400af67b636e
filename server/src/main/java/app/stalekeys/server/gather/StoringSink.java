package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.evidence.SegmentDraft;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Future;

/// Writes facts and rejects into the store within the running transaction, holding none of them.
final class StoringSink implements FactSink {

  private static final int AT_ONCE = 2;

  private final long evidenceId;
  private final EntityManager store;
  private final Job job;
  private final Jobs jobs;

  /// Segments that are being sealed, in the order of the file. Few: each holds its rows unsealed.
  private final Deque<Future<Segment>> sealing = new ArrayDeque<>();

  private final Map<Kind, Integer> segments = new EnumMap<>(Kind.class);
  private int rejects;

  StoringSink(long evidenceId, EntityManager store, Jobs jobs, Job job) {
    this.evidenceId = evidenceId;
    this.store = store;
    this.jobs = jobs;
    this.job = job;
  }

  @Override
  public void draft(SegmentDraft draft) {
    sealing.add(jobs.beside(draft::seal));
    while (sealing.size() > AT_ONCE) {
      segment(sealed(sealing.remove()));
    }
  }

  @Override
  public void complete() {
    while (!sealing.isEmpty()) {
      segment(sealed(sealing.remove()));
    }
  }

  private static Segment sealed(Future<Segment> future) {
    try {
      return Jobs.ended(future);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
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
    sealing.clear();
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
