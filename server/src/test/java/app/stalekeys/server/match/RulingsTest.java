package app.stalekeys.server.match;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Decisions about whose accounts are, over HTTP: into the audit file, never over somebody else's, and
/// the checks follow.
class RulingsTest {

  private static Browser browser;
  private static String audit;
  private static Path folder;

  @BeforeAll
  static void open() throws Exception {
    browser = Browser.signedIn();
    folder = Files.createTempDirectory("match");
    Files.writeString(
        folder.resolve("people.csv"),
        "person,name,email,status\n7,Anna Holm,anna@x.example,active\n8,Rói Berg,roi@x.example,left\n");
    Files.writeString(
        folder.resolve("accounts.csv"),
        "account,name,email,type,status\naholm,\"Holm, Anna\",,personal,enabled\nsvc,,,service,enabled\n");
    Files.writeString(
        folder.resolve("audit.yaml"),
        "audit: Matching\nas-of: 2026-06-30\nevidence: [{file: people.csv, kind: people}]\napplications:\n"
            + "  - id: till\n    name: Till\n    evidence: [{file: accounts.csv, kind: accounts}]\n");
    audit = browser.open(folder);
  }

  private static JsonNode line(String account) {
    JsonNode lines = browser.json(audit + "/match/accounts?show=all").get("lines");
    for (JsonNode line : lines) {
      if (line.get("account").asString().equals(account)) {
        return line;
      }
    }
    throw new AssertionError("no line for " + account);
  }

  private static int rule(String account, String person, String owner, JsonNode seen) {
    return browser
        .post(
            audit + "/match/rulings",
            "{\"rules\":[{\"application\":\"till\",\"account\":\"%s\",\"person\":%s,\"owner\":%s,\"not\":[],\"reason\":\"\",\"seen\":%s}]}"
                .formatted(account, person, owner, seen))
        .statusCode();
  }

  private static long orphans() {
    return browser.json(audit + "/findings?check=orphan").get("total").asLong();
  }

  @Test
  void aSuggestionIsTakenOnlyByAPersonsWordAndTheChecksFollow() throws Exception {
    JsonNode before = line("aholm");
    assertThat(before.get("suggestions").get(0).get("person").asString()).isEqualTo("7");
    assertThat(before.get("person").isNull()).isTrue();
    assertThat(orphans()).isEqualTo(1);

    assertThat(rule("aholm", "\"7\"", "null", before.get("ruling"))).isEqualTo(200);
    assertThat(line("aholm").get("rule").asString()).isEqualTo("recorded decision");
    assertThat(rule("aholm", "\"8\"", "null", before.get("ruling")))
        .as("somebody decided meanwhile")
        .isEqualTo(409);
    for (int i = 0; i < 100 && orphans() > 0; i++) {
      Thread.sleep(200);
    }
    assertThat(orphans()).isZero();
    assertThat(browser.json(audit + "/people/7").get("accounts").get(0).get("account").asString())
        .isEqualTo("aholm");

    assertThat(rule("aholm", "null", "null", line("aholm").get("ruling"))).isEqualTo(200);
    assertThat(line("aholm").get("left").asString()).isEqualTo("person");
  }

  @Test
  void anOwnerMustBeInTheRosterAndALeaverIsSaid() {
    assertThat(rule("svc", "null", "\"99\"", line("svc").get("ruling"))).isEqualTo(422);
    assertThat(rule("svc", "null", "\"8\"", line("svc").get("ruling"))).isEqualTo(200);
    assertThat(line("svc").get("ownerFault").asString()).isEqualTo("its owner Rói Berg has left");
    assertThat(rule("svc", "null", "\"7\"", line("svc").get("ruling"))).isEqualTo(200);
    assertThat(line("svc").get("left").asString()).isEqualTo("nothing");
    browser.open(folder);
    assertThat(line("svc").get("owner").asString())
        .as("opening the same folder again keeps what was decided")
        .isEqualTo("7 Anna Holm");
  }
}
