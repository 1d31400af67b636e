package app.stalekeys.server.command;

import app.stalekeys.reports.FindingsReport;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Decisions on findings that the web application saved with an audit folder: the latest on each holds.
final class SavedDecisions {

  private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  private static final Map<String, String> WORDS =
      Map.of("FIX", "fix", "ACCEPT", "accepted", "DISMISS", "not a finding", "ASK", "asked");

  /// Those that end by themselves.
  private static final Set<String> ENDING = Set.of("ACCEPT");

  private SavedDecisions() {}

  /// The same report with what was decided; itself when the folder holds no decisions.
  static FindingsReport in(Path folder, FindingsReport report) throws IOException {
    Path file = folder.resolve("decisions.json");
    if (!Files.isRegularFile(file)) {
      return report;
    }
    Map<String, JsonNode> latest = new HashMap<>();
    JsonMapper.shared()
        .readTree(Files.readAllBytes(file))
        .path("decisions")
        .forEach(one -> latest.put(one.path("finding").asString(), one));
    return new FindingsReport(
        report.audit(),
        report.filter(),
        report.evidence(),
        report.checks(),
        report.findings().stream()
            .map(line ->
                new FindingsReport.FindingLine(
                    line.finding(), decision(latest.get(line.finding().id()), report)))
            .toList(),
        report.citations());
  }

  private static FindingsReport.@Nullable DecisionLine decision(
      @Nullable JsonNode saved, FindingsReport report) {
    String word = saved == null ? null : WORDS.get(saved.path("verdict").asString());
    if (saved == null || word == null) {
      return null;
    }
    String until = saved.path("until").asString("");
    boolean over =
        ENDING.contains(saved.path("verdict").asString())
            && !until.isEmpty()
            && until.compareTo(report.audit().asOf().toString()) < 0;
    return over
        ? null
        : new FindingsReport.DecisionLine(
            word,
            saved.path("reason").asString(""),
            saved.path("approver").asString(""),
            until,
            saved.path("by").asString(""),
            MINUTE.format(
                Instant.parse(saved.path("at").asString()).atZone(report.audit().zone())));
  }
}
