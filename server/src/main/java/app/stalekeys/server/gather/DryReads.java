package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.server.jobs.Job;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// Reads files to their end without taking anything, so that tie-out and rejects are known before
/// somebody decides. Short files are read at once, long ones in a job; a result is kept until the
/// description of its file is another.
@Component
class DryReads {

  /// Bytes that are read to the end while the desk waits.
  static final long AT_ONCE = 4L << 20;

  private static final int MOST_REJECTS = 1000;
  private static final int MOST_KEPT = 50;

  /// @param rejects the first thousand; the tie-out counts all
  record Dry(EvidenceSpec spec, EvidenceReader.Read read, List<Reject> rejects) {}

  private final EvidenceBytes bytes;
  private final Map<Long, Dry> kept = new ConcurrentHashMap<>();

  DryReads(EvidenceBytes bytes) {
    this.bytes = bytes;
  }

  /// What is known of the file under this description; empty for a long one nobody has read through.
  Optional<Dry> known(EvidenceRow row, EvidenceSpec spec, ZoneId zone) {
    Dry dry = kept.get(row.id());
    if (dry != null && dry.spec.equals(spec)) {
      return Optional.of(dry);
    }
    return row.bytes() <= AT_ONCE
        ? Optional.of(readThrough(row.id(), spec, zone, null))
        : Optional.empty();
  }

  /// @param job to report to, null when nobody watches
  Dry readThrough(long id, EvidenceSpec spec, ZoneId zone, @Nullable Job job) {
    List<Reject> rejects = new ArrayList<>();
    FactSink sink =
        new FactSink() {
          @Override
          public void segment(Segment segment) {}

          @Override
          public void restart() {
            rejects.clear();
          }

          @Override
          public void reject(Reject reject) {
            if (rejects.size() < MOST_REJECTS) {
              rejects.add(reject);
            }
          }

          @Override
          public boolean progress(long rows) {
            return job == null || job.progress(rows);
          }
        };
    try {
      EvidenceReader.Read read = EvidenceReader.read(spec, () -> bytes.open(id), zone, sink);
      Dry dry = new Dry(spec, read, List.copyOf(rejects));
      if (job == null || !job.stopAsked()) {
        if (kept.size() >= MOST_KEPT) {
          kept.clear();
        }
        kept.put(id, dry);
      }
      return dry;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }
}
