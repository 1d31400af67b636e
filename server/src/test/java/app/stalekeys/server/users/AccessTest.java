package app.stalekeys.server.users;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/// Who gets in, and where to.
class AccessTest {

  private static final String NOBODYS = "999999";

  /// An endpoint the application has, with a number of nothing in the place of variables.
  private record Endpoint(String method, String path) {

    int asks(Browser browser) {
      byte[] body = method.equals("GET") || method.equals("DELETE") ? null : new byte[0];
      return browser
          .send(method, path, body, body == null ? null : "application/json")
          .statusCode();
    }

    boolean isOwnSession() {
      return path.startsWith("/api/session");
    }
  }

  private static final Map<Part, Browser> BROWSERS = new EnumMap<>(Part.class);
  private static List<Endpoint> endpoints;

  @BeforeAll
  static void signInAsEveryPart() {
    List<Endpoint> found = new ArrayList<>();
    RunningServer.get()
        .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
        .getHandlerMethods()
        .keySet()
        .forEach(mapping ->
            mapping.getPatternValues().stream()
                .map(pattern -> pattern.replaceAll("\\{[^}]+}", NOBODYS))
                .filter(path -> path.startsWith("/api/"))
                .forEach(path ->
                    mapping
                        .getMethodsCondition()
                        .getMethods()
                        .forEach(method -> found.add(new Endpoint(method.name(), path)))));
    endpoints = found;
    for (Part part : Part.values()) {
      BROWSERS.put(part, Browser.as("a-" + part.word(), part.word()));
    }
  }

  private static AccessTable.Row row(Endpoint endpoint) {
    return AccessTable.ROWS.stream()
        .filter(row -> row.fits(HttpMethod.valueOf(endpoint.method), endpoint.path))
        .findFirst()
        .orElseThrow(() -> new AssertionError(endpoint + " stands in no row of the table"));
  }

  @Test
  void theTableHoldsForEveryEndpointAndEveryPart() {
    assertThat(endpoints).hasSizeGreaterThan(100);
    Browser stranger = Browser.anonymous();
    stranger.get("/api/session");
    for (Endpoint endpoint : endpoints) {
      AccessTable.Row row = row(endpoint);
      if (row.door() == AccessTable.Door.OPEN) {
        continue;
      }
      assertThat(endpoint.asks(stranger)).as("a stranger asks %s", endpoint).isEqualTo(401);
      BROWSERS.forEach((part, browser) -> {
        boolean refused = endpoint.asks(browser) == 403;
        assertThat(refused).as("%s asks %s", part, endpoint).isEqualTo(!row.lets(part));
      });
    }
  }

  @Test
  void theTableGivesNoPartMoreThanItNeeds() {
    for (Endpoint endpoint : endpoints) {
      AccessTable.Row row = row(endpoint);
      boolean reads = endpoint.method.equals("GET");
      if (!endpoint.isOwnSession()) {
        assertThat(row.door()).as(endpoint.path).isEqualTo(AccessTable.Door.PARTS);
        assertThat(row.lets(Part.REVIEWER))
            .as(endpoint.path)
            .isEqualTo(endpoint.path.startsWith("/api/reviews"));
        assertThat(row.lets(Part.READER) && !reads).as("a reader changes " + endpoint).isFalse();
        assertThat(row.lets(Part.AUDITOR) && endpoint.path.startsWith("/api/users"))
            .as("an auditor sees to users by " + endpoint)
            .isFalse();
      }
    }
    assertThat(AccessTable.ROWS.stream().filter(row -> row.door() == AccessTable.Door.OPEN))
        .extracting(row -> row.pattern().getPatternString())
        .containsExactly("/api/session", "/api/session/welcome");
  }

  @Test
  void noChangeIsTakenWithoutTheToken() {
    Browser forged = Browser.signedIn().withoutToken();
    for (Endpoint endpoint : endpoints) {
      if (!endpoint.method.equals("GET")) {
        assertThat(endpoint.asks(forged)).as(endpoint.toString()).isEqualTo(403);
      }
    }
  }

  @Test
  void aWrongPasswordSaysOnlyThatAndIsSlowedDown() {
    Browser browser = Browser.anonymous();
    browser.get("/api/session");
    for (int i = 0; i < 5; i++) {
      assertThat(Browser.text(browser.signIn("nobody-here", "wrong")))
          .contains("Name or password is not right.");
    }
    assertThat(Browser.text(browser.signIn("nobody-here", "wrong"))).contains("Too many tries");
    assertThat(browser.json("/api/session").get("name").isNull()).isTrue();
  }

  @Test
  void theSessionIsEndedBySigningOut() {
    Browser browser = Browser.signedIn();
    assertThat(browser.send("DELETE", "/api/session", new byte[0], null).statusCode())
        .isEqualTo(200);
    assertThat(browser.get("/api/snapshots").statusCode()).isEqualTo(401);
  }

  @Test
  void pagesCarryHeadersThatKeepThemToThemselves() {
    var headers = Browser.anonymous().get("/").headers();
    assertThat(headers.firstValue("Content-Security-Policy"))
        .hasValueSatisfying(
            p -> assertThat(p).contains("script-src 'self'", "frame-ancestors 'none'"));
    assertThat(headers.firstValue("X-Content-Type-Options")).hasValue("nosniff");
    assertThat(Browser.signedIn().get("/api/session").headers().allValues("Set-Cookie"))
        .noneMatch(c -> c.contains("STALEKEYS") && !c.contains("HttpOnly"));
  }

  @Test
  void whatDoesNotExistIsASentence() {
    Browser browser = Browser.signedIn();
    assertThat(Browser.text(browser.get("/api/snapshots/999/standing")))
        .contains("There is no audit at this address.")
        .doesNotContain("Exception");
    assertThat(Browser.text(browser.get("/api/snapshots/1/nothing")))
        .contains("There is nothing at this address.");
    assertThat(
            Browser.text(
                browser.post(browser.demo() + "/findings/decisions", "{\"verdict\":\"shred\"}")))
        .contains("could not be")
        .doesNotContain("Exception", "Verdict");
  }

  @Test
  void whatAReaderIsRefusedIsSaidInWords() {
    assertThat(Browser.text(BROWSERS.get(Part.READER).get("/api/users")))
        .contains("Your part in Stale Keys does not include this.");
  }
}
