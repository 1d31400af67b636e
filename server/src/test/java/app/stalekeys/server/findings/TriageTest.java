package app.stalekeys.server.findings;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// The triage desk over HTTP, on the demo audit.
class TriageTest {

  private static Browser browser;
  private static String demo;

  @BeforeAll
  static void signIn() {
    browser = Browser.signedIn();
    demo = browser.demo();
  }

  private static String decide(String verdict, String more, JsonNode... lines) {
    List<String> seen = new ArrayList<>();
    for (JsonNode line : lines) {
      int seq = line.get("decision").isNull() ? 0 : line.get("decision").get("seq").asInt();
      seen.add("{\"key\":\"%s\",\"decision\":%d}".formatted(line.get("key").asString(), seq));
    }
    return "{\"findings\":[%s],\"verdict\":\"%s\"%s}"
        .formatted(String.join(",", seen), verdict, more);
  }

  private static HttpResponse<byte[]> post(String body) {
    return browser.post(demo + "/findings/decisions", body);
  }

  private static JsonNode line(String query, int at) {
    return browser.json(demo + "/findings?" + query).get("lines").get(at);
  }

  @Test
  void theScreenHasTheFindingsOfTheCommandLine() throws Exception {
    var answer = (AuditRun.Answer.Ran) AuditRun.run(AuditFolder.open(RunningServer.get().demo()));
    List<String> headless =
        answer.outcome().result().findings().stream().map(Finding::id).sorted().toList();
    List<String> screen = new ArrayList<>();
    int total = browser.json(demo + "/findings?limit=1").get("total").asInt();
    for (int offset = 0; offset < total; offset += 500) {
      browser
          .json(demo + "/findings?limit=500&offset=" + offset)
          .get("lines")
          .forEach(one -> screen.add(one.get("key").asString()));
    }
    assertThat(screen.stream().sorted()).isEqualTo(headless).hasSize(total);
  }

  @Test
  void theWorstComesFirstAndAFindingLeadsToItsRawLine() {
    JsonNode worst = line("", 0);
    assertThat(worst.get("check").asString()).isEqualTo("leaver-signed-in");
    JsonNode detail = browser.json(demo + "/findings/" + worst.get("key").asString());
    String account = worst.get("subject").asString();
    assertThat(detail.get("evidence"))
        .isNotEmpty()
        .allSatisfy(cited -> assertThat(cited.get("line").asString()).contains(account));
    assertThat(detail.get("life"))
        .extracting(e -> e.get("kind").asString())
        .contains("left", "sign-in", "as-of");
  }

  @Test
  void filtersSortAndPage() {
    JsonNode high =
        browser.json(demo + "/findings?check=dormant&severity=high&sort=-figure&limit=2");
    assertThat(high.get("total").asInt()).isPositive();
    JsonNode all = browser.json(demo + "/findings?check=dormant&sort=-figure&limit=500");
    List<Long> days = new ArrayList<>();
    all.get("lines").forEach(one -> days.add(one.get("figure").asLong()));
    assertThat(days)
        .isSortedAccordingTo((a, b) -> Long.compare(b, a))
        .hasSize(all.get("total").asInt());
    JsonNode second = browser.json(demo + "/findings?check=dormant&sort=-figure&offset=1&limit=1");
    assertThat(second.get("lines").get(0)).isEqualTo(all.get("lines").get(1));
    assertThat(browser.json(demo + "/findings?text=c%25r").get("total").asInt())
        .as("a % is a letter, not a wild card")
        .isZero();
  }

  @Test
  void aDecisionHoldsOverANewExaminationAndCanBeTakenBack() {
    JsonNode line = line("check=orphan", 0);
    assertThat(post(decide("FIX", "", line)).statusCode()).isEqualTo(200);
    Examinations examinations = RunningServer.get().bean(Examinations.class);
    long id = Long.parseLong(demo.replaceAll(".*/", ""));
    examinations.examine(id, "test", RunningServer.get().bean(Jobs.class).attended("again"));
    String key = line.get("key").asString();
    JsonNode after = browser.json(demo + "/findings/" + key).get("finding");
    assertThat(after.get("decision").get("words").asString()).isEqualTo("fix");
    assertThat(post(decide("OPEN", "", after)).statusCode()).isEqualTo(200);
    JsonNode detail = browser.json(demo + "/findings/" + key);
    assertThat(detail.get("history")).hasSize(2);
    assertThat(browser.json(demo + "/findings?state=open&check=orphan").get("lines"))
        .anyMatch(one -> one.get("key").asString().equals(key));
  }

  @Test
  void theSecondOfTwoDecisionsIsToldAndNothingIsOverwritten() {
    JsonNode first = line("check=no-second-factor", 0);
    JsonNode other = line("check=no-second-factor", 1);
    assertThat(post(decide("FIX", "", first)).statusCode()).isEqualTo(200);
    HttpResponse<byte[]> late = post(decide("DISMISS", ",\"reason\":\"late\"", other, first));
    assertThat(late.statusCode()).isEqualTo(409);
    assertThat(Browser.text(late)).contains("lead decided one of these meanwhile: fix");
    String key = other.get("key").asString();
    assertThat(browser.json(demo + "/findings/" + key).get("history"))
        .as("none of the batch was decided")
        .isEmpty();
  }

  @Test
  void aDecisionThatNeedsWordsIsNotTakenWithout() {
    JsonNode line = line("check=leaver-enabled", 0);
    assertThat(Browser.text(post(decide("DISMISS", "", line)))).contains("needs a reason");
    assertThat(
            Browser.text(
                post(decide("ACCEPT", ",\"reason\":\"r\",\"until\":\"2026-06-30\"", line))))
        .contains("Say who approved it.", "a day after 2026-06-30");
    assertThat(Browser.text(post(decide("ASK", ",\"reason\":\"  \"", line))))
        .contains("whom you asked");
    assertThat(
            post(decide(
                    "ACCEPT",
                    ",\"reason\":\"r\",\"approver\":\"CFO\",\"until\":\"2026-07-01\"",
                    line))
                .statusCode())
        .isEqualTo(200);
  }

  @Test
  void theFrontPageCountsWhatIsLeft() {
    JsonNode standing = browser.json(demo + "/standing");
    JsonNode desk = browser.json(demo + "/findings/desk");
    assertThat(standing.get("open").asLong())
        .isEqualTo(browser.json(demo + "/findings?state=open").get("total").asLong());
    assertThat(desk.get("total").asLong()).isEqualTo(standing.get("findings").asLong());
    assertThat(standing.get("notTested"))
        .extracting(n -> n.get("check").asString())
        .as("nobody got the yard's sign-ins, and only the directory knows second factors")
        .contains("dormant", "leaver-signed-in", "no-second-factor", "ownerless")
        .doesNotContain("leaver-enabled", "orphan", "conflict");
    assertThat(standing.get("clean").get("strict").asDouble())
        .isLessThanOrEqualTo(standing.get("clean").get("stated").asDouble());
  }

  @Test
  void aNoteStandsBesideTheFindingAndDecidesNothing() {
    JsonNode finding = browser.json(demo + "/findings?check=guessed").get("lines").get(0);
    String key = finding.get("key").asString();
    assertThat(
            browser
                .post(demo + "/findings/" + key + "/notes", "{\"note\":\"asked the desk\"}")
                .statusCode())
        .isEqualTo(200);
    JsonNode detail = browser.json(demo + "/findings/" + key);
    assertThat(detail.get("notes").get(0).get("note").asString()).isEqualTo("asked the desk");
    assertThat(detail.get("history")).isEmpty();
    assertThat(Browser.text(browser.post(demo + "/findings/" + key + "/notes", "{\"note\":\" \"}")))
        .contains("expected 1 to 4,000");
  }

  @Test
  void groupsOfPeopleHoldAllFindingsAndEachIsAFilter() {
    long all = browser.json(demo + "/findings?limit=1").get("total").asLong();
    long grouped = 0;
    for (JsonNode person : browser.json(demo + "/findings/people")) {
      grouped += person.get("total").asLong();
    }
    assertThat(grouped).isEqualTo(all);
    JsonNode first = browser.json(demo + "/findings/people").get(1);
    String id = first.get("person").asString();
    assertThat(
            browser
                .json(demo + "/findings?limit=1&person=" + (id.isEmpty() ? "-" : id))
                .get("total")
                .asLong())
        .isEqualTo(first.get("total").asLong());
  }
}
