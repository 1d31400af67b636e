package app.stalekeys.server.users;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/// Who gets in.
class AccessTest {

  /// Every endpoint the application has, with numbers in the place of variables.
  private static List<String[]> endpoints() {
    List<String[]> endpoints = new ArrayList<>();
    RunningServer.get()
        .bean(RequestMappingHandlerMapping.class)
        .getHandlerMethods()
        .keySet()
        .forEach(mapping ->
            mapping
                .getPatternValues()
                .forEach(pattern ->
                    mapping
                        .getMethodsCondition()
                        .getMethods()
                        .forEach(method ->
                            endpoints.add(
                                new String[] {
                                  method.name(), pattern.replaceAll("\\{[^}]+}", "1")
                                }))));
    return endpoints.stream().filter(e -> e[1].startsWith("/api/")).toList();
  }

  @Test
  void nothingButTheSessionIsOpenToAStranger() {
    List<String[]> closed = endpoints().stream().filter(e -> !e[1].equals("/api/session")).toList();
    assertThat(closed).hasSizeGreaterThan(15);
    Browser stranger = Browser.anonymous();
    stranger.get("/api/session");
    for (String[] endpoint : closed) {
      assertThat(
              stranger.send(endpoint[0], endpoint[1], new byte[0], "application/json").statusCode())
          .as(String.join(" ", endpoint))
          .isEqualTo(401);
    }
  }

  @Test
  void noChangeIsTakenWithoutTheToken() {
    Browser forged = Browser.signedIn().withoutToken();
    for (String[] endpoint : endpoints()) {
      if (!endpoint[0].equals("GET")) {
        assertThat(
                forged.send(endpoint[0], endpoint[1], new byte[0], "application/json").statusCode())
            .as(String.join(" ", endpoint))
            .isEqualTo(403);
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
    assertThat(Browser.text(browser.get("/api/nothing")))
        .contains("There is nothing at this address.");
    assertThat(
            Browser.text(
                browser.post(browser.demo() + "/findings/decisions", "{\"verdict\":\"shred\"}")))
        .contains("could not be")
        .doesNotContain("Exception", "Verdict");
  }
}
