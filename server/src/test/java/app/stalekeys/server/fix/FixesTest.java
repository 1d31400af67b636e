package app.stalekeys.server.fix;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/// A fix from the decision to the later list that proves it, over HTTP, with a fixer; told in order.
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FixesTest {

  private static final Browser LEAD = Browser.signedIn();

  @TempDir private static Path folder;
  private static String audit;
  private static String fixes;

  private static void write(Path into, String name, String... lines) throws IOException {
    Files.createDirectories(into);
    Files.writeString(into.resolve(name), String.join("\n", lines) + "\n");
  }

  private static void audit(Path into, String asOf, String previous, String... accounts)
      throws IOException {
    write(
        into,
        "audit.yaml",
        """
        audit: Mended till
        as-of: %s
        zone: UTC
        %s
        evidence:
          - {file: people.csv, kind: people}
        applications:
          - id: till
            name: Till
            owner: F2
            evidence:
              - {file: accounts.csv, kind: accounts}
              - {file: grants.csv, kind: grants}
              - {file: roles.csv, kind: roles}\
        """
            .formatted(asOf, previous));
    write(
        into,
        "people.csv",
        "person,name,email,status,end",
        "F1,Mo Arnesen,,active,",
        "F2,Tor Lund,,active,",
        "F3,Liv Dahl,,left,2026-02-28");
    write(into, "accounts.csv", accounts);
    write(into, "roles.csv", "role,name", "clerk,Clerk");
    write(
        into,
        "grants.csv",
        "holder-type,holder,resource,action",
        "role,clerk,till,open",
        "account,liv,till,open",
        "account,mo,till,open");
  }

  @BeforeAll
  static void openTheFirstDate() throws IOException {
    audit(
        folder,
        "2026-03-31",
        "",
        "account,name,person,status,mfa",
        "mo,Mo,F1,enabled,yes",
        "liv,Liv,F3,enabled,no");
    audit = LEAD.open(folder);
    fixes = audit + "/fixes";
  }

  private static JsonNode fix(String words) {
    for (JsonNode one : LEAD.json(fixes).get("fixes")) {
      if (one.get("words").asString().contains(words)) {
        return one;
      }
    }
    throw new AssertionError(words + " is not among " + LEAD.json(fixes).get("fixes"));
  }

  private static HttpResponse<byte[]> move(JsonNode fix, String state, String words) {
    return LEAD.post(
        fixes + "/moves",
        "{\"fixes\":[{\"id\":%d,\"version\":%d}],\"state\":\"%s\",\"words\":\"%s\",\"actor\":null,\"due\":null}"
            .formatted(fix.get("id").asLong(), fix.get("version").asInt(), state, words));
  }

  @Test
  @Order(1)
  void whatWasDecidedIsPlannedOnceAndByTheFewestSteps() {
    List<String> decided = new ArrayList<>();
    for (JsonNode one : LEAD.json(audit + "/findings").get("lines")) {
      decided.add("{\"key\":\"%s\",\"decision\":0}".formatted(one.get("key").asString()));
    }
    assertThat(decided).hasSizeGreaterThanOrEqualTo(4);
    LEAD.post(
        audit + "/findings/decisions",
        "{\"findings\":[%s],\"verdict\":\"FIX\",\"reason\":\"\",\"approver\":\"\",\"until\":null}"
            .formatted(String.join(",", decided)));
    assertThat(LEAD.json(fixes).get("waitingFindings").asInt()).isEqualTo(decided.size());
    JsonNode draft = LEAD.json(fixes + "/draft");
    List<String> keys = new ArrayList<>();
    draft.get("steps").forEach(step -> keys.add('"' + step.get("key").asString() + '"'));
    assertThat(draft.get("steps").get(0).get("words").asString())
        .as("disabling clears most and comes first")
        .isEqualTo("liv: disable the account");
    assertThat(draft.get("steps").get(0).get("actor").asString()).isEqualTo("Tor Lund");
    HttpResponse<byte[]> planned =
        LEAD.post(fixes, "{\"keys\":[%s],\"days\":90}".formatted(String.join(",", keys)));
    assertThat(Browser.tree(planned).get("planned").asInt()).isEqualTo(keys.size());
    assertThat(LEAD.json(fixes).get("waitingFindings").asInt()).isZero();
    assertThat(LEAD.json(fixes + "/draft").get("steps")).isEmpty();
    assertThat(
            LEAD.post(fixes, "{\"keys\":[%s],\"days\":90}".formatted(keys.getFirst())).statusCode())
        .as("the same plan again")
        .isEqualTo(409);
  }

  @Test
  @Order(2)
  void aFixerSeesTheOwnApplicationsWhenHandedOverAndReports() {
    HttpResponse<byte[]> made =
        LEAD.post(
            "/api/users",
            """
            {"name":"till-desk","displayName":"","email":"","person":"","parts":["fixer"],
             "applications":["till"],"active":true,"version":0}\
            """);
    Browser desk = Browser.anonymous();
    desk.get("/api/session");
    desk.put(
        "/api/session/welcome",
        "{\"secret\":\"%s\",\"password\":\"%s\"}"
            .formatted(Browser.tree(made).get("welcome").asString(), Browser.PASSWORD));
    assertThat(desk.signIn("till-desk", Browser.PASSWORD).statusCode()).isEqualTo(200);
    desk.get("/api/session");
    assertThat(own(desk)).as("nothing was handed over").isEmpty();
    JsonNode disable = fix("liv: disable");
    assertThat(move(disable, "handed-over", "please").statusCode()).isEqualTo(200);
    assertThat(move(disable, "handed-over", "twice").statusCode())
        .as("somebody else was faster")
        .isEqualTo(409);
    assertThat(own(desk)).hasSize(1);
    JsonNode mine = own(desk).getFirst();
    assertThat(mine.get("reasons").toString()).contains("left on");
    assertThat(report(desk, mine, false, "").statusCode()).as("a refusal says why").isEqualTo(422);
    assertThat(report(desk, mine, true, "done on Monday").statusCode()).isEqualTo(200);
    assertThat(fix("liv: disable").get("state").asString()).isEqualTo("reported-done");
    assertThat(desk.get(fixes).statusCode()).as("the audit is not the fixer's").isEqualTo(403);
    assertThat(move(fix("mo: take"), "handed-over", "").statusCode()).isEqualTo(200);
    JsonNode other =
        own(desk).stream()
            .filter(one -> one.get("words").asString().startsWith("mo"))
            .findFirst()
            .orElseThrow();
    assertThat(report(desk, other, true, "").statusCode()).isEqualTo(200);
  }

  private static List<JsonNode> own(Browser desk) {
    List<JsonNode> found = new ArrayList<>();
    for (JsonNode one : desk.json("/api/fixes")) {
      if (one.get("audit").asString().equals("Mended till")) {
        found.add(one);
      }
    }
    return found;
  }

  private static HttpResponse<byte[]> report(
      Browser desk, JsonNode fix, boolean done, String words) {
    return desk.post(
        "/api/fixes/reports",
        "{\"fix\":{\"id\":%d,\"version\":%d},\"done\":%s,\"words\":\"%s\"}"
            .formatted(fix.get("id").asLong(), fix.get("version").asInt(), done, words));
  }

  @Test
  @Order(3)
  void nobodyConfirmsByHandAndALaterListConfirmsOrBringsBack() throws IOException {
    assertThat(move(fix("liv: disable"), "confirmed", "").statusCode()).isEqualTo(422);
    Path june = folder.resolve("june");
    audit(
        june,
        "2026-06-30",
        "previous: ..",
        "account,name,person,status,mfa",
        "mo,Mo,F1,enabled,yes",
        "liv,Liv,F3,disabled,no");
    fixes = LEAD.open(june) + "/fixes";
    JsonNode disabled = fix("liv: disable");
    assertThat(disabled.get("state").asString()).isEqualTo("confirmed");
    assertThat(disabled.get("seenWords").asString()).isEqualTo("the account is disabled");
    assertThat(disabled.get("seenPlace").get("row").asInt()).isEqualTo(3);
    assertThat(fix("mo: take").get("state").asString()).isEqualTo("came-back");
    String history = LEAD.json(fixes + "/" + disabled.get("id").asLong() + "/history").toString();
    assertThat(history).contains("planned", "handed over", "done on Monday", "2026-06-30");
    String orders = new String(LEAD.get(fixes + "/list.csv").body());
    assertThat(orders).contains("liv: disable the account", "came back", "Tor Lund");
    assertThat(new String(LEAD.get(fixes + "/due.ics").body()))
        .contains("BEGIN:VEVENT", "mo: take the permission away")
        .doesNotContain("liv: disable");
    assertThat(LEAD.get(fixes + "/remediation.pdf").body()).startsWith("%PDF".getBytes());
  }

  @Test
  @Order(4)
  void daysAreWorkingDaysBySeverityAndCanBeSet() {
    assertThat(
            LEAD.put(
                    fixes + "/settings",
                    "{\"days\":{\"critical\":0,\"high\":1,\"medium\":1,\"low\":1},\"holidays\":[]}")
                .statusCode())
        .isEqualTo(422);
    HttpResponse<byte[]> wrong =
        LEAD.put(
            fixes + "/settings",
            "{\"days\":{\"critical\":1,\"high\":1,\"medium\":1,\"low\":1},\"holidays\":[\"24.12.\"]}");
    assertThat(Browser.text(wrong)).contains("24.12.", "is no day");
  }
}
