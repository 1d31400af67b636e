package app.stalekeys.server.checks;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/// Thresholds, settings and own checks over HTTP, and what becomes of decisions at the next date.
class ChecksTest {

  private static final String NOTHING = "{\"enabled\":null,\"severity\":null,\"values\":{}}";

  private static final String HEAD = "account,status,last-sign-in";

  private static Browser browser;

  @BeforeAll
  static void open() {
    browser = Browser.signedIn();
  }

  /// An audit of two dates: `was` and `is` are the lines of the accounts.
  private static String[] twoDates(String title, String was, String is) throws Exception {
    Path folder = Files.createTempDirectory("checks");
    write(folder.resolve("2026-03-31"), title, "2026-03-31", "", HEAD + "\n" + was);
    write(folder, title, "2026-06-30", "previous: 2026-03-31\n", HEAD + ",mfa\n" + is);
    String before = browser.open(folder.resolve("2026-03-31"));
    return new String[] {before, browser.open(folder)};
  }

  private static void write(Path folder, String title, String asOf, String more, String accounts)
      throws Exception {
    Files.createDirectories(folder);
    Files.writeString(
        folder.resolve("audit.yaml"),
        """
        audit: %s
        as-of: %s
        %sapplications:
          - id: till
            evidence: [{file: users.csv, kind: accounts}]
        """
            .formatted(title, asOf, more));
    Files.writeString(folder.resolve("users.csv"), accounts);
  }

  private static List<String> subjects(String audit, String query) {
    List<String> subjects = new ArrayList<>();
    browser
        .json(audit + "/findings?" + query)
        .get("lines")
        .forEach(line -> subjects.add(line.get("subject").asString()));
    return subjects;
  }

  private static JsonNode finding(String audit, String check, String subject) {
    for (JsonNode line : browser.json(audit + "/findings?check=" + check).get("lines")) {
      if (line.get("subject").asString().equals(subject)) {
        return line;
      }
    }
    throw new AssertionError("no " + check + " of " + subject);
  }

  private static void accept(String audit, JsonNode finding, String until) {
    HttpResponse<byte[]> answer =
        browser.post(
            audit + "/findings/decisions",
            "{\"findings\":[{\"key\":\"%s\",\"decision\":0}],\"verdict\":\"ACCEPT\",\"reason\":\"r\",\"approver\":\"CFO\",\"until\":\"%s\"}"
                .formatted(finding.get("key").asString(), until));
    assertThat(answer.statusCode()).as(Browser.text(answer)).isEqualTo(200);
  }

  @Test
  void findingsAreNewStayedOrClosedAndWhatWasNotTestedIsNeitherNewNorClosed() throws Exception {
    String[] audit =
        twoDates(
            "Came and went",
            "gone,enabled,2025-01-01\nstay,enabled,2025-01-01\nnow,enabled,2026-03-30\n",
            "stay,enabled,2025-01-01,no\nnow,enabled,2026-03-30,no\ngone,disabled,2025-01-01,no\n");
    String june = audit[1];
    assertThat(subjects(june, "check=dormant&since=new")).containsExactly("now");
    assertThat(subjects(june, "check=dormant&since=stayed")).containsExactly("stay");
    assertThat(subjects(june, "since=first&check=no-second-factor")).contains("stay", "now");
    assertThat(subjects(june, "since=new&check=no-second-factor")).isEmpty();
    String id = june.substring(june.lastIndexOf('/') + 1);
    assertThat(subjects(audit[0], "check=dormant&gone=" + id)).containsExactly("gone");
    JsonNode movement = browser.json(june + "/standing").get("movement");
    assertThat(movement.get("closed").asLong()).isEqualTo(1);
    assertThat(movement.get("unseen").asLong()).isZero();
    assertThat(
            movement.get("fresh").asLong()
                + movement.get("first").asLong()
                + movement.get("back").asLong()
                + movement.get("stayed").asLong())
        .isEqualTo(browser.json(june + "/standing").get("findings").asLong());
  }

  @Test
  void aDecisionHoldsAtTheNextDateUnlessItEndedOrTheFindingGotWorse() throws Exception {
    // From March to June 91 days pass: "same" has slept just so much longer, "worse" has slept
    // anew.
    String[] audit =
        twoDates(
            "Decided in March",
            "same,enabled,2025-12-01\nworse,enabled,2025-12-01\nended,enabled,2025-12-01\n",
            "same,enabled,2025-12-01,\nworse,enabled,2025-11-30,\nended,enabled,2025-12-01,\n");
    String march = audit[0];
    String june = audit[1];
    accept(march, finding(march, "dormant", "same"), "2026-12-31");
    accept(march, finding(march, "dormant", "worse"), "2026-12-31");
    accept(march, finding(march, "dormant", "ended"), "2026-06-29");
    assertThat(subjects(june, "check=dormant&state=accept")).containsExactly("same");
    assertThat(subjects(june, "check=dormant&state=open"))
        .containsExactlyInAnyOrder("worse", "ended");
    assertThat(finding(june, "dormant", "worse").get("decision").get("reopened").asString())
        .isEqualTo("worse now: 212 where it was 120 when it was decided");
    assertThat(finding(june, "dormant", "ended").get("decision").get("reopened").asString())
        .isEqualTo("the exception ended on 2026-06-29");
    assertThat(finding(june, "dormant", "same").get("decision").get("reopened").asString())
        .isEmpty();
    assertThat(subjects(march, "check=dormant&state=accept")).hasSize(3);
  }

  @Test
  void aThresholdShowsWhatItFlagsBeforeItIsSetAndThenFlagsJustThat() throws Exception {
    String june =
        twoDates(
            "Thresholds",
            "a,enabled,2026-03-30\n",
            "a,enabled,2026-06-01,\nb,enabled,2026-05-01,\nc,enabled,2025-01-01,\n")[1];
    JsonNode curve = browser.json(june + "/checks/dormant/curve?parameter=days");
    assertThat(curve.get("tested").asInt()).isEqualTo(3);
    assertThat(curve.get("current").asInt()).isEqualTo(90);
    for (JsonNode point : curve.get("points")) {
      int days = point.get("at").asInt();
      int expected = (days <= 29 ? 1 : 0) + (days <= 60 ? 1 : 0) + (days <= 545 ? 1 : 0);
      assertThat(point.get("flagged").asInt()).as("%d days", days).isEqualTo(expected);
    }
    String sixty = "{\"enabled\":null,\"severity\":null,\"values\":{\"days\":[\"60\"]}}";
    String change = "{\"application\":null,\"setting\":%s,\"seen\":%s}";
    JsonNode tried =
        Browser.tree(browser.post(june + "/checks/dormant/try", change.formatted(sixty, "null")));
    assertThat(tried.get("before").asInt()).isEqualTo(1);
    assertThat(tried.get("coming").get(0).get("subject").asString()).isEqualTo("b");
    assertThat(subjects(june, "check=dormant")).as("nothing was set").containsExactly("c");

    assertThat(browser.put(june + "/checks/dormant", change.formatted(sixty, NOTHING)).statusCode())
        .isEqualTo(200);
    HttpResponse<byte[]> late =
        browser.put(june + "/checks/dormant", change.formatted(NOTHING, NOTHING));
    assertThat(late.statusCode()).as("somebody set it meanwhile").isEqualTo(409);
    until(() -> subjects(june, "check=dormant").size() == 2);
    assertThat(subjects(june, "check=dormant")).containsExactlyInAnyOrder("b", "c");
    assertThat(
            Browser.text(
                browser.put(
                    june + "/checks/dormant",
                    change.formatted(sixty.replace("60", "soon"), "null"))))
        .contains("expected a whole number");
  }

  @Test
  void anOwnCheckIsTriedWithItsFaultsThenKeptAndStandsInTheAuditFile() throws Exception {
    String june = twoDates("Own", "a,enabled,\n", "a,enabled,2026-06-01,\nb,disabled,,\n")[1];
    String text =
        "{\"text\":{\"id\":\"own-on\",\"title\":\"Switched on\",\"subject\":\"account\",\"condition\":\"%s\",\"severity\":\"low\",\"why\":\"\",\"remedy\":\"\"},\"replaces\":null}";
    JsonNode faults =
        Browser.tree(browser.post(june + "/checks/own/try", text.formatted("account.enbled")));
    assertThat(faults.get("faults").get(0).get("column").asInt()).isEqualTo(1);
    JsonNode tried =
        Browser.tree(browser.post(june + "/checks/own/try", text.formatted("account.enabled")));
    assertThat(tried.get("tried").get("after").asInt()).isEqualTo(1);
    assertThat(browser.put(june + "/checks/own", text.formatted("account.enbled")).statusCode())
        .isEqualTo(422);
    assertThat(browser.put(june + "/checks/own", text.formatted("account.enabled")).statusCode())
        .isEqualTo(200);
    assertThat(browser.put(june + "/checks/own", text.formatted("account.enabled")).statusCode())
        .as("the id is taken")
        .isEqualTo(422);
    until(() -> !subjects(june, "check=own-on").isEmpty());
    assertThat(subjects(june, "check=own-on")).containsExactly("a");
    assertThat(Browser.text(browser.get(june + "/report/findings.csv?check=own-on")))
        .contains("Switched on");
  }

  private interface Question {
    boolean holds();
  }

  /// Waits for the examination that follows a change.
  private static void until(Question question) throws InterruptedException {
    for (int i = 0; i < 100 && !question.holds(); i++) {
      Thread.sleep(200);
    }
  }
}
