package app.stalekeys.bench;

import app.stalekeys.server.WebApplication;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

/// A round of 50,000 items and 400 reviewers over HTTP: how long its pages take, the auditor's and a reviewer's, and
/// a decision. Beside it the same pages of a round of a tenth, since only the growth says something.
final class Certifying {

  private static final int MANAGERS = 400;
  private static final int ROLES = 5;
  private final String address;

  private Certifying(String address) {
    this.address = address;
  }

  static void run() throws Exception {
    Path work = Files.createTempDirectory("certifying");
    try (ConfigurableApplicationContext context =
        WebApplication.start(
            new WebApplication.Settings(
                work.resolve("data"), null, "127.0.0.1", 0, Visitor.PASSWORD, null, null, null))) {
      String port = context.getEnvironment().getRequiredProperty("local.server.port");
      Certifying bench = new Certifying("http://127.0.0.1:" + port);
      bench.round(folder(work.resolve("small"), "small", 1_000), 1);
      bench.round(folder(work.resolve("large"), "large", 10_000), 2);
    }
  }

  /// One application, five roles an account, each account's manager one of 400.
  private static Path folder(Path folder, String name, int accounts) throws IOException {
    Files.createDirectories(folder);
    Files.writeString(
        folder.resolve("audit.yaml"),
        """
        audit: Bench %s
        as-of: 2026-06-30
        zone: UTC
        evidence: [{file: people.csv, kind: people}]
        applications:
          - id: till
            name: Till
            evidence:
              - {file: accounts.csv, kind: accounts}
              - {file: roles.csv, kind: roles}
              - {file: assignments.csv, kind: assignments}
              - {file: grants.csv, kind: grants}
        """
            .formatted(name));
    List<String> people = new ArrayList<>(List.of("person,name,email,status,department,manager"));
    List<String> holders = new ArrayList<>(List.of("account,name,person,status"));
    List<String> assignments = new ArrayList<>(List.of("account,role,scope"));
    for (int i = 0; i < MANAGERS; i++) {
      people.add("M%d,Manager %d,,active,Board,".formatted(i, i));
    }
    for (int i = 0; i < accounts; i++) {
      people.add(
          "P%d,Person %d,,active,Quay %d,M%d".formatted(i, i, i % (MANAGERS / 4), i % MANAGERS));
      holders.add("a%d,Person %d,P%d,enabled".formatted(i, i, i));
      for (int role = 0; role < ROLES; role++) {
        assignments.add("a%d,role%d,".formatted(i, (i + role * 7) % 100));
      }
    }
    List<String> roles = new ArrayList<>(List.of("role,name,privileged"));
    List<String> grants = new ArrayList<>(List.of("holder-type,holder,resource,action"));
    for (int i = 0; i < 100; i++) {
      roles.add("role%d,Role %d,%s".formatted(i, i, i % 20 == 0 ? "yes" : "no"));
      grants.add("role,role%d,till/%d,open".formatted(i, i));
    }
    write(folder, "people.csv", people);
    write(folder, "accounts.csv", holders);
    write(folder, "assignments.csv", assignments);
    write(folder, "roles.csv", roles);
    write(folder, "grants.csv", grants);
    return folder;
  }

  private static void write(Path folder, String name, List<String> lines) throws IOException {
    Files.writeString(folder.resolve(name), String.join("\n", lines) + "\n");
  }

  private void round(Path folder, int number) throws Exception {
    Visitor lead = Visitor.of(address, "lead");
    String rounds = "/api/snapshots/%d/rounds".formatted(lead.open(folder));
    long before = System.nanoTime();
    JsonNode started =
        lead.ask(
            "POST",
            rounds,
            """
            {"name":"Bench","level":"assignment","privileged":false,"sensitive":false,"withFindings":false,
             "changed":false,"sample":0,"seed":1,"rule":"manager","due":"2027-12-31"}\
            """);
    long starting = (System.nanoTime() - before) / 1_000_000;
    long round = started.get("id").asLong();
    String page = rounds + "/" + round;
    long progress = lead.patience(page);
    long items = lead.patience(page + "/items?text=Person%20#&offset=0");
    Visitor reviewer = reviewer(lead, number);
    String own = "/api/reviews/" + round;
    long home = reviewer.patience(own);
    JsonNode subjects = reviewer.ask("GET", own, "").get("subjects");
    String subject = subjects.get(0).get("subject").asString();
    long person = reviewer.patience(own + "/items?subject=" + subject);
    List<Long> decisions = new ArrayList<>();
    for (JsonNode one : subjects) {
      for (JsonNode item :
          reviewer.ask("GET", own + "/items?subject=" + one.get("subject").asString(), "")) {
        long asked = System.nanoTime();
        reviewer.ask(
            "POST",
            own + "/decisions",
            "{\"items\":[{\"item\":%d,\"version\":%d}],\"choice\":\"withdraw\",\"reason\":\"\",\"to\":\"\"}"
                .formatted(item.get("id").asLong(), item.get("version").asInt()));
        decisions.add(System.nanoTime() - asked);
      }
    }
    System.out.printf(
        "%,d items, %d reviewers: started in %,d ms; 95 of 100 answers within: progress %d ms, items %d ms, reviewer's round %d ms, one person %d ms, a decision %d ms%n",
        lead.ask("GET", page, "").get("tallies").get("items").asLong(),
        MANAGERS,
        starting,
        progress,
        items,
        home,
        person,
        Visitor.percentile(decisions));
  }

  /// A user who stands for one of the managers.
  private Visitor reviewer(Visitor lead, int number) throws Exception {
    String name = "reviewer" + number;
    JsonNode made =
        lead.ask(
            "POST",
            "/api/users",
            """
            {"name":"%s","displayName":"","email":"","person":"M7","parts":["reviewer"],
             "applications":[],"active":true,"version":0}\
            """
                .formatted(name));
    lead.ask(
        "PUT",
        "/api/session/welcome",
        "{\"secret\":\"%s\",\"password\":\"%s\"}"
            .formatted(made.get("welcome").asString(), Visitor.PASSWORD));
    return Visitor.of(address, name);
  }
}
