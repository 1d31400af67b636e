package app.stalekeys.server.gather;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.nio.file.Files;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// The reading desk over HTTP: what a file would become is seen, changed and only then taken.
class DeskTest {

  private static Browser browser;
  private static String audit;

  @BeforeAll
  static void open() throws Exception {
    browser = Browser.signedIn();
    audit = browser.openAudit(Files.createTempDirectory("desk"), "Desk", "2026-06-30");
  }

  private static JsonNode change(String file, java.util.function.Consumer<ObjectNode> change) {
    ObjectNode draft = (ObjectNode) browser.json(file + "/desk").get("draft").deepCopy();
    change.accept(draft);
    return Browser.tree(browser.put(file + "/desk", draft.toString()));
  }

  private static JsonNode take(String file) {
    return browser.job(browser.post(file + "/desk/take", "{}"));
  }

  private static long findings(String text) {
    return browser.json(audit + "/findings?text=" + text).get("total").asLong();
  }

  @Test
  void nothingCountsBeforeSomebodyTakesIt() {
    String file =
        browser.drop(
            audit,
            "kept-back.csv",
            "Brukar,Status,Last logon\nfirst,A,13/01/2020\nsecond,X,02/02/2020\nthird,A,31/02/2020\n");
    JsonNode desk = browser.json(file + "/desk");
    assertThat(desk.get("kinds").get(0).asString()).isEqualTo("accounts");
    assertThat(desk.get("columns").get(0).get("uses").get(0).get("how").asString())
        .isEqualTo("a usual word for it");
    assertThat(desk.get("columns").get(2).get("proof").asString())
        .isEqualTo("day first, proven by 1 rows");
    JsonNode cell = desk.get("rows").get(0).get("cells").get(2);
    assertThat(cell.get("raw").asString()).isEqualTo("13/01/2020");
    assertThat(cell.get("read").asString()).isEqualTo("2020-01-13");
    assertThat(desk.get("rows").get(2).get("reason").asString()).contains("31/02/2020");
    assertThat(take(file).get("state").asString()).isEqualTo("failed");
    assertThat(findings("first")).isZero();

    desk =
        change(
            file,
            draft ->
                draft
                    .putObject("values")
                    .putObject("status")
                    .put("A", "enabled")
                    .put("X", "disabled"));
    assertThat(desk.get("issues")).isEmpty();
    assertThat(desk.get("counts").get("read").asInt()).isEqualTo(2);
    assertThat(desk.get("counts").get("rejected").asInt()).isEqualTo(1);
    assertThat(desk.get("rejects").get(0).get("row").asInt()).isEqualTo(4);
    assertThat(findings("first")).isZero();
    assertThat(take(file).get("state").asString()).isEqualTo("done");
    assertThat(findings("first")).isEqualTo(1);
  }

  @Test
  void anAmbiguousColumnIsAskedAboutAndTheAnswerHolds() {
    String file =
        browser.drop(audit, "which.csv", "User,Status,Last logon\nodd1,enabled,03/04/2020\n");
    JsonNode column = browser.json(file + "/desk").get("columns").get(2);
    assertThat(column.get("dateIssue").asString()).contains("day first or month first");
    JsonNode desk =
        change(file, draft -> ((ObjectNode) draft.get("read")).put("dates", "MM/dd/yyyy"));
    assertThat(desk.get("rows").get(0).get("cells").get(2).get("read").asString())
        .isEqualTo("2020-03-04");
    assertThat(desk.get("issues")).isEmpty();
  }

  @Test
  void aDraftThatTheAuditFileCouldNotSayIsRefusedInItsWords() {
    String file = browser.drop(audit, "odd.csv", "User,Status\nodd2,enabled\n");
    ObjectNode draft = (ObjectNode) browser.json(file + "/desk").get("draft").deepCopy();
    ((ObjectNode) draft.get("read")).put("zone", "Middle/Earth");
    var answer = browser.put(file + "/desk", draft.toString());
    assertThat(answer.statusCode()).isEqualTo(422);
    assertThat(Browser.text(answer)).contains("Middle/Earth").doesNotContain("Exception");
  }

  @Test
  void readingATakenFileAnotherWayChangesNothingUntilItIsTakenAgain() {
    String file =
        browser.drop(
            audit, "twice.csv", "User,Status,Last logon,Out\nw1,enabled,2020-01-01,2026-06-30\n");
    take(file);
    assertThat(findings("w1")).isEqualTo(1);
    JsonNode desk =
        change(
            file,
            draft -> {
              draft.putArray("kind").add("accounts");
              draft
                  .putObject("columns")
                  .put("account", "User")
                  .put("status", "Status")
                  .put("last-sign-in", "Out");
            });
    assertThat(desk.get("drafted").asBoolean()).isTrue();
    assertThat(findings("w1")).isEqualTo(1);
    take(file);
    assertThat(findings("w1")).isZero();
  }

  @Test
  void nextPeriodsFileOfTheSameShapeNeedsNoHandAndAMovedColumnIsSaid() throws Exception {
    String march = browser.openAudit(Files.createTempDirectory("q"), "Quarters", "2026-03-31");
    String first = browser.drop(march, "list.csv", "Kenning,State,Branch\nmo,A,North\n");
    ObjectNode draft = (ObjectNode) browser.json(first + "/desk").get("draft").deepCopy();
    draft.putArray("kind").add("accounts");
    draft.putObject("columns").put("account", "Kenning").put("status", "State");
    draft.putObject("values").putObject("status").put("A", "enabled");
    browser.put(first + "/desk", draft.toString());
    assertThat(take(first).get("state").asString()).isEqualTo("done");
    JsonNode next =
        Browser.tree(
            browser.post(
                march + "/next",
                "{\"asOf\":\"2026-06-30\",\"from\":\"2026-04-01\",\"to\":\"2026-06-30\"}"));
    String june = "/api/snapshots/" + next.get("id").asLong();

    String same = browser.drop(june, "list-june.csv", "Kenning,State,Branch\nliv,A,North\n");
    assertThat(browser.json(same).get("file").get("state").asString()).isEqualTo("taken");

    String moved = browser.drop(june, "list-late.csv", "State,Kenning,Town\nA,ib,North\n");
    JsonNode desk = browser.json(moved + "/desk");
    assertThat(desk.get("state").asString()).isEqualTo("received");
    assertThat(desk.get("mapFrom").asString()).startsWith("TIL-1 of 2026-0");
    assertThat(desk.get("drift"))
        .extracting(issue -> issue.get("code").asString())
        .containsExactly("column-moved", "column-moved", "column-new");
    assertThat(desk.get("counts").get("read").asInt()).isEqualTo(1);
  }

  @Test
  void oneWorkbookGivesSeveralSheetsAndEachPlaceNamesItsOwn() throws Exception {
    String demo = browser.demo();
    Map<String, JsonNode> crew = new HashMap<>();
    browser
        .json(demo + "/evidence")
        .get("files")
        .forEach(file -> crew.put(file.get("file").asString(), file));
    assertThat(crew.keySet())
        .contains("crew/crew-roster.xlsx [Users]", "crew/crew-roster.xlsx [Direct rights]");
    JsonNode finding =
        browser.json(demo + "/findings?application=crew&check=dormant").get("lines").get(0);
    JsonNode cited =
        browser.json(demo + "/findings/" + finding.get("key").asString()).get("evidence").get(0);
    assertThat(cited.get("file").asString()).isEqualTo("crew/crew-roster.xlsx [Users]");
    assertThat(cited.get("line").asString())
        .startsWith("User: " + finding.get("subject").asString());
  }

  @Test
  void aWithdrawnFileTakesItsRowsWithItAndTheJournalSaysWhy() {
    String file =
        browser.drop(audit, "gone.csv", "User,Status,Last logon\ng1,enabled,2020-01-01\n");
    take(file);
    assertThat(findings("g1")).isPositive();
    assertThat(browser.post(file + "/withdraw", "{\"reason\":\" \"}").statusCode()).isEqualTo(422);
    browser.job(browser.post(file + "/withdraw", "{\"reason\":\"wrong branch\"}"));
    assertThat(findings("g1")).isZero();
    assertThat(browser.get(file).statusCode()).isEqualTo(404);
  }

  @Test
  void everyKindIsOfferedWithItsFields() {
    JsonNode kinds = browser.json(audit + "/kinds");
    assertThat(kinds).hasSize(18);
    assertThat(JsonMapper.shared().writeValueAsString(kinds)).contains("lockout-after");
  }
}
