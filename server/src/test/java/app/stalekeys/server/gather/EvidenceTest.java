package app.stalekeys.server.gather;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Receiving and reading evidence over HTTP, on an audit of its own.
class EvidenceTest {

  private static Browser browser;
  private static String audit;

  @BeforeAll
  static void open() throws Exception {
    browser = Browser.signedIn();
    Path folder = Files.createTempDirectory("own");
    Files.writeString(
        folder.resolve("audit.yaml"),
        "audit: Own\nas-of: 2026-06-30\napplications: [{id: till, name: Till}]\n");
    JsonNode job =
        browser.job(browser.post("/api/snapshots", "{\"path\":\"%s\"}".formatted(folder)));
    audit = "/api/snapshots/" + job.get("result").asLong();
  }

  private static HttpResponse<byte[]> drop(String name, String text) {
    return browser.upload(
        audit + "/files?application=till&name=" + name, text.getBytes(StandardCharsets.UTF_8));
  }

  /// Drops a file and says at once that it holds.
  private static JsonNode take(String name, String text) {
    JsonNode arrived = Browser.tree(drop(name, text));
    if (!arrived.get("job").isNull()) {
      return browser.job(arrived.get("job").asLong());
    }
    String desk = audit + "/evidence/" + arrived.get("id").asLong() + "/desk/take";
    return browser.job(browser.post(desk, "{}"));
  }

  private static Map<String, JsonNode> files() {
    Map<String, JsonNode> files = new HashMap<>();
    browser
        .json(audit + "/evidence")
        .get("files")
        .forEach(f -> files.put(f.get("file").asString(), f));
    return files;
  }

  @Test
  void aDroppedFileIsReadCitedAndExamined() {
    JsonNode job =
        take(
            "users.csv",
            "User;Full name;Status;Last logon\nmo;Mo;enabled;2026-01-01\nliv;Liv;enabled;2026-06-30\n");
    assertThat(job.get("state").asString()).as(job.toString()).isEqualTo("done");
    JsonNode file = files().get("till/users.csv");
    assertThat(file.get("citation").asString()).startsWith("TIL-");
    assertThat(file.get("counts").get("read").asInt()).isEqualTo(2);
    assertThat(browser.json(audit + "/findings?check=dormant&text=mo").get("total").asInt())
        .isEqualTo(1);
    assertThat(browser.json(audit + "/search?q=LIV"))
        .anyMatch(hit -> hit.get("kind").asString().equals("account"));
    JsonNode lines =
        browser.json(audit + "/evidence/" + file.get("id").asLong() + "/lines?from=2&count=1");
    assertThat(lines.get(0).get("text").asString()).isEqualTo("mo;Mo;enabled;2026-01-01");
  }

  @Test
  void aListWhoseRowsAreNoLinesIsShownRecordByRecord() {
    JsonNode job =
        take(
            "users.json",
            "[{\"userName\":\"jo\",\"status\":\"enabled\",\"last-sign-in\":\"2025-01-01\"},{\"userName\":\"ib\",\"status\":\"enabled\"}]");
    assertThat(job.get("state").asString()).as(job.toString()).isEqualTo("done");
    long id = files().get("till/users.json").get("id").asLong();
    JsonNode lines = browser.json(audit + "/evidence/" + id + "/lines?from=1&count=5");
    assertThat(lines).hasSize(2);
    assertThat(lines.get(0).get("text").asString())
        .isEqualTo("userName: jo · status: enabled · last-sign-in: 2025-01-01");
    JsonNode finding = browser.json(audit + "/findings?text=jo").get("lines").get(0);
    JsonNode detail = browser.json(audit + "/findings/" + finding.get("key").asString());
    assertThat(detail.get("evidence").get(0).get("line").asString()).startsWith("userName: jo");
  }

  @Test
  void theSameBytesUnderAnyNameChangeNothing() {
    String text = "role,privileged\nClerk,no\n";
    assertThat(take("roles.csv", text).get("state").asString()).isEqualTo("done");
    int before = files().size();
    HttpResponse<byte[]> again = drop("roles-copy.csv", text);
    assertThat(again.statusCode()).isEqualTo(422);
    assertThat(Browser.text(again)).contains("has exactly the bytes of till/roles.csv");
    assertThat(files()).hasSize(before);
  }

  @Test
  void aFileThatCannotBeReadStaysOnTheDeskAndNothingOfItIsTaken() {
    JsonNode job =
        take(
            "bad.csv",
            "account,status,last-sign-in\nbad1,enabled,2020-01-01\nbad2,WHAT,2020-01-01\n");
    assertThat(job.get("state").asString()).isEqualTo("failed");
    assertThat(job.get("sentences").get(0).asString())
        .contains("till/bad.csv:3", "the word \"WHAT\"");
    JsonNode file = files().get("till/bad.csv");
    assertThat(file.get("state").asString()).isEqualTo("received");
    assertThat(browser.json(audit + "/findings?text=bad1").get("total").asInt()).isZero();
    assertThat(browser.json(audit + "/standing").get("onDesk").asInt()).isPositive();
  }

  @Test
  void aCorrectedFileTakesThePlaceOfTheOneBefore() {
    take("later.csv", "account,status,last-sign-in\nold1,enabled,2020-01-01\n");
    take("later.csv", "account,status,last-sign-in\nnew1,enabled,2020-01-01\n");
    assertThat(browser.json(audit + "/findings?text=old1").get("total").asInt()).isZero();
    assertThat(browser.json(audit + "/findings?check=dormant&text=new1").get("total").asInt())
        .isEqualTo(1);
  }

  @Test
  void aNameCannotLeadOutOfTheAudit() {
    take("..%2F..%2Fetc%2Fpasswd.csv", "role\nx\n");
    assertThat(files().keySet()).contains("till/passwd.csv").allMatch(name -> !name.contains(".."));
    assertThat(drop("..", "role\ny\n").statusCode()).isEqualTo(422);
  }

  @Test
  void theOriginalBytesComeBackAsTheyWere() throws Exception {
    String demo = browser.demo();
    for (JsonNode file : browser.json(demo + "/evidence").get("files")) {
      byte[] back = browser.get(demo + "/evidence/" + file.get("id").asLong() + "/original").body();
      assertThat(back)
          .isEqualTo(
              Files.readAllBytes(
                  RunningServer.get()
                      .demo()
                      .resolve(file.get("file").asString().replaceAll(" \\[.*", ""))));
      assertThat(file.get("sha256").asString()).isEqualTo(Sha256.of(back));
    }
  }

  @Test
  void openingTheSameFolderAgainChangesNothing() {
    String demo = browser.demo();
    JsonNode before = browser.json(demo + "/evidence");
    String path = RunningServer.get().demo().toString();
    JsonNode job = browser.job(browser.post("/api/snapshots", "{\"path\":\"%s\"}".formatted(path)));
    assertThat(demo).endsWith("/" + job.get("result").asLong());
    assertThat(browser.json(demo + "/evidence")).isEqualTo(before);
  }

  @Test
  void aDifferenceIsExplainedInWords() {
    String demo = browser.demo();
    JsonNode file = browser.json(demo + "/standing").get("differences").get(0);
    String address = demo + "/evidence/" + file.get("id").asLong() + "/explanation";
    assertThat(browser.put(address, "{\"words\":\"three test users\"}").statusCode())
        .isEqualTo(200);
    assertThat(Browser.text(browser.get(demo + "/standing"))).contains("three test users");
    assertThat(browser.put(address, "{\"words\":\"\"}").statusCode()).isEqualTo(200);
  }

  @Test
  void aFolderThatCannotBeUsedIsRefusedInSentences() throws Exception {
    assertThat(Browser.text(browser.post("/api/snapshots", "{\"path\":\"/no/such/folder\"}")))
        .contains("There is no folder /no/such/folder");
    Path folder = Files.createTempDirectory("bad");
    Files.writeString(folder.resolve("audit.yaml"), "audit: Bad\nas-of: yesterday\ncolour: red\n");
    JsonNode job =
        browser.job(browser.post("/api/snapshots", "{\"path\":\"%s\"}".formatted(folder)));
    assertThat(job.get("state").asString()).isEqualTo("failed");
    assertThat(job.get("sentences")).hasSize(2);
    assertThat(browser.json("/api/snapshots"))
        .noneMatch(one -> one.get("title").asString().equals("Bad"));
  }
}
