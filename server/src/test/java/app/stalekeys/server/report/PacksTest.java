package app.stalekeys.server.report;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.server.command.CommandLineRun;
import app.stalekeys.server.support.Browser;
import com.networknt.schema.Error;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// Packs that others rely on: what is in them, that they can be checked with common tools, and made again.
class PacksTest {

  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Browser LEAD = Browser.signedIn();

  @TempDir private static Path folder;
  private static String packs;
  private static Map<String, byte[]> files;

  @BeforeAll
  static void makeOne() throws IOException {
    write(
        "audit.yaml",
        """
        audit: Packed till
        as-of: 2026-06-30
        zone: UTC
        evidence:
          - {file: people.csv, kind: people}
        applications:
          - id: till
            name: Till
            evidence:
              - {file: accounts.csv, kind: accounts, expect: {rows: 4}}
              - {file: roles.csv, kind: roles}
              - {file: assignments.csv, kind: assignments}\
        """);
    write(
        "people.csv",
        "person,name,status,department,end",
        "K1,Mo Arnesen,active,Quay,",
        "K2,Liv Dahl,left,Quay,2026-01-31");
    write(
        "accounts.csv",
        "account,name,person,status,last-sign-in,mfa",
        "mo,Mo,K1,enabled,2026-06-29,no",
        "liv,=cmd|' /C calc'!A0,K2,enabled,2025-05-01,yes");
    write("roles.csv", "role,name", "clerk,Clerk");
    write("assignments.csv", "account,role", "mo,clerk", "liv,clerk");
    packs = LEAD.open(folder) + "/report/packs";
    files = unzipped(make(template("Whole", allParts(), "liv")));
  }

  private static void write(String name, String... lines) throws IOException {
    Files.writeString(folder.resolve(name), String.join("\n", lines) + "\n");
  }

  private static List<String> allParts() {
    List<String> parts = new ArrayList<>();
    LEAD.json(packs).get("parts").forEach(part -> parts.add(part.get("id").asString()));
    return parts;
  }

  private static String template(String name, List<String> parts, String person) {
    Map<String, Object> text = new LinkedHashMap<>();
    text.put("name", name);
    text.put("title", "Access at the till");
    text.put("by", "");
    text.put("cover", "For the board.\n\nSecond paragraph.");
    text.put("closing", "");
    text.put("parts", parts);
    text.put("people", List.of(person));
    return JSON.writeValueAsString(text);
  }

  private static byte[] make(String template) {
    JsonNode job = LEAD.job(LEAD.post(packs, template));
    assertThat(job.get("state").asString()).as(job.toString()).isEqualTo("done");
    return LEAD.get(packs + "/" + job.get("result").asLong() + "/pack.zip").body();
  }

  private static Map<String, byte[]> unzipped(byte[] zip) throws IOException {
    Map<String, byte[]> found = new LinkedHashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        found.put(entry.getName(), in.readAllBytes());
      }
    }
    return found;
  }

  private static String sha256(byte[] bytes) throws Exception {
    return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  @Test
  void theManifestHoldsEveryFileAndTheEvidenceAndItsHashIsInTheJournal() throws Exception {
    List<String> sums =
        new String(files.get("SHA256SUMS"), StandardCharsets.UTF_8).lines().toList();
    assertThat(sums).hasSize(files.size() - 1);
    for (String line : sums) {
      String[] parts = line.split(" {2}", 2);
      assertThat(sha256(files.get(parts[1]))).as(parts[1]).isEqualTo(parts[0]);
    }
    JsonNode manifest = JSON.readTree(files.get("manifest.json"));
    assertThat(manifest.get("files")).hasSize(files.size() - 2);
    for (JsonNode one : manifest.get("evidence")) {
      assertThat(sha256(Files.readAllBytes(folder.resolve(one.get("file").asString()))))
          .isEqualTo(one.get("sha256").asString());
    }
    assertThat(LEAD.json("/api/journal?text=manifest").toString())
        .contains(sha256(files.get("manifest.json")));
  }

  @Test
  void theSameInputsGiveTheSameBytes() {
    String template = template("Whole", allParts(), "liv");
    assertThat(make(template)).isEqualTo(make(template));
  }

  @Test
  void thePdfHasContentsWithTheRightPagesRunningHeadsAndBookmarks() throws IOException {
    try (PDDocument pdf = Loader.loadPDF(files.get("pack.pdf"))) {
      List<String> pages = new ArrayList<>();
      for (int page = 1; page <= pdf.getNumberOfPages(); page++) {
        PDFTextStripper stripper = new PDFTextStripper();
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        pages.add(stripper.getText(pdf));
      }
      assertThat(pages.getFirst()).contains("Access at the till", "For the board.");
      String contents = pages.get(1);
      for (JsonNode part : LEAD.json(packs).get("parts")) {
        String words = part.get("words").asString();
        String line =
            contents.lines().filter(one -> one.startsWith(words)).findFirst().orElseThrow();
        int page = Integer.parseInt(line.substring(words.length()).strip());
        assertThat(pages.get(page - 1)).as(line).contains(words, "as of 2026-06-30");
      }
      assertThat(pdf.getDocumentCatalog().getDocumentOutline().children())
          .hasSizeGreaterThanOrEqualTo(allParts().size());
      assertThat(String.join("\n", pages))
          .contains("The account liv", "not tested is not clean", "2 fewer than", "TIL-1 · row");
    }
  }

  @Test
  void theWorkbookHoldsNumbersAsNumbersAndNoCellRuns() throws IOException {
    try (ReadableWorkbook book =
        new ReadableWorkbook(new ByteArrayInputStream(files.get("pack.xlsx")))) {
      List<Row> evidence = book.findSheet("evidence").orElseThrow().read();
      Row accounts =
          evidence.stream()
              .filter(row -> row.getCellText(1).equals("accounts.csv"))
              .findFirst()
              .orElseThrow();
      assertThat(accounts.getCell(3).getType()).isEqualTo(CellType.NUMBER);
      assertThat(accounts.getCell(3).asNumber().intValue()).isEqualTo(2);
      List<String> names =
          book.findSheet("roles by user").orElseThrow().read().stream()
              .map(row -> row.getCellText(1) + " " + row.getCellText(5))
              .toList();
      assertThat(names).contains("mo clerk", "liv clerk");
      book.getSheets()
          .forEach(sheet -> {
            try {
              sheet
                  .read()
                  .forEach(row ->
                      row.forEach(cell ->
                          assertThat(cell == null ? "" : cell.getText()).doesNotStartWith("=")));
            } catch (IOException failed) {
              throw new IllegalStateException(failed);
            }
          });
    }
  }

  @Test
  void theOpenFormatFitsThePublishedSchemas() throws IOException {
    assertThat(faults("oscal-ar_schema.json", files.get("oscal/assessment-results.json")))
        .isEmpty();
    assertThat(files)
        .as("without a fix there is no plan of action")
        .doesNotContainKey("oscal/plan-of-action-and-milestones.json");
    LEAD.post(
        packs.replace("/report/packs", "/fixes/by-hand"),
        """
        {"action":"disable","application":"till","subjectType":"account","subject":"liv","what":"",
         "scope":"","to":"","severity":"high","note":"she has left","due":null}\
        """);
    Map<String, byte[]> again = unzipped(make(template("Plan", List.of("remediation"), "")));
    assertThat(
            faults("oscal-poam_schema.json", again.get("oscal/plan-of-action-and-milestones.json")))
        .isEmpty();
    JsonNode result =
        JSON.readTree(files.get("oscal/assessment-results.json"))
            .get("assessment-results")
            .get("results")
            .get(0);
    assertThat(result.get("findings")).hasSameSizeAs(result.get("observations")).isNotEmpty();
  }

  private static List<Error> faults(String schema, byte[] json) throws IOException {
    try (InputStream in = PacksTest.class.getResourceAsStream("/schema/json/" + schema)) {
      JsonNode mended = unwrapped(JSON.readTree(in));
      return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_7)
          .getSchema(mended)
          .validate(JSON.readTree(json));
    }
  }

  /// The published schemas hold `"id": {"id": {…}}` in places, which validators stumble over.
  private static JsonNode unwrapped(JsonNode node) {
    if (node instanceof ObjectNode object) {
      for (String name : List.copyOf(object.propertyNames())) {
        JsonNode value = object.get(name);
        if (value instanceof ObjectNode inner && inner.size() == 1 && inner.has(name)) {
          object.set(name, inner.get(name));
        }
        unwrapped(object.get(name));
      }
    } else {
      node.forEach(PacksTest::unwrapped);
    }
    return node;
  }

  @Test
  void theCommandLineMakesTheSameFindingsAndSaysWhatATemplateHasWrong(@TempDir Path out)
      throws IOException {
    Path template = out.resolve("template.json");
    Files.writeString(
        template, "{\"name\":\"T\",\"parts\":[\"summary\",\"poems\"],\"colour\":\"red\"}");
    CommandLineRun wrong =
        CommandLineRun.of(
            "report",
            folder.toString(),
            "--template",
            template.toString(),
            "--out",
            out.toString());
    assertThat(wrong.exit()).isEqualTo(2);
    assertThat(wrong.err())
        .contains("\"poems\" is no part of a pack; expected summary, evidence")
        .contains("\"colour\" is no setting of a template");
    Files.writeString(template, "{\"parts\":[\"findings-by-check\",\"appendix\"]}");
    CommandLineRun made =
        CommandLineRun.of(
            "report",
            folder.toString(),
            "--template",
            template.toString(),
            "--out",
            out.toString());
    assertThat(made.exit()).as(made.err()).isEqualTo(0);
    assertThat(Files.readAllBytes(out.resolve("csv/rows-of-evidence.csv")))
        .isEqualTo(files.get("csv/rows-of-evidence.csv"));
    assertThat(made.out()).contains("manifest SHA-256 " + hash(out.resolve("manifest.json")));
  }

  private static String hash(Path file) throws IOException {
    try {
      return sha256(Files.readAllBytes(file));
    } catch (Exception failed) {
      throw new IOException(failed);
    }
  }

  @Test
  void templatesAreKeptByNameAndPagesAreShownOnlyOfTheirOwnAudit() {
    String text = template("Board", List.of("summary"), "");
    assertThat(LEAD.put(packs + "/templates", text).statusCode()).isEqualTo(200);
    assertThat(LEAD.json(packs).get("templates").toString())
        .contains("\"Board\"", "For the board.");
    HttpResponse<byte[]> drawn = LEAD.post(packs + "/pages", text);
    String id = Browser.tree(drawn).get("id").asString();
    assertThat(Browser.tree(drawn).get("pages").asInt()).isEqualTo(3);
    HttpResponse<byte[]> picture = LEAD.get(packs + "/pages/" + id + "/3.png");
    assertThat(picture.body()).startsWith((byte) 0x89, 'P', 'N', 'G');
    assertThat(LEAD.get(packs + "/pages/" + id + "/4.png").statusCode()).isEqualTo(404);
    assertThat(LEAD.get(LEAD.demo() + "/report/packs/pages/" + id + "/1.png").statusCode())
        .isEqualTo(404);
    assertThat(LEAD.post(packs, template("Nothing", List.of(), "")).statusCode()).isEqualTo(422);
    assertThat(LocalDate.parse(LEAD.json(packs).get("packs").get(0).get("asOf").asString()))
        .isEqualTo("2026-06-30");
  }

  @Test
  void aPackIsMadeAgainFromTheWatchedFolderWrittenMailedAndEveryRunIsKept(@TempDir Path out)
      throws Exception {
    String repeats = packs.replace("/packs", "/repeats");
    assertThat(LEAD.post(repeats, repeat("every full moon", out)).statusCode()).isEqualTo(422);
    HttpResponse<byte[]> nowhere =
        LEAD.post(
            repeats,
            "{\"template\":\"Standard\",\"when\":\"monthly\",\"folder\":\"\",\"out\":\"\",\"mail\":\"\",\"encloses\":false}");
    assertThat(Browser.text(nowhere)).contains("Say where the pack goes");
    assertThat(LEAD.post(repeats, repeat("* * * * * *", out)).statusCode()).isEqualTo(200);
    JsonNode first = LEAD.json(repeats).get(0);
    assertThat(first.get("zone").asString()).isEqualTo("UTC");
    String own = repeats + "/" + first.get("id").asLong();
    LEAD.put(own, "{\"active\":false}");
    LEAD.job(LEAD.post(own + "/run", "{}"));
    JsonNode run = LEAD.json(repeats).get(0).get("runs").get(0);
    assertThat(run.get("succeeded").asBoolean()).as(run.toString()).isTrue();
    assertThat(run.get("words").asString()).contains("written to " + out, "no mail server is set");
    try (var written = Files.list(out)) {
      Path zip = written.filter(file -> file.toString().endsWith(".zip")).findFirst().orElseThrow();
      assertThat(unzipped(Files.readAllBytes(zip))).containsKeys("pack.pdf", "manifest.json");
    }
    assertThat(Repeats.cron("quarterly")).isEqualTo("0 0 6 1 1,4,7,10 *");
    assertThat(LEAD.send("DELETE", own, null, null).statusCode()).isEqualTo(200);
    assertThat(LEAD.json(repeats)).isEmpty();
  }

  private static String repeat(String when, Path out) {
    return JSON.writeValueAsString(
        Map.of(
            "template",
            "Standard",
            "when",
            when,
            "folder",
            folder.toString(),
            "out",
            out.toString(),
            "mail",
            "board@fennicksound.example",
            "encloses",
            true));
  }
}
