package app.stalekeys.bench;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.evidence.read.Sha256;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;

/// How much dearer reading a log into facts is than parsing it and throwing the rows away, side by
/// side in one run. Prints one line a round; the ratio is what counts, the times are this machine's.
final class Reading {

  private Reading() {}

  static void run(Path file, int rounds) throws IOException {
    for (int round = 0; round < rounds; round++) {
      long parse = time(() -> parse(file));
      long facts = time(() -> facts(file));
      System.out.printf(
          "parse alone %,7d ms   hash, read, check, seal %,7d ms   ratio %.2f%n",
          parse, facts, (double) facts / parse);
    }
  }

  interface Work {
    void run() throws IOException;
  }

  static long time(Work work) throws IOException {
    long start = System.nanoTime();
    work.run();
    return (System.nanoTime() - start) / 1_000_000;
  }

  private static void parse(Path file) throws IOException {
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

  private static void facts(Path file) throws IOException {
    ByteSource bytes = () -> Files.newInputStream(file);
    Sha256.of(bytes);
    long[] sealed = new long[1];
    EvidenceReader.Read read =
        EvidenceReader.read(
            EvidenceSpec.undeclared(file.getFileName().toString(), "bench"),
            bytes,
            ZoneOffset.UTC,
            new FactSink() {
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
    if (!read.usable()) {
      throw new IllegalStateException(read.issues().toString());
    }
  }
}
