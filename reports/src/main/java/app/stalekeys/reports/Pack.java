package app.stalekeys.reports;

import app.stalekeys.core.evidence.read.Sha256;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/// A pack, made: every file of it by name, with a manifest that holds the hash of each and of all evidence. The same
/// inputs give the same bytes, so that a pack can be made again and compared.
public final class Pack {

  /// The file that `sha256sum -c` reads.
  public static final String SUMS = "SHA256SUMS";

  public static final String MANIFEST = "manifest.json";

  private final Map<String, byte[]> files = new LinkedHashMap<>();
  private final LocalDate asOf;

  private Pack(LocalDate asOf) {
    this.asOf = asOf;
  }

  public static Pack of(PackInput input, PackTemplate template) throws IOException {
    Pack pack = new Pack(input.findings().audit().asOf());
    List<PackSection> sections = PackSections.of(input, template);
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    PackPdf.write(input, template, sections, pdf);
    pack.files.put("pack.pdf", pdf.toByteArray());
    pack.files.put("pack.xlsx", PackXlsx.write(input, template, sections));
    ByteArrayOutputStream findings = new ByteArrayOutputStream();
    FindingsCsv.write(input.findings(), findings);
    pack.files.put("csv/all-findings.csv", findings.toByteArray());
    for (PackSection section : sections) {
      for (Block.Grid grid : PackGrids.of(section)) {
        pack.files.put(pack.free("csv/" + fileName(grid.name())), csv(grid));
      }
    }
    Oscal oscal = new Oscal(input, template);
    pack.files.put("oscal/assessment-results.json", oscal.results());
    byte[] plan = oscal.plan();
    if (plan != null) {
      pack.files.put("oscal/plan-of-action-and-milestones.json", plan);
    }
    pack.files.put(MANIFEST, pack.manifest(input, template));
    pack.files.put(SUMS, pack.sums());
    return pack;
  }

  /// The pages alone, to be looked at.
  public static byte[] pdf(PackInput input, PackTemplate template) throws IOException {
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    PackPdf.write(input, template, PackSections.of(input, template), pdf);
    return pdf.toByteArray();
  }

  private static String fileName(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "-") + ".csv";
  }

  private String free(String wanted) {
    String name = wanted;
    for (int number = 2; files.containsKey(name); number++) {
      name = wanted.replace(".csv", "-" + number + ".csv");
    }
    return name;
  }

  private static byte[] csv(Block.Grid grid) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(text);
    csv.writeRecord(grid.columns().stream().map(Block.Column::head).toList());
    grid.rows().forEach(row -> csv.writeRecord(row.stream().map(Cells::safe).toList()));
    csv.flush();
    return out.toByteArray();
  }

  private byte[] manifest(PackInput input, PackTemplate template) {
    Map<String, Object> manifest = new LinkedHashMap<>();
    manifest.put("audit", input.findings().audit().title());
    manifest.put("asOf", asOf.toString());
    manifest.put("template", template.name());
    manifest.put("parts", template.parts().stream().map(PackPart::word).toList());
    List<Map<String, Object>> own = new ArrayList<>();
    files.forEach((name, bytes) -> {
      Map<String, Object> file = new LinkedHashMap<>();
      file.put("file", name);
      file.put("bytes", bytes.length);
      file.put("sha256", Sha256.of(bytes));
      own.add(file);
    });
    manifest.put("files", own);
    manifest.put(
        "evidence",
        input.findings().evidence().stream()
            .map(line -> {
              Map<String, Object> file = new LinkedHashMap<>();
              file.put("citation", input.findings().citations().file(line.spec().entry()));
              file.put("file", line.spec().entry());
              file.put("sha256", line.sha256());
              return file;
            })
            .toList());
    return JsonMapper.builder()
        .build()
        .writerWithDefaultPrettyPrinter()
        .writeValueAsBytes(manifest);
  }

  private byte[] sums() {
    StringBuilder sums = new StringBuilder();
    files.forEach(
        (name, bytes) -> sums.append(Sha256.of(bytes)).append("  ").append(name).append('\n'));
    return sums.toString().getBytes(StandardCharsets.UTF_8);
  }

  /// Every file by its name, in the order in which they were made. Not to be changed by the caller.
  public Map<String, byte[]> files() {
    return files;
  }

  /// The hash of the manifest: whoever has it can tell whether anything in the pack was altered.
  public String seal() {
    return Sha256.of(files.getOrDefault(MANIFEST, new byte[0]));
  }

  public void zip(OutputStream out) throws IOException {
    SteadyZip.write(files, asOf, out);
  }
}
