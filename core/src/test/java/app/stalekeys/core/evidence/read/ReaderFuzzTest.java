package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Issue;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;

/// Every reader against bytes that nobody wrote, steered by coverage when `JAZZER_FUZZ=1` is set. In the
/// normal tests each runs over the inputs kept beside this class: honest files and those that once
/// broke something. Whatever comes in, a reading ends in facts that tie out or in sentences with a place.
class ReaderFuzzTest {

  @FuzzTest(maxDuration = "60s")
  void delimited(byte[] bytes) throws IOException {
    read("u.csv", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void jsonList(byte[] bytes) throws IOException {
    read("u.json", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void jsonLines(byte[] bytes) throws IOException {
    read("u.jsonl", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void ldif(byte[] bytes) throws IOException {
    read("u.ldif", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void syslog(byte[] bytes) throws IOException {
    read("u.log", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void workbook(byte[] bytes) throws IOException {
    read("u.xlsx", bytes);
  }

  @FuzzTest(maxDuration = "60s")
  void packed(byte[] bytes) throws IOException {
    read("u.csv.gz", bytes);
    read("u.zip", bytes);
  }

  private static void read(String name, byte[] bytes) throws IOException {
    Tally tally = new Tally();
    EvidenceSpec spec = EvidenceSpec.undeclared(name, "app");
    EvidenceReader.Read read =
        EvidenceReader.read(spec, () -> new ByteArrayInputStream(bytes), ZoneOffset.UTC, tally);
    if (read.usable()) {
      assertThat(tally.rejects).hasSize((int) read.tieOut().rejected());
      assertThat(tally.facts > 0).isEqualTo(read.tieOut().read() > 0);
    } else {
      assertThat(read.issues()).extracting(Issue::line).allMatch(line -> line.startsWith(name));
    }
    EvidenceReader.look(spec, () -> new ByteArrayInputStream(bytes), ZoneOffset.UTC);
  }

  private static final class Tally implements FactSink {
    private long facts;
    private final List<Reject> rejects = new ArrayList<>();

    @Override
    public void segment(Segment segment) {
      facts += segment.rows();
    }

    @Override
    public void reject(Reject reject) {
      rejects.add(reject);
    }

    @Override
    public void restart() {
      facts = 0;
      rejects.clear();
    }
  }
}
