package app.stalekeys.server.report;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.server.command.CommandLineRun;
import app.stalekeys.server.support.Browser;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

class ReportTest {

  private final Browser browser = Browser.signedIn();
  private final String demo = browser.demo();

  @Test
  void theCsvHoldsTheDecisionTheCitationAndTheFilter() {
    JsonNode line =
        browser
            .json(demo + "/findings?check=leaver-signed-in&application=ledger")
            .get("lines")
            .get(0);
    int seen = line.get("decision").isNull() ? 0 : line.get("decision").get("seq").asInt();
    browser.post(
        demo + "/findings/decisions",
        "{\"findings\":[{\"key\":\"%s\",\"decision\":%d}],\"verdict\":\"ASK\",\"reason\":\"=HYPERLINK(1)\"}"
            .formatted(line.get("key").asString(), seen));
    String csv =
        Browser.text(
            browser.get(demo + "/report/findings.csv?check=leaver-signed-in&application=ledger"));
    assertThat(csv).startsWith("\"Half-year access audit, findings\"");
    assertThat(csv.lines().skip(2).findFirst())
        .hasValueSatisfying(
            shown -> assertThat(shown).contains("check leaver-signed-in", "ledger"));
    assertThat(csv.lines().count()).as("titles, head and one finding").isEqualTo(5);
    assertThat(csv).contains("asked,'=HYPERLINK(1)", "LED-4 · row", "ledger/sign-ins.csv:");
  }

  @Test
  void theSameReportHasTheSameBytesAndStandsInTheJournal(@TempDir Path folder) throws Exception {
    byte[] pdf = browser.get(demo + "/report/findings.pdf?severity=high").body();
    byte[] again = browser.get(demo + "/report/findings.pdf?severity=high").body();
    assertThat(new String(pdf, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
    assertThat(again).isEqualTo(pdf);
    unzip(browser.get(demo + "/audit.zip").body(), folder);
    assertThat(Files.readString(folder.resolve("journal.jsonl")))
        .contains("severity high", Sha256.of(pdf));
  }

  @Test
  void theSavedAuditVerifiesExaminesAndShowsWhatWasAltered(@TempDir Path folder) throws Exception {
    unzip(browser.get(demo + "/audit.zip").body(), folder);
    assertThat(CommandLineRun.of("verify", folder.toString()).exit()).isZero();
    Path out = Files.createTempDirectory("out");
    assertThat(CommandLineRun.of("examine", folder.toString(), "--out", out.toString()).exit())
        .isZero();

    Path users = folder.resolve("ledger/users.csv");
    Files.writeString(
        users,
        Files.readString(users, StandardCharsets.ISO_8859_1).replaceFirst(";A;", ";X;"),
        StandardCharsets.ISO_8859_1);
    Path journal = folder.resolve("journal.jsonl");
    Files.writeString(journal, Files.readString(journal).replaceFirst("signed in", "signed up"));
    Files.writeString(folder.resolve("slipped-in.csv"), "x");
    CommandLineRun altered = CommandLineRun.of("verify", folder.toString());
    assertThat(altered.exit()).isEqualTo(2);
    assertThat(altered.err().lines())
        .hasSize(3)
        .anyMatch(line -> line.startsWith("ledger/users.csv: altered"))
        .anyMatch(line -> line.contains("says something else than when it was written"))
        .anyMatch(line -> line.startsWith("slipped-in.csv: in the folder and not listed"));
  }

  private static void unzip(byte[] zip, Path folder) throws Exception {
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        Path file = folder.resolve(entry.getName());
        Files.createDirectories(file.getParent());
        Files.copy(in, file);
      }
    }
  }
}
