package app.stalekeys.server.findings;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.source.Place;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/// The part of a finding that is kept as JSON, and the way back to the core's finding.
@Component
class FindingBody {

  /// @param evidence files and rows; row 0 cites a file as a whole
  record Body(Map<String, Object> facts, List<Cited> evidence) {}

  record Cited(String file, long row) {}

  private final JsonMapper json;

  FindingBody(JsonMapper json) {
    this.json = json;
  }

  String write(Finding finding) {
    return json.writeValueAsString(
        new Body(
            finding.facts(),
            finding.evidence().stream()
                .map(place -> new Cited(place.file(), place.row()))
                .toList()));
  }

  Body read(FindingRow row) {
    return json.readValue(row.body(), Body.class);
  }

  Finding finding(FindingRow row) {
    Body body = read(row);
    return new Finding(
        row.findingKey(),
        row.checkId(),
        Severity.of(row.severity()).orElseThrow(),
        row.application(),
        new Subject(row.subjectType(), row.subjectKey()),
        "",
        row.sentence(),
        body.facts(),
        body.evidence().stream().map(cited -> Place.ofRow(cited.file(), cited.row())).toList());
  }
}
