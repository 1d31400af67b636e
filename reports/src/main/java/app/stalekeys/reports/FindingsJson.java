package app.stalekeys.reports;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.source.Place;
import java.io.IOException;
import java.io.OutputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// `findings.json`: what the checks flagged, and how every check fared.
public final class FindingsJson {

  private FindingsJson() {}

  public static void write(AuditRun.Outcome outcome, OutputStream out) throws IOException {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("audit", outcome.audit().title());
    document.put("asOf", outcome.audit().asOf().toString());
    document.put(
        "findings",
        outcome.result().findings().stream()
            .map(finding -> finding(finding, outcome.audit()))
            .toList());
    document.put("checks", outcome.result().checks().stream().map(FindingsJson::check).toList());
    Json.write(document, out);
  }

  private static Map<String, Object> finding(Finding finding, AuditFile audit) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("id", finding.id());
    json.put("check", finding.check());
    json.put("severity", finding.severity().word());
    json.put("application", finding.application());
    Map<String, Object> subject = new LinkedHashMap<>();
    subject.put("type", finding.subject().type());
    subject.put("key", finding.subject().key());
    json.put("subject", subject);
    json.put("scope", finding.scope());
    json.put("sentence", finding.sentence());
    json.put("facts", finding.facts());
    json.put("evidence", evidence(finding.evidence(), audit));
    return json;
  }

  private static List<Map<String, Object>> evidence(List<Place> places, AuditFile audit) {
    return places.stream().map(place -> place(place, audit)).toList();
  }

  /// A file cited as a whole has no row.
  private static Map<String, Object> place(Place place, AuditFile audit) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("file", audit.path(place.file()));
    if (place.row() > 0) {
      json.put("row", place.row());
    }
    return json;
  }

  private static Map<String, Object> check(CheckResult result) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("check", result.check());
    json.put("application", result.application());
    json.put("state", result.state().word());
    json.put("tested", result.tested());
    json.put("flagged", result.flagged());
    json.put("missing", result.missing());
    return json;
  }
}
