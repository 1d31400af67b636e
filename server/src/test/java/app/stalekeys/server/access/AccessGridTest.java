package app.stalekeys.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// The grid, its windows, the trace and what leaves, over HTTP on the demo.
class AccessGridTest {

  private static Browser browser;
  private static String access;

  @BeforeAll
  static void open() {
    browser = Browser.signedIn();
    access = browser.demo() + "/access";
  }

  private static JsonNode grid(String query) {
    return browser.json(access + "/grid?application=hull&" + query);
  }

  @Test
  void windowsOfTheGridAreCutFromOneOrder() {
    JsonNode whole = grid("rows=300&cols=200");
    JsonNode window = grid("top=40&rows=10&left=5&cols=4");
    assertThat(window.get("accounts")).isEqualTo(whole.get("accounts"));
    for (int i = 0; i < 10; i++) {
      assertThat(window.get("rows").get(i)).isEqualTo(whole.get("rows").get(40 + i));
      assertThat(window.get("cells").get(i).asString())
          .isEqualTo(whole.get("cells").get(40 + i).asString().substring(10, 18));
    }
    long held = 0;
    for (JsonNode row : whole.get("rows")) {
      held += row.get("held").asLong();
    }
    assertThat(held).as("counts at the edge add up").isEqualTo(whole.get("held").asLong());
  }

  @Test
  void filtersCompose() {
    String first = grid("").get("rows").get(0).get("key").asString();
    String second = grid("").get("rows").get(1).get("key").asString();
    String list = URLEncoder.encode(first + ",\n" + second, StandardCharsets.UTF_8);
    assertThat(grid("accounts=" + list).get("accounts").asInt())
        .as("a pasted list of ids")
        .isEqualTo(2);
    JsonNode inspectors = grid("role=Inspector&permissions=sign&held=true");
    assertThat(inspectors.get("permissions").asInt()).isEqualTo(1);
    inspectors.get("rows").forEach(row -> assertThat(row.get("held").asInt()).isEqualTo(1));
  }

  @Test
  void likeAccountsStandTogether() {
    JsonNode alike = grid("sort=alike&rows=300&cols=200");
    Set<String> ended = new HashSet<>();
    String last = "";
    for (JsonNode cells : alike.get("cells")) {
      StringBuilder held = new StringBuilder();
      String text = cells.asString();
      for (int i = 0; i < text.length(); i += 2) {
        held.append(Integer.parseInt(text.substring(i, i + 2), 16) & 1);
      }
      if (!held.toString().equals(last)) {
        assertThat(ended.add(held.toString()))
            .as("accounts that hold the same are one run")
            .isTrue();
        last = held.toString();
      }
    }
  }

  @Test
  void theListLeavesWholeWithItsFilterAndSources() {
    String list =
        Browser.text(browser.get(access + "/list.csv?application=hull&role=Inspector&held=true"));
    String[] lines = list.split("\n");
    assertThat(lines[2]).isEqualTo("Filter: role Inspector; only what is held");
    assertThat(list).contains("Source HUL-1: hull/hull-works.xlsx").contains("SHA-256");
    long rows = list.lines().filter(line -> line.startsWith("hull,")).count();
    assertThat(rows).isEqualTo(grid("role=Inspector&held=true").get("held").asLong());
    assertThat(browser.get(access + "/list.xlsx?application=hull").body()).startsWith('P', 'K');
  }

  @Test
  void whatNobodyHasIsExplainedAndWhatIsNotThereIsSaid() {
    String account = grid("role=Reader").get("rows").get(0).get("key").asString();
    JsonNode trace =
        browser.json(
            access
                + "/trace?application=hull&resource=Inspection/Sign-off&action=sign%20off&account="
                + account);
    assertThat(trace.get("can").asBoolean()).isFalse();
    assertThat(trace.get("reason").asString()).startsWith("Cannot:");
    assertThat(
            browser
                .get(access + "/trace?application=hull&resource=No&action=no&account=" + account)
                .statusCode())
        .isEqualTo(404);
  }

  @Test
  void twoDatesOfOneRoleAreCompared() {
    long march = 0;
    for (JsonNode one : browser.json("/api/snapshots")) {
      if (one.get("asOf").asString().equals("2026-03-31")) {
        march = one.get("id").asLong();
      }
    }
    JsonNode same =
        browser.json(
            access + "/difference?application=hull&left=role:Inspector&right=role:Inspector");
    assertThat(same.get("lines")).isEmpty();
    assertThat(same.get("same").asInt()).isPositive();
    assertThat(
            browser
                .get(access + "/difference?application=hull&left=role:Nobody&before=" + march)
                .statusCode())
        .as("March did not have this application")
        .isEqualTo(404);
  }
}
