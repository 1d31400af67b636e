package app.stalekeys.server.changes;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Changes over HTTP, on the demo audit: what no request stands behind, and what somebody held one night.
class ChangesTest {

  private static Browser browser;
  private static String changes;

  @BeforeAll
  static void signIn() {
    browser = Browser.signedIn();
    changes = browser.demo() + "/changes";
  }

  private static List<String> texts(JsonNode list, String field) {
    List<String> texts = new ArrayList<>();
    list.forEach(one -> texts.add(one.get(field).asString()));
    return texts;
  }

  @Test
  void changesWithoutARequestAreThoseThatTheCheckFlags() {
    JsonNode page = browser.json(changes + "?approval=none");
    JsonNode findings =
        browser.json(browser.demo() + "/findings?check=unapproved-change&limit=50").get("lines");
    assertThat(texts(page.get("lines"), "target"))
        .containsExactlyInAnyOrderElementsOf(texts(findings, "subject"));
    assertThat(page.get("missing").toString()).contains("Crew Roster");
    JsonNode self = browser.json(changes + "?self=true").get("lines");
    assertThat(texts(self, "actor")).isEqualTo(texts(self, "target")).hasSize(1);
  }

  @Test
  void anApprovedChangeCitesTheRequestItself() {
    JsonNode line = browser.json(changes + "?approval=approved&limit=1").get("lines").get(0);
    JsonNode place = line.get("requestPlace");
    JsonNode row =
        browser.json(
            "%s/evidence/%d/lines?from=%d&limit=1"
                .formatted(
                    browser.demo(), place.get("evidenceId").asLong(), place.get("row").asLong()));
    assertThat(row.toString())
        .contains(line.get("request").asString(), line.get("after").asString());
  }

  @Test
  void theRoleOfOneNightWasHeldThatNightOnly() {
    String asked = changes + "/roles-on?application=ledger&account=kelvin.r&day=";
    assertThat(state(asked + "2026-03-16", "SYS_ADMIN")).isEqualTo("not held");
    assertThat(state(asked + "2026-03-17", "SYS_ADMIN")).isEqualTo("held");
    assertThat(state(asked + "2026-03-18", "SYS_ADMIN")).isEqualTo("not held");
    assertThat(Browser.text(browser.get(asked + "2026-07-01"))).contains("after the as-of date");
    assertThat(Browser.text(browser.get(asked.replace("kelvin.r", "kelvin") + "2026-03-18")))
        .contains("There is no account kelvin");
  }

  private static String state(String path, String role) {
    for (JsonNode one : browser.json(path).get("roles")) {
      if (one.get("role").asString().equals(role)) {
        return one.get("state").asString();
      }
    }
    return "";
  }

  @Test
  void theListsLeaveWhole() {
    int total = browser.json(changes).get("total").asInt();
    String csv = Browser.text(browser.get(changes + "/list.csv"));
    assertThat(csv.lines().filter(line -> line.startsWith("2026-"))).hasSize(total);
    JsonNode runs = browser.json(changes + "/runs?application=hull&limit=5");
    assertThat(runs.get("deeds").asLong()).isEqualTo(901);
    String all = Browser.text(browser.get(changes + "/list.csv?view=runs&application=hull"));
    assertThat(all.lines().filter(line -> line.startsWith("hull,")))
        .hasSize(runs.get("total").asInt());
  }

  @Test
  void whoCouldAdministerAndNeverDidStandsBesideWhoDid() {
    JsonNode lines = browser.json(changes + "/administrators");
    assertThat(lines)
        .filteredOn(line -> line.get("deeds").asInt() > 0)
        .extracting(line -> line.get("account").asString())
        .containsExactly("admin", "00353", "consult2");
    assertThat(lines)
        .filteredOn(line -> line.get("deeds").asInt() == 0)
        .allMatch(line -> line.get("privileged").asBoolean())
        .isNotEmpty();
  }
}
