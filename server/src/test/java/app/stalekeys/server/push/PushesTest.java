package app.stalekeys.server.push;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.demo.DemoAudit;
import app.stalekeys.demo.StandIns;
import app.stalekeys.server.support.Browser;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/// Fixes carried out by SCIM and LDAP against the servers that come with the demo: shown first, approved by a second
/// person, safe to repeat, and confirmed by reading live again.
class PushesTest {

  private static final Browser LEAD = Browser.signedIn();

  @TempDir private static Path folder;
  private static StandIns standIns;
  private static Browser second;
  private static String audit;

  @BeforeAll
  static void start() throws IOException {
    DemoAudit.write(folder.resolve("demo"), DemoAudit.SEED);
    standIns = StandIns.start(folder.resolve("demo"));
    second = Browser.as("second-auditor", "auditor");
    Path own = folder.resolve("own");
    Files.createDirectories(own);
    Files.writeString(
        own.resolve("audit.yaml"),
        """
        audit: Carried out
        as-of: 2026-06-30
        zone: UTC
        applications:
          - {id: directory, name: Directory, ids: {case: ignore}}
          - {id: freight, name: Freight, ids: {case: ignore}}
        """);
    audit = LEAD.open(own);
    hand("disable", "directory", "eydna.skard", "");
    hand("disable", "freight", "emil.iversen", "");
    hand("remove-assignment", "freight", "rosa.norling", "Booking");
  }

  @AfterAll
  static void stop() {
    standIns.close();
  }

  private static void hand(String action, String application, String account, String what) {
    HttpResponse<byte[]> made =
        LEAD.post(
            audit + "/fixes/by-hand",
            """
            {"action":"%s","application":"%s","subjectType":"account","subject":"%s","what":"%s","scope":"",
             "to":"","severity":"high","note":"tried","due":null}\
            """
                .formatted(action, application, account, what));
    assertThat(made.statusCode()).as(Browser.text(made)).isEqualTo(200);
  }

  private static HttpResponse<byte[]> prepare(String application, String secret) {
    StringBuilder fixes = new StringBuilder();
    for (JsonNode one : LEAD.json(audit + "/pushes/choices?application=" + application)) {
      fixes.append(fixes.isEmpty() ? "" : ",").append(one.get("id").asLong());
    }
    boolean scim = application.equals("freight");
    return LEAD.post(
        audit + "/pushes",
        """
        {"application":"%s","secret":"%s","fixes":[%s],"settings":{"protocol":"%s","address":"%s",
         "host":"127.0.0.1","port":%d,"protection":"none","certificate":"","bindDn":"%s","base":"%s",
         "accountAttribute":"uid","statusAttribute":"accountStatus","disabledValue":"inactive"}}\
        """
            .formatted(
                application,
                secret,
                fixes,
                scim ? "scim" : "ldap",
                standIns.scimAddress(),
                standIns.ldapPort(),
                StandIns.BIND_DN,
                StandIns.BASE));
  }

  private static JsonNode newest() {
    return LEAD.json(audit + "/pushes").get(0);
  }

  private static HttpResponse<byte[]> carryOut(Browser by, long id, String secret) {
    return by.post(audit + "/pushes/" + id + "/carry-out", "{\"secret\":\"%s\"}".formatted(secret));
  }

  private static String state(String words) {
    for (JsonNode one : LEAD.json(audit + "/fixes").get("fixes")) {
      if (one.get("words").asString().startsWith(words)) {
        return one.get("state").asString();
      }
    }
    throw new AssertionError(words);
  }

  @Test
  void scimIsShownWordForWordApprovedByASecondPersonAndSafeToRepeat() {
    assertThat(Browser.text(prepare("freight", "wrong token"))).contains("status 401");
    assertThat(prepare("freight", StandIns.TOKEN).statusCode()).isEqualTo(200);
    JsonNode push = newest();
    assertThat(push.get("items").toString())
        .contains("\\\"path\\\":\\\"active\\\",\\\"value\\\":false", "members[value eq", "PATCH")
        .doesNotContain(StandIns.TOKEN);
    long id = push.get("id").asLong();
    HttpResponse<byte[]> own = carryOut(LEAD, id, StandIns.TOKEN);
    assertThat(own.statusCode()).as("nobody approves the own").isEqualTo(422);
    assertThat(carryOut(second, id, StandIns.TOKEN).statusCode()).isEqualTo(200);
    for (JsonNode item : newest().get("items")) {
      assertThat(item.get("done").asBoolean()).as(item.toString()).isTrue();
      assertThat(item.get("result").asString()).isEqualTo("status 200");
    }
    assertThat(state("emil.iversen")).as("said, not proved").isEqualTo("reported-done");
    assertThat(carryOut(second, id, StandIns.TOKEN).statusCode()).isEqualTo(409);
    hand("disable", "freight", "EMIL.IVERSEN", "");
    assertThat(prepare("freight", StandIns.TOKEN).statusCode()).isEqualTo(200);
    JsonNode again = newest().get("items").get(0);
    assertThat(again.get("method").asString()).as("nothing is sent twice").isEmpty();
    assertThat(again.get("result").asString()).isEqualTo("the user is not active");
  }

  @Test
  void theDirectoryIsChangedAndConfirmedByReadingItLiveAgain() {
    assertThat(prepare("directory", StandIns.PASSWORD).statusCode()).isEqualTo(200);
    JsonNode push = newest();
    assertThat(push.get("items").get(0).get("body").asString())
        .isEqualTo(
            """
            dn: uid=eydna.skard,ou=Finance,dc=fennicksound,dc=example
            changetype: modify
            replace: accountStatus
            accountStatus: inactive
            -\
            """);
    assertThat(carryOut(second, push.get("id").asLong(), StandIns.PASSWORD).statusCode())
        .isEqualTo(200);
    assertThat(newest().get("items").get(0).get("result").asString()).isEqualTo("success");
    HttpResponse<byte[]> next =
        LEAD.post(
            audit + "/next",
            "{\"asOf\":\"2026-07-31\",\"from\":\"2026-07-01\",\"to\":\"2026-07-31\"}");
    String july = "/api/snapshots/" + Browser.tree(next).get("id").asLong();
    JsonNode read =
        LEAD.job(
            LEAD.post(
                july + "/live/ldap",
                """
                {"application":"directory","host":"127.0.0.1","port":%d,"protection":"none","certificate":"",
                 "bindDn":"%s","password":"%s","base":"%s","filter":"(objectClass=inetOrgPerson)","attributes":""}\
                """
                    .formatted(
                        standIns.ldapPort(), StandIns.BIND_DN, StandIns.PASSWORD, StandIns.BASE)));
    String file = july + "/evidence/" + read.get("result").asLong() + "/desk";
    ObjectNode draft = (ObjectNode) LEAD.json(file).get("draft");
    draft.putArray("kind").add("accounts");
    draft
        .putObject("columns")
        .put("account", "uid")
        .put("name", "cn")
        .put("status", "accountStatus");
    draft
        .putObject("values")
        .putObject("status")
        .put("active", "enabled")
        .put("inactive", "disabled");
    HttpResponse<byte[]> mapped = LEAD.put(file, draft.toString());
    assertThat(mapped.statusCode()).as(Browser.text(mapped)).isEqualTo(200);
    LEAD.job(LEAD.post(file + "/take", "{}"));
    JsonNode fix = null;
    for (JsonNode one : LEAD.json(july + "/fixes").get("fixes")) {
      fix = one.get("subject").asString().equals("eydna.skard") ? one : fix;
    }
    assertThat(fix.get("state").asString()).as(fix.toString()).isEqualTo("confirmed");
    assertThat(fix.get("seenWords").asString()).isEqualTo("the account is disabled");
  }
}
