package app.stalekeys.core.evidence.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// The formats beside delimited text: the same list in each of them comes to the same accounts.
class FormatsTest {

  private static final String CSV = "account,name,status\nmo,Mo Mørk,enabled\nliv,Liv,disabled\n";

  private static List<Account> accounts(OutcomeAssert run) {
    return run.outcome().snapshot().applications().getFirst().accounts();
  }

  private static Stream<String> assignments(OutcomeAssert run) {
    return run.outcome().snapshot().applications().getFirst().assignments().stream()
        .map((Assignment a) -> a.account().key() + " " + a.role());
  }

  private static void assertTheTwo(TestAudit audit, String file, long... rows) {
    OutcomeAssert run = audit.run().counts(file, 2, 0, 0);
    assertThat(accounts(run))
        .extracting(a -> a.key() + " " + a.name() + " " + a.status().word())
        .containsExactly("mo Mo Mørk enabled", "liv Liv disabled");
    assertThat(accounts(run).stream().mapToLong(a -> a.place().row()).toArray()).isEqualTo(rows);
  }

  @Test
  void aJsonList() {
    String json =
        "[{\"account\":\"mo\",\"name\":\"Mo Mørk\",\"status\":\"enabled\",\"extra\":{\"a\":[1,null,2]}},\n{\"account\":\"liv\",\"name\":\"Liv\",\"status\":\"disabled\"}]";
    assertTheTwo(
        new TestAudit().evidence("{file: u.json, kind: accounts}").file("u.json", json),
        "u.json",
        1,
        2);
    assertTheTwo(
        new TestAudit()
            .evidence("{file: u.json, kind: accounts}")
            .file("u.json", "{\"made\":\"today\",\"users\":" + json + "}"),
        "u.json",
        1,
        2);
  }

  @Test
  void jsonLinesWithABrokenOne() {
    new TestAudit()
        .evidence("{file: u.jsonl, kind: accounts}")
        .file(
            "u.jsonl",
            "{\"account\":\"mo\",\"status\":\"enabled\"}",
            "{\"account\":",
            "",
            "{\"account\":\"liv\",\"status\":\"enabled\"}")
        .run()
        .counts("u.jsonl", 2, 1, 0)
        .rejects("u.jsonl", "2: the line is no JSON object");
  }

  @Test
  void scimUsersAndGroups() {
    String users =
        """
        {"schemas":["urn:ietf:params:scim:api:messages:2.0:ListResponse"],"totalResults":2,"Resources":[
         {"schemas":["urn:ietf:params:scim:schemas:core:2.0:User","urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"],
          "id":"9f-1","userName":"mo","displayName":"Mo Mørk","active":true,
          "emails":[{"value":"old@x.example"},{"value":"mo@x.example","primary":true}],
          "roles":[{"value":"Clerk"}],"entitlements":[{"value":"Export"}],
          "meta":{"created":"2026-01-02T03:04:05Z"},
          "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User":{"employeeNumber":"00417","department":"Freight"}},
         {"schemas":["urn:ietf:params:scim:schemas:core:2.0:User"],"id":"9f-2","userName":"liv","name":{"formatted":"Liv"},"active":false}]}
        """;
    String groups =
        """
        {"schemas":["urn:ietf:params:scim:api:messages:2.0:ListResponse"],"Resources":[
         {"schemas":["urn:ietf:params:scim:schemas:core:2.0:Group"],"id":"g1","displayName":"Customs",
          "members":[{"value":"9f-1"},{"value":"9f-2"}]}]}
        """;
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: users.json, kind: [accounts, assignments]}")
            .file("users.json", users)
            .evidence("{file: groups.json, kind: [roles, assignments]}")
            .file("groups.json", groups)
            .run()
            .counts("users.json", 2, 0, 0)
            .counts("groups.json", 1, 0, 0);
    Account mo = accounts(run).getFirst();
    assertThat(mo.email()).as("the primary one").isEqualTo("mo@x.example");
    assertThat(mo.person()).isEqualTo("00417");
    assertThat(mo.department()).isEqualTo("Freight");
    assertThat(mo.created()).isEqualTo(LocalDate.of(2026, 1, 2));
    assertThat(accounts(run))
        .extracting(a -> a.name() + " " + a.status().word())
        .containsExactly("Mo Mørk enabled", "Liv disabled");
    assertThat(assignments(run))
        .containsExactly("mo Clerk", "mo Export", "mo Customs", "liv Customs");
  }

  @Test
  void ldifGroupsNameTheirMembers() {
    OutcomeAssert run =
        new TestAudit()
            .evidence(
                "{file: d.ldif, kind: [accounts, roles, assignments], values: {status: {active: enabled}}}")
            .file(
                "d.ldif",
                "dn: uid=mo,ou=people,dc=x",
                "objectClass: person",
                "uid: mo",
                "status: active",
                "",
                "dn: cn=Clerks,ou=groups,dc=x",
                "objectClass: groupOfNames",
                "cn: Clerks",
                "member: uid=mo, ou=people, dc=x",
                "member: uid=gone,ou=people,dc=x")
            .run()
            .counts("d.ldif", 2, 0, 0)
            .hasProblem("account-undefined", 6);
    assertThat(assignments(run)).containsExactly("mo Clerks");
    assertThat(run.outcome().snapshot().applications().getFirst().roles().roles())
        .extracting(r -> r.id())
        .containsExactly("Clerks");
  }

  @Test
  void syslogLinesAreSignIns() {
    OutcomeAssert run =
        new TestAudit()
            .people("person,name,end", "1,Mo,2026-05-10")
            .accounts("account,status,person", "mo,enabled,1")
            .evidence(
                "{file: auth.log, kind: sign-ins, values: {outcome: {OK: success, NO: failure}}}")
            .file(
                "auth.log",
                "<86>1 2026-05-12T08:00:00.003Z host auth 71 ID47 [in@1 account=\"mo\" outcome=\"OK\" reason=\"said \\\"hi\\\" \\]\"][b@1 address=\"192.0.2.7\"] \uFEFFsigned in",
                "<86>1 2026-05-13T08:00:00+02:00 host auth - - [in@1 account=\"mo\" outcome=\"NO\"]",
                "no syslog at all",
                "",
                "<86>1 2026-05-14T08:00:00Z host auth - - -")
            .run()
            .counts("auth.log", 2, 2, 1)
            .flags("leaver-signed-in", "mo");
    assertThat(run.finding("leaver-signed-in").facts()).containsEntry("signIns", 1L);
  }

  @Test
  void aWorkbookWithTitlesRealDatesAndTextDates() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Workbook workbook = new Workbook(bytes, "test", "1.0")) {
      Worksheet cover = workbook.newWorksheet("Cover");
      cover.value(0, 0, "Crew Roster");
      Worksheet sheet = workbook.newWorksheet("Users");
      sheet.value(0, 0, "List of users");
      String[] heads = {"Account", "Status", "Last sign-in", "Created"};
      for (int i = 0; i < heads.length; i++) {
        sheet.value(2, i, heads[i]);
      }
      sheet.value(3, 0, 417);
      sheet.value(3, 1, "enabled");
      sheet.value(3, 2, LocalDate.of(2026, 1, 15));
      sheet.style(3, 2).format("dd/mm/yyyy").set();
      sheet.value(3, 3, "13/04/2024");
      sheet.value(5, 0, "liv");
      sheet.value(5, 1, "enabled");
      sheet.value(5, 3, "01/04/2024");
    }
    OutcomeAssert run =
        new TestAudit()
            .evidence("{file: crew.xlsx, kind: accounts}")
            .bytes("crew.xlsx", bytes.toByteArray())
            .run();
    assertThat(accounts(run))
        .extracting(a -> a.place().row() + " " + a.key() + " " + a.lastSignIn() + " " + a.created())
        .containsExactly("4 417 2026-01-15 2024-04-13", "6 liv null 2024-04-01");
    assertThat(
            new TestAudit()
                .evidence("{file: crew.xlsx, kind: accounts, read: {sheet: Roles}}")
                .bytes("crew.xlsx", bytes.toByteArray())
                .refusal())
        .containsExactly(
            "crew.xlsx [Roles]: no sheet \"Roles\" with text, the sheets are Cover, Users");
  }

  @Test
  void anythingInsideAnArchive() throws IOException {
    ByteArrayOutputStream gz = new ByteArrayOutputStream();
    try (GZIPOutputStream out = new GZIPOutputStream(gz)) {
      out.write(CSV.getBytes(StandardCharsets.UTF_8));
    }
    assertTheTwo(
        new TestAudit()
            .evidence("{file: u.csv.gz, kind: accounts}")
            .bytes("u.csv.gz", gz.toByteArray()),
        "u.csv.gz",
        2,
        3);
    byte[] zip = zip("read.me", "x", "in/users.csv", CSV);
    assertTheTwo(
        new TestAudit()
            .evidence("{file: u.zip, kind: accounts, read: {member: in/users.csv}}")
            .bytes("u.zip", zip),
        "u.zip",
        2,
        3);
    assertThat(
            new TestAudit().evidence("{file: u.zip, kind: accounts}").bytes("u.zip", zip).refusal())
        .hasSize(1)
        .first()
        .asString()
        .contains("several members");
    byte[] cut = java.util.Arrays.copyOf(gz.toByteArray(), gz.size() - 12);
    assertThat(
            new TestAudit()
                .evidence("{file: u.csv.gz, kind: accounts}")
                .bytes("u.csv.gz", cut)
                .refusal())
        .containsExactly("u.csv.gz: the archive is damaged or cut off; ask for it again");
  }

  private static byte[] zip(String... namesAndTexts) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream out = new ZipOutputStream(bytes)) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        out.putNextEntry(new ZipEntry(namesAndTexts[i]));
        out.write(namesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
    return bytes.toByteArray();
  }

  @Test
  void aBombAndANameThatLeadsOutAreRefused() throws IOException {
    assertThat(
            new TestAudit()
                .evidence("{file: u.zip, kind: accounts}")
                .bytes("u.zip", zip("../../etc/users.csv", CSV))
                .refusal())
        .containsExactly(
            "u.zip: the archive has a member \"../../etc/users.csv\" that leads out of it; nothing of it was read");
    ByteArrayOutputStream bomb = new ByteArrayOutputStream();
    try (GZIPOutputStream out = new GZIPOutputStream(bomb)) {
      out.write("account,status\nmo,enabled\n".getBytes(StandardCharsets.UTF_8));
      byte[] blanks = "\n".repeat(1 << 20).getBytes(StandardCharsets.UTF_8);
      for (int i = 0; i < 80; i++) {
        out.write(blanks);
      }
    }
    assertThat(
            new TestAudit()
                .evidence("{file: u.csv.gz, kind: accounts}")
                .bytes("u.csv.gz", bomb.toByteArray())
                .refusal())
        .hasSize(1)
        .first()
        .asString()
        .contains("inflates to more than");
  }

  @ParameterizedTest
  @ValueSource(strings = {"[{\"account\":\"mo\"", "{\"a\":[{]}", "[1,2", "\"text\"", "[]"})
  void brokenJsonIsOnePlainLine(String json) {
    assertThat(
            new TestAudit()
                .evidence("{file: u.json, kind: accounts}")
                .file("u.json", json)
                .refusal())
        .hasSize(1)
        .first()
        .asString()
        .startsWith("u.json")
        .doesNotContain("Exception", "jackson");
  }

  @Test
  void deepJsonAndNoWorkbookAreRefused() {
    String deep = "[{\"a\":" + "[".repeat(5000) + "]".repeat(5000) + "}]";
    assertThat(
            new TestAudit()
                .evidence("{file: u.json, kind: accounts}")
                .file("u.json", deep)
                .refusal())
        .hasSize(1)
        .first()
        .asString()
        .contains("too deep");
    assertThat(
            new TestAudit()
                .evidence("{file: u.xlsx, kind: accounts}")
                .file("u.xlsx", "no workbook")
                .refusal())
        .hasSize(1)
        .first()
        .asString()
        .contains("damaged or protected");
  }

  private static List<String> grants(TestAudit audit, String file, long read, long rejected) {
    OutcomeAssert run = audit.run().counts(file, read, rejected, 0);
    List<String> grants = new ArrayList<>();
    app.stalekeys.core.evidence.FactCursor.forEach(
        run.outcome().facts().getFirst(),
        app.stalekeys.core.evidence.Kind.GRANTS,
        row ->
            grants.add(
                String.join(
                    " ",
                    row.place().row() + "",
                    row.text("holder-type"),
                    row.text("holder"),
                    row.text("resource"),
                    row.text("action"))));
    return grants;
  }

  @Test
  void wideGrantsWithLettersAndWithMarks() {
    assertThat(
            grants(
                new TestAudit()
                    .evidence(
                        "{file: g.csv, kind: grants, columns: {holder: Group}, wide: {holder-type: role, letters: {R: read, U: update}}}")
                    .file(
                        "g.csv",
                        "Group,Orders,Parts/Price",
                        "Yard,RU,R",
                        "Store,-,\"R, U\"",
                        "Idle,,",
                        ",R,R"),
                "g.csv",
                3,
                1))
        .containsExactly(
            "2 role Yard Orders read",
            "2 role Yard Orders update",
            "2 role Yard Parts/Price read",
            "3 role Store Parts/Price read",
            "3 role Store Parts/Price update");
    assertThat(
            grants(
                new TestAudit()
                    .evidence(
                        "{file: g.csv, kind: grants, columns: {holder: User}, values: {action: {ja: yes, nei: no}}, wide: {holder-type: account}}")
                    .file("g.csv", "User,Order:open,Order:close", "mo,x,ja", "liv,1,nei"),
                "g.csv",
                2,
                0))
        .containsExactly(
            "2 account mo Order open", "2 account mo Order close", "3 account liv Order open");
    assertThat(
            new TestAudit()
                .evidence("{file: g.csv, kind: grants, wide: {letters: {R: read}}}")
                .file("g.csv", "Role,Orders", "Yard,RQ")
                .refusal())
        .hasSize(1)
        .first()
        .asString()
        .contains("g.csv:2, column \"Orders\"", "the word \"Q\"", "wide: letters");
  }
}
