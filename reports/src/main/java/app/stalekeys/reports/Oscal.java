package app.stalekeys.reports;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.fix.FixState;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/// A pack in the open format for assessments, OSCAL 1.1.3: results with an observation and a finding for each of
/// ours, and a plan of action with an item for each fix. Ids are made from what they name, and times are the as-of
/// date, so that the same inputs give the same bytes.
final class Oscal {

  private static final String VERSION = "1.1.3";

  /// Of names that are ours, for ids by name (RFC 9562, version 5).
  private static final UUID NAMES = UUID.fromString("6f7a3a52-3b0e-4f6e-9a0c-2f6a2b1c7d10");

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final PackInput input;
  private final PackTemplate template;
  private final LocalDate asOf;
  private final String at;

  Oscal(PackInput input, PackTemplate template) {
    this.input = input;
    this.template = template;
    this.asOf = input.findings().audit().asOf();
    this.at = asOf + "T00:00:00Z";
  }

  private static byte[] bytes(Object value) {
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(value);
  }

  /// An id of version 5: SHA-1 over the namespace and the name.
  static String id(String... name) {
    try {
      MessageDigest sha1 = MessageDigest.getInstance("SHA-1");
      for (long half :
          new long[] {NAMES.getMostSignificantBits(), NAMES.getLeastSignificantBits()}) {
        for (int shift = Long.SIZE - Byte.SIZE; shift >= 0; shift -= Byte.SIZE) {
          sha1.update((byte) (half >>> shift));
        }
      }
      byte[] hash = sha1.digest(String.join("\n", name).getBytes(StandardCharsets.UTF_8));
      long most = 0;
      long least = 0;
      for (int i = 0; i < 8; i++) {
        most = most << 8 | (hash[i] & 0xff);
        least = least << 8 | (hash[i + 8] & 0xff);
      }
      most = most & ~0xf000L | 0x5000L;
      least = least & ~(0xc0L << 56) | 0x80L << 56;
      return new UUID(most, least).toString();
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private Map<String, Object> metadata(String what) {
    Map<String, Object> metadata = new LinkedHashMap<>();
    String title = input.findings().audit().title();
    metadata.put("title", (template.title().isBlank() ? title : template.title()) + ", " + what);
    metadata.put("last-modified", at);
    metadata.put("version", asOf.toString());
    metadata.put("oscal-version", VERSION);
    return metadata;
  }

  byte[] results() {
    List<Map<String, Object>> observations = new ArrayList<>();
    List<Map<String, Object>> findings = new ArrayList<>();
    Set<String> controls = new LinkedHashSet<>();
    for (FindingsReport.FindingLine line : input.findings().findings()) {
      Finding finding = line.finding();
      observations.add(observation(finding));
      findings.add(finding(line, controls));
    }
    Map<String, Object> result = new LinkedHashMap<>();
    result.put("uuid", id("result", input.findings().audit().title(), asOf.toString()));
    result.put("title", "Access as of " + asOf);
    result.put(
        "description",
        "Findings of %,d checks; %,d of these could not be tested and say nothing."
            .formatted(
                input.findings().checks().size(),
                input.findings().checks().stream()
                    .filter(one -> one.missing().size() > 0)
                    .count()));
    result.put("start", input.findings().audit().periodFrom() + "T00:00:00Z");
    result.put("end", at);
    result.put("reviewed-controls", reviewed(controls));
    if (!observations.isEmpty()) {
      result.put("observations", observations);
      result.put("findings", findings);
    }
    Map<String, Object> root = new LinkedHashMap<>();
    root.put("uuid", id("assessment-results", input.findings().audit().title(), asOf.toString()));
    root.put("metadata", metadata("assessment results"));
    root.put("import-ap", Map.of("href", "#" + id("plan", input.findings().audit().title())));
    root.put("results", List.of(result));
    return bytes(Map.of("assessment-results", root));
  }

  private static Map<String, Object> reviewed(Set<String> controls) {
    Map<String, Object> selection = new LinkedHashMap<>();
    if (controls.isEmpty()) {
      selection.put("include-all", Map.of());
    } else {
      selection.put(
          "include-controls",
          controls.stream().sorted().map(one -> Map.of("control-id", one)).toList());
    }
    return Map.of("control-selections", List.of(selection));
  }

  private Map<String, Object> observation(Finding finding) {
    Map<String, Object> observation = new LinkedHashMap<>();
    observation.put("uuid", id("observation", finding.id()));
    observation.put("title", input.findings().audit().checkTitle(finding.check()));
    observation.put("description", finding.sentence());
    observation.put("methods", List.of("TEST"));
    if (!finding.evidence().isEmpty()) {
      observation.put(
          "relevant-evidence",
          finding.evidence().stream()
              .limit(50)
              .map(place ->
                  Map.of(
                      "description",
                      input.findings().citations().cite(place) + ", " + place.file()))
              .toList());
    }
    observation.put("collected", at);
    return observation;
  }

  private Map<String, Object> finding(FindingsReport.FindingLine line, Set<String> controls) {
    Finding finding = line.finding();
    Map<String, Object> written = new LinkedHashMap<>();
    written.put("uuid", id("finding", finding.id()));
    written.put("title", input.findings().audit().checkTitle(finding.check()));
    written.put("description", finding.sentence());
    List<Map<String, Object>> props = new ArrayList<>();
    props.add(prop("severity", finding.severity().word()));
    props.add(prop("finding-id", finding.id()));
    FindingsReport.DecisionLine decision = line.decision();
    props.add(prop("decision", decision == null ? "not-decided" : token(decision.word())));
    written.put("props", props);
    List<String> own = controls(finding);
    controls.addAll(own);
    Map<String, Object> target = new LinkedHashMap<>();
    target.put("type", "objective-id");
    target.put("target-id", (own.isEmpty() ? finding.check() : own.getFirst()) + "_obj");
    target.put("status", Map.of("state", "not-satisfied"));
    written.put("target", target);
    written.put(
        "related-observations",
        List.of(Map.of("observation-uuid", id("observation", finding.id()))));
    return written;
  }

  private static Map<String, Object> prop(String name, String value) {
    Map<String, Object> prop = new LinkedHashMap<>();
    prop.put("name", name);
    prop.put("ns", "https://stale-keys.example/ns/oscal");
    prop.put("value", value);
    return prop;
  }

  private static String token(String words) {
    return words.replace(' ', '-');
  }

  /// The controls of the first catalogue that the check refers to, as `ac-2` and `ac-2.3`.
  private List<String> controls(Finding finding) {
    return input
        .findings()
        .audit()
        .check(finding.check())
        .map(Check::card)
        .map(card ->
            card.references().stream()
                .filter(reference -> reference.matches("[A-Z]{2}-\\d+(\\(\\d+\\))*"))
                .map(reference ->
                    reference.toLowerCase(Locale.ROOT).replaceAll("\\((\\d+)\\).*", ".$1"))
                .toList())
        .orElse(List.of());
  }

  /// Null when no fix is planned: a plan of action without an item is none.
  byte @Nullable [] plan() {
    RemediationReport remediation = input.remediation();
    List<Map<String, Object>> items = new ArrayList<>();
    if (remediation != null) {
      for (RemediationReport.Line line : remediation.lines()) {
        Map<String, Object> item = new LinkedHashMap<>();
        item.put("uuid", id("fix", line.application(), line.what()));
        item.put("title", "%s: %s".formatted(line.application(), line.what()));
        item.put("description", line.why().isBlank() ? line.what() : line.why());
        List<Map<String, Object>> props = new ArrayList<>();
        props.add(prop("state", line.state().word()));
        props.add(prop("due", line.due().toString()));
        props.add(prop("severity", line.severity().word()));
        if (line.state() == FixState.CONFIRMED && !line.evidence().isBlank()) {
          props.add(prop("confirmed-by", line.evidence()));
        }
        item.put("props", props);
        if (!line.last().isBlank()) {
          item.put("remarks", line.last());
        }
        items.add(item);
      }
    }
    if (items.isEmpty()) {
      return null;
    }
    Map<String, Object> root = new LinkedHashMap<>();
    root.put("uuid", id("plan-of-action", input.findings().audit().title(), asOf.toString()));
    root.put("metadata", metadata("plan of action and milestones"));
    root.put("import-ssp", Map.of("href", "#" + id("system", input.findings().audit().title())));
    root.put("poam-items", items);
    return bytes(Map.of("plan-of-action-and-milestones", root));
  }
}
