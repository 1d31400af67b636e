package app.stalekeys.server.standing;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Several as-of dates of one audit, and an audit that goes into a folder and comes back.
class SnapshotsTest {

  private static Browser browser;

  @BeforeAll
  static void open() {
    browser = Browser.signedIn();
  }

  private static String take(String audit, String name, String text) {
    String file = browser.drop(audit, name, text);
    JsonNode desk = browser.json(file + "/desk");
    if (!desk.get("state").asString().equals("taken")) {
      assertThat(browser.job(browser.post(file + "/desk/take", "{}")).get("state").asString())
          .isEqualTo("done");
    }
    return file;
  }

  @Test
  void twoDatesAreComparedRowByRowAndWhatIsMissingIsNotGone() throws Exception {
    String march = browser.openAudit(Files.createTempDirectory("two"), "Two dates", "2026-03-31");
    take(
        march,
        "users.csv",
        "User,Status,Title\nMO,enabled,Clerk\nib,enabled,Clerk\nliv,enabled,Lead\n");
    take(march, "roles.csv", "role,privileged\nClerk,no\n");
    browser.put(
        march + "/requests",
        "{\"application\":\"till\",\"kinds\":[\"sign-ins\"],\"applicable\":true,\"askedOf\":\"the desk\"}");
    String next = "{\"asOf\":\"2026-06-30\",\"from\":\"2026-04-01\",\"to\":\"2026-06-30\"}";
    String june =
        "/api/snapshots/" + Browser.tree(browser.post(march + "/next", next)).get("id").asLong();
    assertThat(browser.post(march + "/next", next).statusCode()).isEqualTo(422);
    assertThat(browser.json(june + "/requests").toString()).contains("the desk");
    take(
        june,
        "users.csv",
        "User,Status,Title\nMO,disabled,Clerk\nliv,enabled,Lead\nada,enabled,Lead\n");

    String with = "?with=" + march.substring(march.lastIndexOf('/') + 1);
    JsonNode counts = browser.json(june + "/comparison" + with).get("counts");
    assertThat(counts).hasSize(2);
    JsonNode accounts = counts.get(0);
    assertThat(accounts.get("came").asInt()).isEqualTo(1);
    assertThat(accounts.get("went").asInt()).isEqualTo(1);
    assertThat(accounts.get("changed").asInt()).isEqualTo(1);
    assertThat(counts.get(1).get("state").asString()).isEqualTo("only before");
    JsonNode changed =
        browser
            .json(
                june + "/comparison/rows" + with + "&application=till&kind=accounts&change=changed")
            .get("lines")
            .get(0);
    assertThat(changed.get("fields").toString())
        .isEqualTo("[{\"field\":\"status\",\"before\":\"enabled\",\"now\":\"disabled\"}]");
    assertThat(changed.get("before").get("row").asInt()).isEqualTo(2);
    assertThat(browser.get(june + "/comparison?with=" + demoId()).statusCode()).isEqualTo(422);
  }

  private static String demoId() {
    String demo = browser.demo();
    return demo.substring(demo.lastIndexOf('/') + 1);
  }

  @Test
  void theSameFileAgainForTheNextDateIsAskedAbout() throws Exception {
    String march = browser.openAudit(Files.createTempDirectory("old"), "Old file", "2026-03-31");
    String text = "User,Status\nsame,enabled\n";
    take(march, "users.csv", text);
    String next = "{\"asOf\":\"2026-06-30\",\"from\":\"2026-04-01\",\"to\":\"2026-06-30\"}";
    String june =
        "/api/snapshots/" + Browser.tree(browser.post(march + "/next", next)).get("id").asLong();
    take(june, "users.csv", text);
    assertThat(browser.json(june + "/evidence").get("problems").toString())
        .contains("has exactly the bytes of till/users.csv, received for 2026-03-31");
  }

  @Test
  void aSavedFolderOpensElsewhereWithItsDecisionsAnswersAndRequests() throws Exception {
    String audit = browser.openAudit(Files.createTempDirectory("save"), "Saved", "2026-06-30");
    String file =
        take(
            audit,
            "users.csv",
            "User,Status,Last logon\nkeep1,enabled,2020-01-01\nkeep2,enabled,2020-01-01\n");
    browser.put(file + "/explanation", "{\"words\":\"two are enough\"}");
    browser.put(
        audit + "/requests",
        "{\"application\":\"till\",\"kinds\":[\"roles\"],\"applicable\":false,\"reason\":\"it has none\"}");
    String key =
        browser
            .json(audit + "/findings?text=keep1&check=dormant")
            .get("lines")
            .get(0)
            .get("key")
            .asString();
    String decide =
        "{\"findings\":[{\"key\":\"%s\",\"decision\":%d}],\"verdict\":\"%s\",\"reason\":\"%s\"}";
    browser.post(audit + "/findings/decisions", decide.formatted(key, 0, "fix", ""));
    browser.post(
        audit + "/findings/decisions", decide.formatted(key, 1, "dismiss", "known rota board"));

    Path folder = Files.createTempDirectory("moved");
    unzip(browser.get(audit + "/audit.zip").body(), folder);
    String text = Files.readString(folder.resolve("audit.yaml"));
    Files.writeString(
        folder.resolve("audit.yaml"), text.replace("audit: Saved", "audit: Elsewhere"));
    String elsewhere = browser.open(folder);
    JsonNode line =
        browser.json(elsewhere + "/findings?text=keep1&check=dormant").get("lines").get(0);
    assertThat(line.get("decision").get("reason").asString()).isEqualTo("known rota board");
    assertThat(browser.json(elsewhere + "/findings/" + key).get("history")).hasSize(2);
    assertThat(browser.json(elsewhere + "/requests").toString()).contains("it has none");
    assertThat(browser.json(elsewhere + "/evidence").toString()).contains("two are enough");

    // Opened once more, nothing is added; a decision made since is not overwritten.
    browser.post(elsewhere + "/findings/decisions", decide.formatted(key, 2, "fix", ""));
    browser.open(folder);
    assertThat(browser.json(elsewhere + "/findings/" + key).get("history")).hasSize(3);

    Files.writeString(folder.resolve("decisions.json"), "{\"decisions\": [{\"verdict\": 7}]}");
    JsonNode refused =
        browser.job(browser.post("/api/snapshots", "{\"path\":\"%s\"}".formatted(folder)));
    assertThat(refused.get("sentences").get(0).asString())
        .startsWith("decisions.json: this is not what Stale Keys wrote there");
  }

  private static void unzip(byte[] zip, Path folder) throws Exception {
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        Path file = folder.resolve(entry.getName());
        Files.createDirectories(file.getParent());
        Files.write(file, in.readAllBytes());
      }
    }
  }
}
