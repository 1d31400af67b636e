package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSink;
import app.stalekeys.core.evidence.ReadSettings;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Issue;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// Files made to break a reader: each is refused in one plain line with its place, in little memory.
class LimitsTest {

  private static final FactSink NOTHING =
      new FactSink() {
        @Override
        public void segment(Segment segment) {}

        @Override
        public void reject(Reject reject) {}

        @Override
        public void restart() {}
      };

  private static List<String> refusal(String name, ByteSource bytes) throws IOException {
    return refusal(EvidenceSpec.undeclared(name, "app"), bytes);
  }

  private static List<String> refusal(EvidenceSpec spec, ByteSource bytes) throws IOException {
    EvidenceReader.Read read = EvidenceReader.read(spec, bytes, ZoneOffset.UTC, NOTHING);
    assertThat(read.usable()).isFalse();
    assertThat(read.tieOut().read()).isZero();
    return read.issues().stream().map(Issue::line).toList();
  }

  private static ByteSource text(String text) {
    return () -> new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
  }

  /// A start, then one letter again and again, a gigabyte of it: never held as a whole.
  private static ByteSource endless(String start, char letter) {
    return () ->
        new InputStream() {
          private final byte[] first = start.getBytes(StandardCharsets.UTF_8);
          private long at;

          @Override
          public int read() {
            long i = at++;
            return i < first.length ? first[(int) i] : i < 1L << 30 ? letter : -1;
          }

          @Override
          public int read(byte[] buffer, int from, int length) {
            int got = 0;
            for (int b = 0; got < length; got++) {
              b = read();
              if (b < 0) {
                return got == 0 ? -1 : got;
              }
              buffer[from + got] = (byte) b;
            }
            return got;
          }
        };
  }

  @ParameterizedTest
  @ValueSource(strings = {"u.csv", "u.ldif", "u.jsonl", "u.log"})
  void aGigabyteWithoutALineEnd(String name) throws IOException {
    String start =
        switch (name) {
          case "u.csv" -> "account,status\nmo,";
          case "u.ldif" -> "version: 1\ndn: uid=mo\nuid: ";
          case "u.jsonl" -> "{\"account\": \"mo\"}\n{\"account\": \"";
          default -> "<86>1 2026-05-12T08:00:00Z h a 1 ID [in@1 account=\"mo\"] x\n<86>1 ";
        };
    assertThat(refusal(name, endless(start, 'x')))
        .singleElement()
        .asString()
        .startsWith("%s:%d: ".formatted(name, start.lines().count()))
        .contains("more than 16,777,216 letters");
  }

  @Test
  void aGigabyteOfTitleAboveADeclaredHead() throws IOException {
    ReadSettings read =
        new ReadSettings(null, "utf-8", 3, null, null, null, null, null, null, List.of());
    EvidenceSpec bare = EvidenceSpec.undeclared("u.csv", "app");
    EvidenceSpec spec =
        new EvidenceSpec(
            "u.csv",
            "u.csv",
            "app",
            bare.kinds(),
            null,
            null,
            null,
            null,
            read,
            bare.columns(),
            bare.values(),
            bare.split(),
            null);
    assertThat(refusal(spec, endless("a title ", 'x')))
        .singleElement()
        .asString()
        .contains("u.csv:1", "more than 16,777,216 letters");
  }

  @Test
  void aHundredThousandColumns() throws IOException {
    String head = "account,status" + ",more".repeat(100_000);
    assertThat(refusal("u.csv", text(head + "\nmo,enabled" + ",1".repeat(100_000) + "\n")))
        .containsExactly(
            "u.csv:1: the head has 100,002 columns, at most 16,384 are read; is the delimiter right?");
    StringBuilder json = new StringBuilder("[{\"account\":\"mo\"");
    for (int i = 0; i < 100_000; i++) {
      json.append(",\"k").append(i).append("\":1");
    }
    assertThat(refusal("u.json", text(json + "}]")))
        .singleElement()
        .asString()
        .startsWith("u.json");
  }

  @Test
  void zeroBytesInsideATextAreKeptInTheCellAndLoseNoRow() throws IOException {
    EvidenceReader.Read read =
        EvidenceReader.read(
            EvidenceSpec.undeclared("u.csv", "app"),
            text("account,status\nm\0o,enabled\nliv,enabled\n"),
            ZoneOffset.UTC,
            NOTHING);
    assertThat(read.tieOut().read()).isEqualTo(2);
  }

  @Test
  void entitiesInAWorkbookAreNotFollowed() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      part(zip, "[Content_Types].xml", "<Types/>");
      part(
          zip,
          "xl/workbook.xml",
          "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><workbook><sheets><sheet name=\"&e;\" sheetId=\"1\"/></sheets></workbook>");
    }
    byte[] workbook = bytes.toByteArray();
    assertThat(refusal("u.xlsx", () -> new ByteArrayInputStream(workbook)))
        .singleElement()
        .asString()
        .startsWith("u.xlsx")
        .doesNotContain("root:");
  }

  private static void part(ZipOutputStream zip, String name, String xml) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(xml.getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  @Test
  void aFileCutOffInTheMiddle() throws IOException {
    assertThat(refusal("u.csv", text("account,status\nmo,enabled\nliv,\"ena")))
        .singleElement()
        .asString()
        .startsWith("u.csv:")
        .contains("a quote opens and never closes");
    assertThat(refusal("u.json", text("[{\"account\":\"mo\"},{\"account\":\"l")))
        .singleElement()
        .asString()
        .startsWith("u.json");
  }
}
