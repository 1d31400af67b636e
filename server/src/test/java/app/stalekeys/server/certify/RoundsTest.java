package app.stalekeys.server.certify;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.support.Browser;
import app.stalekeys.server.support.RunningServer;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/// A round from its setting up to its seal, over HTTP, with two reviewers.
class RoundsTest {

  private static final Browser LEAD = Browser.signedIn();

  @TempDir private static Path folder;
  private static String rounds;

  private static void write(String name, String... lines) throws Exception {
    Files.writeString(folder.resolve(name), String.join("\n", lines) + "\n");
  }

  @BeforeAll
  static void openAnAudit() throws Exception {
    write(
        "audit.yaml",
        """
        audit: Certified till
        as-of: 2026-06-30
        zone: UTC
        evidence:
          - {file: people.csv, kind: people}
        applications:
          - id: till
            name: Till
            owner: R3
            evidence:
              - {file: accounts.csv, kind: accounts}
              - {file: roles.csv, kind: roles}
              - {file: assignments.csv, kind: assignments}
              - {file: grants.csv, kind: grants}
              - {file: permissions.csv, kind: permissions}\
        """);
    write(
        "people.csv",
        "person,name,email,status,department,manager",
        "R1,Mo Arnesen,mo@fennicksound.example,active,Quay,R2",
        "R2,Liv Dahl,liv@fennicksound.example,active,Quay,R3",
        "R3,Tor Lund,tor@fennicksound.example,active,Board,R2");
    write(
        "accounts.csv",
        "account,name,person,status",
        "mo,Mo,R1,enabled",
        "liv,Liv,R2,enabled",
        "tor,Tor,R3,enabled");
    write("roles.csv", "role,name,privileged", "clerk,Clerk,no", "boss,Boss,yes");
    write(
        "grants.csv",
        "holder-type,holder,resource,action",
        "role,clerk,till,open",
        "role,boss,till,close");
    write("permissions.csv", "resource,action,sensitivity", "till,close,high", "till,open,low");
    List<String> assignments = new ArrayList<>(List.of("account,role,scope"));
    for (int quay = 1; quay <= 12; quay++) {
      assignments.add("mo,clerk,quay-" + quay);
    }
    assignments.addAll(List.of("mo,boss,", "liv,clerk,quay-1", "tor,boss,"));
    write("assignments.csv", assignments.toArray(String[]::new));
    rounds = LEAD.open(folder) + "/rounds";
  }

  private static String plan(String name) {
    return """
    {"name":"%s","level":"assignment","privileged":false,"sensitive":false,"withFindings":false,
     "changed":false,"sample":0,"seed":1,"rule":"manager","due":"2026-12-31"}\
    """
        .formatted(name);
  }

  private static long start(String name) {
    HttpResponse<byte[]> started = LEAD.post(rounds, plan(name));
    assertThat(started.statusCode()).as(Browser.text(started)).isEqualTo(200);
    return Browser.tree(started).get("id").asLong();
  }

  /// Signs in as the user who stands for somebody in the roster.
  private static Browser reviewer(String person, String name) {
    Browser browser = Browser.as(name, "reviewer");
    for (JsonNode user : LEAD.json("/api/users")) {
      if (user.get("name").asString().equals(name) && user.get("person").asString().isEmpty()) {
        LEAD.put(
            "/api/users/" + user.get("id").asLong(),
            """
            {"name":"%s","displayName":"","email":"","person":"%s","parts":["reviewer"],
             "applications":[],"active":true,"version":%d}\
            """
                .formatted(name, person, user.get("version").asInt()));
      }
    }
    return browser;
  }

  private static String seen(JsonNode... items) {
    List<String> seen = new ArrayList<>();
    for (JsonNode item : items) {
      seen.add(
          "{\"item\":%d,\"version\":%d}"
              .formatted(item.get("id").asLong(), item.get("version").asInt()));
    }
    return "[" + String.join(",", seen) + "]";
  }

  private static HttpResponse<byte[]> decide(
      Browser by, long round, String choice, String reason, JsonNode... items) {
    return by.post(
        "/api/reviews/%d/decisions".formatted(round),
        "{\"items\":%s,\"choice\":\"%s\",\"reason\":\"%s\",\"to\":\"\"}"
            .formatted(seen(items), choice, reason));
  }

  private static JsonNode[] items(Browser by, long round, String subject) {
    List<JsonNode> items = new ArrayList<>();
    by.json("/api/reviews/%d/items?subject=%s".formatted(round, subject)).forEach(items::add);
    return items.toArray(JsonNode[]::new);
  }

  @Test
  void aDryRunShowsWhoGetsWhatAndThatNothingWasLost() {
    JsonNode draft = Browser.tree(LEAD.post(rounds + "/draft", plan("Draft")));
    assertThat(draft.get("items").asInt()).isEqualTo(15);
    assertThat(draft.get("reviewers"))
        .extracting(one -> one.get("name").asString() + " " + one.get("items").asInt())
        .containsExactly("Liv Dahl 14", "Tor Lund 1");
    JsonNode proof = draft.get("proofs").get(0);
    assertThat(proof.get("whole").asBoolean()).isTrue();
    assertThat(proof.get("files").get(0).get("read").asInt()).isEqualTo(15);
    assertThat(LEAD.json(rounds))
        .as("nothing was started")
        .noneMatch(one -> one.get("name").asString().equals("Draft"));
    assertThat(
            Browser.text(
                LEAD.post(rounds + "/draft", plan("").replace("2026-12-31", "2026-01-01"))))
        .contains("Give the round a name", "before the as-of date");
  }

  @Test
  void aReviewerSeesTheOwnItemsAndNothingElse() {
    long round = start("Own items");
    Browser liv = reviewer("R2", "liv");
    Browser tor = reviewer("R3", "tor");
    JsonNode page = liv.json("/api/reviews/" + round);
    assertThat(page.get("subjects"))
        .extracting(one -> one.get("who").asString())
        .containsExactly("Mo Arnesen", "Tor Lund");
    JsonNode livs = items(tor, round, "R2")[0];
    assertThat(items(liv, round, "R2")).as("her own access is not hers to decide").isEmpty();
    assertThat(decide(liv, round, "keep", "needed", livs).statusCode()).isEqualTo(404);
    assertThat(liv.get(rounds).statusCode()).isEqualTo(403);
    assertThat(reviewer("R1", "mo").get("/api/reviews/" + round).statusCode()).isEqualTo(404);
  }

  @Test
  void riskWantsAReasonAndMarkedItemsAreDecidedOneByOne() {
    long round = start("Risk");
    Browser liv = reviewer("R2", "liv");
    JsonNode[] mo = items(liv, round, "R1");
    JsonNode boss = mo[12];
    assertThat(boss.get("risky").asBoolean()).isTrue();
    assertThat(Browser.text(decide(liv, round, "keep", "", boss))).contains("Say why it is needed");
    assertThat(Browser.text(decide(liv, round, "keep", "all fine", mo[0], boss)))
        .contains("decided one by one");
    assertThat(decide(liv, round, "keep", "closes the quay at night", boss).statusCode())
        .isEqualTo(200);
    assertThat(decide(liv, round, "keep", "", mo[0], mo[1]).statusCode()).isEqualTo(200);
    assertThat(Browser.text(decide(liv, round, "reduce", "less", mo[2])))
        .contains("to which scope or role");
  }

  @Test
  void theSecondOfTwoDecisionsIsAConflictAndOverwritesNothing() {
    long round = start("Conflict");
    Browser one = reviewer("R2", "liv");
    JsonNode item = items(one, round, "R1")[0];
    assertThat(decide(one, round, "withdraw", "left the quay", item).statusCode()).isEqualTo(200);
    HttpResponse<byte[]> late = decide(one, round, "keep", "", item);
    assertThat(late.statusCode()).isEqualTo(409);
    assertThat(Browser.text(late)).contains("decided \\\"withdraw\\\"", "Nothing was overwritten");
    assertThat(items(one, round, "R1")[0].get("reason").asString()).isEqualTo("left the quay");
  }

  @Test
  void whatIsWithdrawnIsPlannedWithWhatGivesItAndWhatElseGoes() {
    long round =
        Browser.tree(LEAD.post(rounds, plan("By permission").replace("assignment", "permission")))
            .get("id")
            .asLong();
    Browser liv = reviewer("R2", "liv");
    JsonNode close =
        Arrays.stream(items(liv, round, "R1"))
            .filter(one -> one.get("what").asString().equals("till:close"))
            .findFirst()
            .orElseThrow();
    assertThat(decide(liv, round, "withdraw", "closes nothing", close).statusCode()).isEqualTo(200);
    String fixes = rounds.replace("/rounds", "/fixes");
    JsonNode step = step(fixes);
    JsonNode takes = step.get("takes");
    assertThat(takes.get("through"))
        .extracting(JsonNode::asString)
        .containsExactly("the role boss");
    assertThat(takes.get("names")).extracting(JsonNode::asString).containsExactly("close till");
    assertThat(step.get("source").asString())
        .isEqualTo("round \"By permission\", which still runs");
    LEAD.post(fixes, "{\"keys\":[\"%s\"],\"days\":90}".formatted(step.get("key").asString()));
    assertThat(new String(LEAD.get(fixes + "/list.csv").body()))
        .as("whoever carries it out reads what gives it")
        .contains("till:close", "the role boss", "closes nothing");
  }

  private static JsonNode step(String fixes) {
    for (JsonNode one : LEAD.json(fixes + "/draft").get("steps")) {
      if (one.get("words").asString().contains("in whatever way it is held: till:close")) {
        return one;
      }
    }
    throw new AssertionError(LEAD.json(fixes + "/draft").toString());
  }

  @Test
  void anItemIsPassedOnButNeverToThePersonItIsAbout() {
    long round = start("Passing");
    Browser liv = reviewer("R2", "liv");
    JsonNode item = items(liv, round, "R1")[0];
    String pass = "{\"item\":%s,\"to\":\"%s\",\"reason\":\"works for him now\"}";
    String seen = seen(item).substring(1, seen(item).length() - 1);
    String path = "/api/reviews/%d/pass".formatted(round);
    assertThat(Browser.text(liv.post(path, pass.formatted(seen, "R1"))))
        .contains("would review the own access");
    assertThat(liv.post(path, pass.formatted(seen, "R3")).statusCode()).isEqualTo(200);
    JsonNode passed = items(reviewer("R3", "tor"), round, "R1")[0];
    assertThat(passed.get("why").asString()).isEqualTo("from Liv Dahl: works for him now");
    assertThat(decide(liv, round, "keep", "", item).statusCode())
        .as("it is not hers any more")
        .isEqualTo(409);
  }

  @Test
  void aRoundEndsWithAnswersSignaturesAndASealThatShowsAnyChange() throws Exception {
    long round = start("To the end");
    Browser liv = reviewer("R2", "liv");
    Browser tor = reviewer("R3", "tor");
    String own = "/api/reviews/" + round;
    JsonNode[] mo = items(liv, round, "R1");
    JsonNode[] plain = Arrays.copyOf(mo, 12);
    decide(liv, round, "keep", "", plain);
    decide(liv, round, "withdraw", "not any more", mo[12]);
    decide(liv, round, "keep", "runs the company", items(liv, round, "R3")[0]);
    assertThat(Browser.text(liv.post(own + "/signature", "{\"words\":\"\"}")))
        .contains("1 questions wait for an answer");
    JsonNode doubt = liv.json(own).get("doubts").get(0);
    assertThat(doubt.get("sentence").asString()).startsWith("12 items were kept in one stroke.");
    liv.put(
        own + "/answers",
        "{\"doubt\":\"%s\",\"words\":\"the quays are one rota\"}"
            .formatted(doubt.get("id").asString()));
    assertThat(liv.post(own + "/signature", "{\"words\":\"done\"}").statusCode()).isEqualTo(200);
    String path = rounds + "/" + round;
    assertThat(Browser.text(LEAD.post(path + "/seal", "{\"words\":\"\"}")))
        .contains("1 items are not decided and 1 reviewers have not signed off");
    decide(tor, round, "keep", "", items(tor, round, "R2")[0]);
    tor.post(own + "/signature", "{\"words\":\"\"}");
    assertThat(LEAD.post(path + "/seal", "{\"words\":\"\"}").statusCode()).isEqualTo(200);
    assertThat(LEAD.json(path + "/seal").get("same").asBoolean()).isTrue();
    assertThat(decide(liv, round, "keep", "", items(liv, round, "R1")[0]).statusCode())
        .isEqualTo(409);
    assertThat(Browser.text(LEAD.get(path + "/list.csv?choice=withdraw")))
        .contains("1 items", "Sealed, seal", "Liv Dahl", "not any more");
    assertThat(new String(LEAD.get(path + "/report.pdf").body(), 0, 5, StandardCharsets.US_ASCII))
        .isEqualTo("%PDF-");
    assertThat(
            LEAD.json("/api/journal?what=certification&text=sealed+the+round").get("total").asInt())
        .isPositive();
    RoundKeeper keeper = RunningServer.get().bean(RoundKeeper.class);
    long snapshot = Long.parseLong(rounds.replaceAll("\\D+", ""));
    RoundKeeper.Kept kept =
        keeper.kept(snapshot).stream()
            .filter(one -> one.plan().name().equals("To the end"))
            .findFirst()
            .orElseThrow();
    assertThat(kept.deeds()).hasSize(15);
    assertThat(kept.seal()).hasSize(64);
  }
}
