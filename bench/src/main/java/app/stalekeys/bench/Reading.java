package app.stalekeys.bench;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.RawRecord;
import app.stalekeys.core.evidence.RawSink;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.evidence.SegmentDraft;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.evidence.read.Formats;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.source.UnusableSourceException;
import app.stalekeys.core.source.Workers;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;

/// How much dearer reading a log into facts is than parsing it and throwing the rows away, side by
/// side in one run. Prints one line a round; the ratio is what counts, the times are this machine's.
final class Reading {

  private static final ExecutorService BESIDE =
      Executors.newCachedThreadPool(Thread.ofPlatform().daemon().factory());

  private static final Workers HANDS =
      new Workers() {
        @Override
        public <T> Supplier<T> beside(Supplier<T> work) {
          Future<T> begun = BESIDE.submit(work::get);
          return () -> ended(begun);
        }
      };

  private Reading() {}

  static void run(Path file, int rounds) throws IOException {
    for (int round = 0; round < rounds; round++) {
      long library = time(() -> library(file));
      long parse = time(() -> parse(file));
      long facts = time(() -> facts(file));
      System.out.printf(
          "library %,d ms   reader alone %,d ms   hash, read, check, seal %,d ms   ratio %.2f%n",
          library, parse, facts, (double) facts / parse);
    }
  }

  interface Work<E extends Exception> {
    void run() throws E;
  }

  static <E extends Exception> long time(Work<E> work) throws E {
    long start = System.nanoTime();
    work.run();
    return (System.nanoTime() - start) / 1_000_000;
  }

  /// The same reader, its rows thrown away.
  private static void parse(Path file) throws IOException {
    long[] cells = new long[1];
    try {
      Formats.of(() -> Files.newInputStream(file), spec(file))
          .forEach(
              new RawSink() {
                @Override
                public void record(RawRecord record) {
                  cells[0] += record.cell(0).length();
                }

                @Override
                public void skipped(long row) {}

                @Override
                public void malformed(long row, String value, String reason) {}
              });
    } catch (UnusableSourceException unusable) {
      throw new IllegalStateException(unusable);
    }
    if (cells[0] == 0) {
      throw new IllegalStateException("nothing was parsed");
    }
  }

  private static EvidenceSpec spec(Path file) {
    return EvidenceSpec.undeclared(file.getFileName().toString(), "bench");
  }

  /// The parser's library with nothing around it, for orientation.
  private static void library(Path file) throws IOException {
    long cells = 0;
    try (CsvReader<CsvRecord> csv = CsvReader.builder().ofCsvRecord(file)) {
      for (CsvRecord record : csv) {
        cells += record.getFieldCount();
      }
    }
    if (cells == 0) {
      throw new IllegalStateException("nothing was parsed");
    }
  }

  private static <T> T ended(Future<T> future) {
    try {
      return future.get();
    } catch (Exception failed) {
      throw new IllegalStateException(failed);
    }
  }

  /// As the program does: letters are decoded, the hash is computed and columns are sealed on other threads while rows
  /// are read.
  private static void facts(Path file) throws IOException {
    ByteSource bytes = () -> Files.newInputStream(file);
    Future<String> hash = BESIDE.submit(() -> Sha256.of(bytes));
    long[] sealed = new long[1];
    EvidenceReader.Read read =
        EvidenceReader.read(
            spec(file),
            bytes,
            ZoneOffset.UTC,
            HANDS,
            new FactSink() {
              private final Deque<Future<Segment>> sealing = new ArrayDeque<>();

              @Override
              public void draft(SegmentDraft draft) {
                sealing.add(BESIDE.submit(draft::seal));
                while (sealing.size() > 2) {
                  segment(ended(sealing.remove()));
                }
              }

              @Override
              public void complete() {
                sealing.forEach(one -> segment(ended(one)));
              }

              @Override
              public void segment(Segment segment) {
                segment.columns().values().forEach(column -> sealed[0] += column.length);
              }

              @Override
              public void restart() {
                sealed[0] = 0;
              }

              @Override
              public void reject(Reject reject) {
                throw new IllegalStateException(reject.reason());
              }
            });
    if (ended(hash).isEmpty()) {
      throw new IllegalStateException("nothing was hashed");
    }
    if (!read.usable()) {
      throw new IllegalStateException(read.issues().toString());
    }
  }
}
