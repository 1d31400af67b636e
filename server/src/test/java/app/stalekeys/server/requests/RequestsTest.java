package app.stalekeys.server.requests;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Base64;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// The request list over HTTP, from nothing asked to tied out.
class RequestsTest {

  private static Browser browser;
  private static String audit;

  @BeforeAll
  static void open() throws Exception {
    browser = Browser.signedIn();
    audit = browser.openAudit(Files.createTempDirectory("ask"), "Asking", "2026-06-30");
  }

  private static JsonNode cell(String application, String kind) {
    for (JsonNode cell : browser.json(audit + "/requests").get("cells")) {
      if (cell.get("application").asString().equals(application)
          && cell.get("kind").asString().equals(kind)) {
        return cell;
      }
    }
    throw new AssertionError("no place for " + kind);
  }

  private static String standing(String kind) {
    return cell("till", kind).get("standing").asString();
  }

  private static int say(String kind, boolean applicable, String reason, String askedOf) {
    return browser
        .put(
            audit + "/requests",
            "{\"application\":\"till\",\"kinds\":[\"%s\"],\"applicable\":%b,\"reason\":\"%s\",\"askedOf\":\"%s\",\"due\":\"2026-07-10\",\"words\":\"please\"}"
                .formatted(kind, applicable, reason, askedOf))
        .statusCode();
  }

  @Test
  void aPlaceGoesFromNotAskedToTiedOut() {
    assertThat(standing("accounts")).isEqualTo("not asked");
    assertThat(say("accounts", true, "", "")).isEqualTo(422);
    assertThat(say("accounts", true, "", "desk@fennicksound.example")).isEqualTo(200);
    assertThat(standing("accounts")).isEqualTo("asked");
    assertThat(cell("till", "accounts").get("due").asString()).isEqualTo("2026-07-10");

    String file = browser.drop(audit, "accounts.csv", "User,Status\nmo,enabled\nliv,enabled\n");
    assertThat(standing("accounts")).isEqualTo("on the desk");
    browser.job(browser.post(file + "/desk/take", "{}"));
    assertThat(standing("accounts")).isEqualTo("received");

    declare(file, 3);
    assertThat(standing("accounts")).isEqualTo("differences");
    browser.put(file + "/explanation", "{\"words\":\"one test user\"}");
    assertThat(standing("accounts")).isEqualTo("tied out");
    declare(file, 2);
    assertThat(standing("accounts")).isEqualTo("tied out");
  }

  private static void declare(String file, int rows) {
    JsonNode draft = browser.json(file + "/desk").get("draft");
    browser.put(
        file + "/desk", draft.toString().replaceFirst("\"rows\":(null|\\d+)", "\"rows\":" + rows));
    browser.job(browser.post(file + "/desk/take", "{}"));
  }

  @Test
  void whatDoesNotApplyNeedsAReasonAndCanBeTakenBack() {
    assertThat(say("usage", false, "", "")).isEqualTo(422);
    assertThat(say("usage", false, "it keeps none", "")).isEqualTo(200);
    assertThat(standing("usage")).isEqualTo("not applicable");
    browser.send("DELETE", audit + "/requests?application=till&kind=usage", null, null);
    assertThat(standing("usage")).isEqualTo("not asked");
  }

  @Test
  void aPlaceSaysWhichChecksWaitForIt() {
    assertThat(cell("till", "sign-ins").get("untested"))
        .extracting(JsonNode::asString)
        .contains("Signed in after leaving");
    assertThat(cell("", "people").get("untested"))
        .extracting(JsonNode::asString)
        .contains("Leaver, still enabled");
  }

  @Test
  void theTextNamesWhatIsNeededAndTheMailDraftCarriesIt() {
    String query = "application=till&kind=accounts&kind=roles&due=2026-07-10";
    JsonNode text = browser.json(audit + "/requests/text?" + query);
    assertThat(text.get("subject").asString())
        .isEqualTo("Asking: exports from Till as of 2026-06-30");
    assertThat(text.get("body").asString())
        .contains("- accounts: every user account, also disabled", "- roles:", "by 2026-07-10")
        .contains("which filter was used");
    String mail =
        Browser.text(
            browser.get(audit + "/requests/mail.eml?to=a%40b.example%0D%0ABcc:x&" + query));
    assertThat(mail).contains("X-Unsent: 1").doesNotContain("\nBcc");
    String body = mail.substring(mail.indexOf("\r\n\r\n") + 4).replaceAll("\\s", "");
    assertThat(new String(Base64.getDecoder().decode(body), StandardCharsets.UTF_8))
        .isEqualTo(text.get("body").asString());
  }

  @Test
  void aQuestionStaysUntilItIsAnsweredInWords() {
    String demo = browser.demo();
    JsonNode question = question(demo);
    assertThat(question.get("answer").isNull()).isTrue();
    int open = browser.json(demo + "/standing").get("questions").asInt();
    String said = "{\"question\":\"%s\",\"words\":\"%s\"}";
    String name = question.get("question").asString();
    browser.put(demo + "/evidence/answers", said.formatted(name, "only people are accounts"));
    assertThat(question(demo).get("answer").get("words").asString())
        .isEqualTo("only people are accounts");
    assertThat(browser.json(demo + "/standing").get("questions").asInt()).isEqualTo(open - 1);
    browser.put(demo + "/evidence/answers", said.formatted(name, ""));
    assertThat(browser.json(demo + "/standing").get("questions").asInt()).isEqualTo(open);
    assertThat(browser.put(demo + "/evidence/answers", said.formatted("none", "x")).statusCode())
        .isEqualTo(404);
  }

  private static JsonNode question(String demo) {
    for (JsonNode issue : browser.json(demo + "/evidence").get("problems")) {
      if (issue.get("weight").asString().equals("question")) {
        return issue;
      }
    }
    throw new AssertionError("the demo asks nothing");
  }
}
