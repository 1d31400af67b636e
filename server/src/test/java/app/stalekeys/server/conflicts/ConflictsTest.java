package app.stalekeys.server.conflicts;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Conflicts over HTTP, on the demo audit.
class ConflictsTest {

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private static Browser browser;
  private static String demo;

  @BeforeAll
  static void signIn() {
    browser = Browser.signedIn();
    demo = browser.demo();
  }

  private static JsonNode tried(String path, Object body) {
    return Browser.tree(browser.post(demo + "/conflicts" + path, JSON.writeValueAsString(body)));
  }

  private record Text(String yaml, String seen) {}

  private record Pairs(String csv, String yaml) {}

  @Test
  void whoHoldsAConflictIsNamedWithBothProofsAndTheRowToTake() {
    JsonNode page = browser.json(demo + "/conflicts");
    JsonNode conflict = page.get("conflicts").get(0);
    assertThat(conflict.get("id").asString()).isEqualTo("supplier-and-pay");
    assertThat(conflict.get("exercised").asInt()).isEqualTo(1);
    String query = "/holders?task=add-supplier&task=pay";
    JsonNode holders = browser.json(demo + "/conflicts" + query);
    assertThat(holders.get("total").asInt()).isEqualTo(conflict.get("people").asInt());
    JsonNode one = holders.get("holders").get(0);
    assertThat(one.get("proofs")).hasSize(2);
    JsonNode take = one.get("removal").get("takes").get(0);
    JsonNode line =
        browser.json(
            "%s/evidence/%d/lines?from=%d&limit=1"
                .formatted(
                    demo,
                    take.get("place").get("evidenceId").asLong(),
                    take.get("place").get("row").asLong()));
    assertThat(line.toString()).contains(take.get("role").asString());
    for (JsonNode proof : one.get("proofs")) {
      String[] permission = proof.get("permission").asString().split("\\|");
      JsonNode trace =
          browser.json(
              "%s/access/trace?application=%s&account=%s&resource=%s&action=%s"
                  .formatted(
                      demo,
                      proof.get("application").asString(),
                      proof.get("account").asString(),
                      permission[0],
                      permission[1]));
      assertThat(trace.get("can").asBoolean()).isTrue();
    }
    String csv = Browser.text(browser.get(demo + "/conflicts" + query.replace("?", ".csv?")));
    assertThat(csv).contains(one.get("name").asString(), take.get("role").asString());
  }

  @Test
  void thePageCountsAsTheFindingsDo() {
    JsonNode page = browser.json(demo + "/conflicts");
    int people = 0;
    for (JsonNode conflict : page.get("conflicts")) {
      people += conflict.get("people").asInt();
    }
    assertThat(browser.json(demo + "/findings?check=conflict&limit=1").get("total").asInt())
        .isEqualTo(people);
  }

  @Test
  void aTextIsTriedWithItsFaultsByLineAndNothingIsKept() {
    String yaml = browser.json(demo + "/conflicts").get("yaml").asString();
    JsonNode bad = tried("/tasks/try", new Text(yaml.replace("- pay\n", "- pray\n"), null));
    assertThat(bad.get("faults").get(0).asString())
        .matches("Line \\d+: no task is called \"pray\".*");
    JsonNode starter = JSON.readTree(browser.get(demo + "/conflicts/tasks/starter").body());
    JsonNode good =
        tried(
            "/tasks/try", new Text(starter.get("yaml").asString().replace("APP", "ledger"), null));
    assertThat(good.get("faults")).isEmpty();
    assertThat(good.get("tasks"))
        .as("what names no permission is seen")
        .anyMatch(task -> task.get("means").asInt() == 0)
        .anyMatch(task -> task.get("means").asInt() > 0);
    assertThat(browser.json(demo + "/conflicts").get("yaml").asString()).isEqualTo(yaml);
    assertThat(
            browser
                .put(demo + "/conflicts/tasks", JSON.writeValueAsString(new Text(yaml, "other")))
                .statusCode())
        .as("changed meanwhile")
        .isEqualTo(409);
  }

  @Test
  void pairsComeFromAListOrAMatrixAndAWrongOneIsNamedByItsLine() {
    String yaml = browser.json(demo + "/conflicts").get("yaml").asString();
    JsonNode list =
        tried(
            "/tasks/pairs",
            new Pairs("First,Second\nClose a month,post\npay,add-supplier\n", yaml));
    assertThat(list.get("added").asInt()).as("the second is there already").isEqualTo(1);
    assertThat(list.get("yaml").asString()).contains("id: close-and-post");
    JsonNode matrix = tried("/tasks/pairs", new Pairs(";post;close\npay;x;\nsell;-;1\n", yaml));
    assertThat(matrix.get("added").asInt()).isEqualTo(2);
    JsonNode wrong = tried("/tasks/pairs", new Pairs("post,close\npost,sing\npay,pay\n", yaml));
    assertThat(wrong.get("faults").get(0).asString())
        .startsWith("Line 2: no task is called \"sing\"");
    assertThat(wrong.get("faults").get(1).asString()).startsWith("Line 3: \"pay\" stands against");
    assertThat(wrong.get("yaml").asString()).as("nothing half done").isEqualTo(yaml);
  }
}
