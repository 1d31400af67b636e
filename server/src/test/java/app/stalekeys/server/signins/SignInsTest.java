package app.stalekeys.server.signins;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.signin.Outcome;
import app.stalekeys.server.support.Browser;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Sign-ins over HTTP, on the demo audit: the night of guessing, followed to its rows.
class SignInsTest {

  private static final String NIGHT =
      "application=ledger&accounts=%3Dadmin&from=2026-06-09T02:00&until=2026-06-09T03:00";

  private static Browser browser;
  private static String signIns;

  @BeforeAll
  static void signIn() {
    browser = Browser.signedIn();
    signIns = browser.demo() + "/sign-ins";
  }

  private static int sum(JsonNode counts) {
    int sum = 0;
    for (JsonNode count : counts) {
      sum += count.asInt();
    }
    return sum;
  }

  @Test
  void theNightIsMarkedAndLeadsToTheAttemptThatWorkedAndWhatItDid() {
    JsonNode view = browser.json(signIns);
    assertThat(sum(view.get("total"))).isEqualTo(view.get("all").asInt());
    assertThat(view.get("missing").toString()).contains("Hull Works");
    assertThat(view.get("marks"))
        .extracting(mark -> mark.get("check").asString() + " " + mark.get("subject").asString())
        .containsExactly("spraying 203.0.113.77", "guessing admin");
    JsonNode lines = browser.json(signIns + "/attempts?order=oldest&" + NIGHT).get("lines");
    assertThat(lines)
        .extracting(line -> line.get("outcome").asString())
        .hasSize(16)
        .endsWith("failure", "success", "sign-out");
    JsonNode attempt = browser.json(signIns + "/attempt?row=" + lines.get(14).get("row").asInt());
    assertThat(attempt.get("deedsBy").asString()).isEqualTo("session");
    assertThat(attempt.get("until").asString()).startsWith("2026-06-09T02:57");
    assertThat(attempt.get("deeds")).hasSize(4);
    JsonNode place = attempt.get("deeds").get(3).get("place");
    JsonNode row =
        browser.json(
            "%s/evidence/%d/lines?from=%d&limit=1"
                .formatted(
                    browser.demo(), place.get("evidenceId").asLong(), place.get("row").asLong()));
    assertThat(row.toString()).contains("S6f2a91c4", "export");
  }

  @Test
  void anAddressRangeCountsWhatTheListHolds() {
    String filter = "address=203.0.113.0/24,198.51.100.0/24&outcome=failure,success";
    JsonNode view = browser.json(signIns + "?" + filter);
    String csv = Browser.text(browser.get(signIns + "/list.csv?" + filter));
    List<String> rows = csv.lines().filter(line -> line.startsWith("2026-")).toList();
    assertThat(rows)
        .hasSize(sum(view.get("total")))
        .allMatch(line -> line.contains("203.0.113.") || line.contains("198.51.100."));
    assertThat(csv).contains("address 203.0.113.0/24, 198.51.100.0/24", "SHA-256");
    JsonNode whole = browser.json(signIns + "/rank?facet=account&limit=1000&" + filter);
    int ranked = 0;
    for (JsonNode line : whole.get("lines")) {
      ranked += line.get("total").asInt();
    }
    assertThat(ranked).isEqualTo(rows.size());
  }

  @Test
  void leavingProgramsOutIsSaidAndCounted() {
    JsonNode all = browser.json(signIns);
    JsonNode without = browser.json(signIns + "?programs=out");
    assertThat(sum(without.get("total")))
        .isEqualTo(sum(all.get("total")) - all.get("programs").asInt());
    assertThat(Browser.text(browser.get(signIns + "/list.csv?programs=out&text=nothing-like-it")))
        .contains("without service and built-in accounts", "0 rows");
  }

  @Test
  void whatCannotBeReadIsRefusedInWords() {
    assertThat(Browser.text(browser.get(signIns + "?address=10.20.0.0/99")))
        .contains("10.20.0.0/99", "expected one such as");
    assertThat(Browser.text(browser.get(signIns + "?from=yesterday"))).contains("2026-06-09T02:00");
    assertThat(browser.get(signIns + "/attempt?row=99999999").statusCode()).isEqualTo(404);
  }

  @Test
  void sessionsOfAMomentWereOpenThen() {
    JsonNode page =
        browser.json(signIns + "/sessions?application=freight&at=2026-06-04T08:22&limit=1000");
    assertThat(page.get("total").asInt()).isGreaterThan(10);
    assertThat(page.get("sessions"))
        .allMatch(one ->
            one.get("from").asString().compareTo("2026-06-04T08:22:00") <= 0
                && one.get("until").asString().compareTo("2026-06-04T08:22:00") > 0);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "&outcome=success",
        "&text=fire",
        "&browser=(not+said)",
        "&hour=8,32,56",
        "&address=10.0.0.0/9",
        "&method=password"
      })
  void theTabOfSessionsShowsTheSuccessesThatTheAttemptsShow(String condition) {
    String asked = "?application=ledger&programs=out" + condition;
    JsonNode sessions = browser.json(signIns + "/sessions" + asked + "&limit=1");
    int successes =
        browser.json(signIns + asked).get("total").get(Outcome.SUCCESS.ordinal()).asInt();
    int told =
        Stream.of("total", "open", "strangers").mapToInt(part -> sessions.get(part).asInt()).sum();
    assertThat(told).isEqualTo(successes);
  }

  @Test
  void noSessionBeginsWithAFailure() {
    JsonNode page = browser.json(signIns + "/sessions?outcome=failure");
    assertThat(page.get("total").asInt() + page.get("open").asInt()).isZero();
  }

  @Test
  void aQuestionIsKeptForTheAuditAndForgotten() {
    String questions = browser.demo() + "/questions";
    String question =
        JsonMapper.builder()
            .build()
            .writeValueAsString(
                java.util.Map.of(
                    "view", "sign-ins", "name", "The night", "query", NIGHT, "pinned", true));
    assertThat(browser.put(questions, question).statusCode()).isEqualTo(200);
    browser.put(questions, question.replace("true", "false"));
    JsonNode kept = browser.json(questions);
    assertThat(kept).hasSize(1);
    assertThat(kept.get(0).get("pinned").asBoolean()).isFalse();
    browser.send("DELETE", questions + "/" + kept.get(0).get("id").asLong(), null, null);
    assertThat(browser.json(questions)).isEmpty();
  }
}
