package app.stalekeys.server.users;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Users, their second factors, sessions and tokens.
class UsersTest {

  private static final String PASSWORD = "a long enough password";

  private final Browser lead = Browser.signedIn();

  private JsonNode user(String name) {
    for (JsonNode one : lead.json("/api/users")) {
      if (one.get("name").asString().equals(name)) {
        return one;
      }
    }
    throw new AssertionError(name);
  }

  private static String text(String name, String part, boolean active, int version) {
    return """
    {"name":"%s","displayName":"","email":"","person":"","parts":["%s"],"applications":[],
     "active":%s,"version":%d}\
    """
        .formatted(name, part, active, version);
  }

  private static Browser fresh() {
    Browser browser = Browser.anonymous();
    browser.get("/api/session");
    return browser;
  }

  @Test
  void codesAreThoseOfTheStandardsExamples() {
    // RFC 6238, appendix B, the secret "12345678901234567890", cut to six digits.
    String secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";
    assertThat(OneTimeCode.at(secret, 59 / 30)).isEqualTo("287082");
    assertThat(OneTimeCode.at(secret, 1_111_111_109L / 30)).isEqualTo("081804");
    assertThat(OneTimeCode.at(secret, 20_000_000_000L / 30)).isEqualTo("353130");
    Instant now = Instant.ofEpochSecond(1_111_111_109L);
    assertThat(OneTimeCode.stepOf(secret, "081804", now.plusSeconds(30))).isPositive();
    assertThat(OneTimeCode.stepOf(secret, "081804", now.plusSeconds(61))).isEqualTo(-1);
    assertThat(OneTimeCode.newSecret()).matches("[A-Z2-7]{32}");
  }

  @Test
  void aSecondFactorIsAskedForAndACodeIsGoodOnce() {
    Browser owner = Browser.as("with-code", "reader");
    String secret = Browser.tree(owner.post("/api/session/own/code", "")).get("secret").asString();
    long step = Instant.now().getEpochSecond() / 30;
    String code = "{\"code\":\"%s\"}".formatted(OneTimeCode.at(secret, step - 1));
    assertThat(owner.put("/api/session/own/code", "{\"code\":\"1\"}").statusCode()).isEqualTo(422);
    assertThat(owner.put("/api/session/own/code", code).statusCode()).isEqualTo(200);
    Browser again = fresh();
    HttpResponse<byte[]> half = again.signIn("with-code", Browser.PASSWORD);
    assertThat(Browser.tree(half).get("codeNeeded").asBoolean()).isTrue();
    assertThat(again.json("/api/session").get("name").isNull()).isTrue();
    assertThat(
            again
                .signIn("with-code", Browser.PASSWORD, OneTimeCode.at(secret, step - 1))
                .statusCode())
        .as("the code that was used already")
        .isEqualTo(422);
    assertThat(
            again
                .signIn("with-code", Browser.PASSWORD, OneTimeCode.at(secret, step + 1))
                .statusCode())
        .isEqualTo(200);
    assertThat(again.json("/api/session").get("name").asString()).isEqualTo("with-code");
  }

  @Test
  void anInvitationIsGoodOnceAndAShortPasswordLeavesItOpen() {
    HttpResponse<byte[]> made = lead.post("/api/users", text("invited", "reader", true, 0));
    String secret = Browser.tree(made).get("welcome").asString();
    Browser browser = fresh();
    String accept = "{\"secret\":\"%s\",\"password\":\"%s\"}";
    assertThat(Browser.text(browser.put("/api/session/welcome", accept.formatted(secret, "short"))))
        .contains("5 letters, expected 12");
    assertThat(browser.put("/api/session/welcome", accept.formatted(secret, PASSWORD)).statusCode())
        .isEqualTo(200);
    assertThat(
            Browser.text(
                browser.put("/api/session/welcome", accept.formatted(secret, PASSWORD + "2"))))
        .contains("used already");
    assertThat(browser.signIn("invited", PASSWORD).statusCode()).isEqualTo(200);
  }

  private HttpResponse<byte[]> demote(JsonNode user) {
    return lead.put(
        "/api/users/" + user.get("id").asLong(),
        text(user.get("name").asString(), "reader", true, user.get("version").asInt()));
  }

  @Test
  void whoLosesAPartIsSignedOutAtOnceAndAnOldFormChangesNothing() {
    Browser browser = Browser.as("demoted", "auditor");
    JsonNode before = user("demoted");
    assertThat(demote(before).statusCode()).isEqualTo(200);
    assertThat(browser.get("/api/snapshots").statusCode()).isEqualTo(401);
    assertThat(Browser.text(demote(before))).contains("Somebody else changed demoted");
  }

  @Test
  void theLastLeadKeepsThePart() {
    for (JsonNode user : lead.json("/api/users")) {
      if (user.get("parts").toString().contains("lead")
          && !user.get("name").asString().equals("lead")) {
        assertThat(demote(user).statusCode()).isEqualTo(200);
      }
    }
    assertThat(Browser.text(demote(user("lead")))).contains("lead is the only lead auditor");
  }

  @Test
  void aLockedUserWaitsEvenWithTheRightPassword() {
    Browser.as("locked", "reader");
    UserService users = app.stalekeys.server.support.RunningServer.get().bean(UserService.class);
    for (int i = 0; i < 9; i++) {
      assertThat(users.check("locked", "wrong", "")).isEqualTo(UserService.Answer.WRONG);
    }
    assertThat(user("locked").get("locked").asBoolean()).as("after nine").isFalse();
    users.check("locked", "wrong", "");
    assertThat(users.check("locked", Browser.PASSWORD, "")).isEqualTo(UserService.Answer.LOCKED);
    lead.send(
        "DELETE", "/api/users/%d/lock".formatted(user("locked").get("id").asLong()), null, null);
    assertThat(users.check("locked", Browser.PASSWORD, "")).isEqualTo(UserService.Answer.IN);
  }

  @Test
  void aTokenReadsUntilItEndsAndDoesNotMakeOthers() {
    Browser owner = Browser.as("with-token", "auditor");
    LocalDate today = LocalDate.now(ZoneOffset.UTC);
    String text = "{\"name\":\"nightly\",\"mayChange\":false,\"endsOn\":\"%s\"}";
    assertThat(
            Browser.text(owner.post("/api/session/own/tokens", text.formatted(today.minusDays(1)))))
        .contains("expected a day from");
    String token =
        Browser.tree(owner.post("/api/session/own/tokens", text.formatted(today)))
            .get("token")
            .asString();
    Browser program = Browser.bearing(token);
    assertThat(program.get("/api/snapshots").statusCode()).isEqualTo(200);
    assertThat(Browser.text(program.post(lead.demo() + "/questions", "{}")))
        .contains("reads and does not");
    assertThat(program.get("/api/session/own").statusCode()).isEqualTo(403);
    assertThat(Browser.bearing(token + "x").get("/api/snapshots").statusCode()).isEqualTo(401);
    long id = owner.json("/api/session/own").get("tokens").get(0).get("id").asLong();
    owner.send("DELETE", "/api/session/own/tokens/" + id, null, null);
    assertThat(program.get("/api/snapshots").statusCode()).isEqualTo(401);
  }

  @Test
  void aSessionIsListedAndEndedByTheLead() {
    Browser browser = Browser.as("listed", "reader");
    for (JsonNode session : lead.json("/api/users/sessions")) {
      if (session.get("user").asString().equals("listed")) {
        lead.send("DELETE", "/api/users/sessions/" + session.get("number").asLong(), null, null);
      }
    }
    assertThat(browser.get("/api/snapshots").statusCode()).isEqualTo(401);
  }
}
