package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/// Whatever the bytes are, reading ends with a result: facts that tie out, or plain sentences. Never an
/// exception, never a row that is lost. Starts from honest files and damages them.
class HostileBytesTest {

  private static final Map<String, byte[]> HONEST = honest();

  private static Map<String, byte[]> honest() {
    String csv =
        "Title\n\naccount;name;status;created;last-sign-in\nmo;\"Mo; Dahl\";enabled;13.04.2024;2026-01-01\nliv;Liv;disabled;01.02.2024;\n\nTotal: 2;;;;\n";
    String json =
        "[{\"account\":\"mo\",\"status\":\"enabled\",\"a\":{\"b\":[1,{\"c\":null}]}},{\"account\":\"liv\",\"status\":\"disabled\"}]";
    String scim =
        "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"],\"Resources\":[{\"schemas\":[\"urn:ietf:params:scim:schemas:core:2.0:User\"],\"id\":\"1\",\"userName\":\"mo\",\"active\":true,\"emails\":[{\"value\":\"m@x\",\"primary\":true}]}]}";
    String ldif =
        "version: 1\ndn: uid=mo,dc=x\nobjectClass: person\nuid: mo\ncn:: UsOzc2E=\nstatus: enabled\n\ndn: uid=liv,dc=x\nuid: liv\nstatus: disa\n bled\n";
    String syslog =
        "<86>1 2026-05-12T08:00:00Z h auth 1 ID [in@1 account=\"mo\" outcome=\"success\"] hi\n<86>1 2026-05-12T08:01:00Z h auth - - -\n";
    return Map.of(
        "u.csv", csv.getBytes(StandardCharsets.UTF_8),
        "w.csv", csv.getBytes(StandardCharsets.UTF_16),
        "u.json", json.getBytes(StandardCharsets.UTF_8),
        "s.json", scim.getBytes(StandardCharsets.UTF_8),
        "u.jsonl",
            (json.substring(1, json.indexOf("},{") + 1) + "\n{\"account\":\"x\"}\n")
                .getBytes(StandardCharsets.UTF_8),
        "d.ldif", ldif.getBytes(StandardCharsets.UTF_8),
        "a.log", syslog.getBytes(StandardCharsets.UTF_8),
        "u.csv.gz", gz(csv),
        "u.zip", zip(csv),
        "u.xlsx", xlsx());
  }

  private static byte[] gz(String text) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (GZIPOutputStream out = new GZIPOutputStream(bytes)) {
      out.write(text.getBytes(StandardCharsets.UTF_8));
    } catch (IOException impossible) {
      throw new IllegalStateException(impossible);
    }
    return bytes.toByteArray();
  }

  private static byte[] zip(String text) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream out = new ZipOutputStream(bytes)) {
      out.putNextEntry(new ZipEntry("in/u.csv"));
      out.write(text.getBytes(StandardCharsets.UTF_8));
    } catch (IOException impossible) {
      throw new IllegalStateException(impossible);
    }
    return bytes.toByteArray();
  }

  private static byte[] xlsx() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "test", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Users");
      List<String> cells = List.of("account", "status", "mo", "enabled");
      for (int i = 0; i < cells.size(); i++) {
        sheet.value(i / 2, i % 2, cells.get(i));
      }
    } catch (IOException impossible) {
      throw new IllegalStateException(impossible);
    }
    return bytes.toByteArray();
  }

  @Property(tries = 400, seed = "2041")
  void damagedFilesEndInAResult(
      @ForAll Random random, @ForAll @IntRange(min = 0, max = 6) int wounds) throws IOException {
    for (Map.Entry<String, byte[]> file : HONEST.entrySet()) {
      byte[] bytes = file.getValue().clone();
      for (int i = 0; i < wounds; i++) {
        bytes = wound(bytes, random);
      }
      read(file.getKey(), bytes, wounds == 0);
    }
  }

  private static byte[] wound(byte[] bytes, Random random) {
    if (bytes.length < 4) {
      return bytes;
    }
    int at = random.nextInt(bytes.length);
    switch (random.nextInt(5)) {
      case 0 -> bytes[at] = (byte) random.nextInt(256);
      case 1 -> bytes[at] = (byte) "\"\\[]{}:;,\n\r\0<>-=".charAt(random.nextInt(16));
      case 2 -> {
        return Arrays.copyOf(bytes, at);
      }
      case 3 ->
          System.arraycopy(
              bytes,
              at,
              bytes,
              random.nextInt(bytes.length - (bytes.length - at) + 1),
              bytes.length - at);
      default -> {
        byte[] twice = Arrays.copyOf(bytes, bytes.length + at);
        System.arraycopy(bytes, 0, twice, bytes.length, at);
        return twice;
      }
    }
    return bytes;
  }

  private static void read(String name, byte[] bytes, boolean honest) throws IOException {
    Count count = new Count();
    EvidenceReader.Read read =
        EvidenceReader.read(
            EvidenceSpec.undeclared(name, "app"),
            () -> new ByteArrayInputStream(bytes),
            ZoneOffset.UTC,
            count);
    if (honest) {
      assertThat(read.usable()).as(name + " " + read.issues()).isTrue();
      assertThat(read.tieOut().read()).as(name).isPositive();
    }
    if (read.usable()) {
      assertThat(read.tieOut().rejected()).as(name).isEqualTo(count.rejects);
      assertThat(count.facts > 0).as(name).isEqualTo(read.tieOut().read() > 0);
    } else {
      assertThat(read.issues())
          .allSatisfy(issue -> assertThat(issue.line()).doesNotContain("Exception", "\n", "java."));
    }
  }

  private static final class Count implements FactSink {
    private long facts;
    private long rejects;

    @Override
    public void restart() {
      facts = 0;
      rejects = 0;
    }

    @Override
    public void segment(Segment segment) {
      facts += segment.rows();
    }

    @Override
    public void reject(Reject reject) {
      rejects++;
    }
  }
}
