package app.stalekeys.reports;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.TieOut;
import java.io.IOException;
import java.io.OutputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// `tie-out.json`: for each file, that nothing was lost, and each rejected row with its reason.
public final class TieOutJson {

  private TieOutJson() {}

  public static void write(AuditRun.Outcome outcome, OutputStream out) throws IOException {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("audit", outcome.audit().title());
    document.put("asOf", outcome.audit().asOf().toString());
    document.put("files", outcome.files().stream().map(TieOutJson::file).toList());
    Json.write(document, out);
  }

  private static Map<String, Object> file(AuditRun.ReadFile file) {
    TieOut tieOut = file.read().tieOut();
    List<String> kinds = file.read().fields().keySet().stream().map(Kind::id).toList();
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", file.spec().file());
    json.put("sha256", file.sha256());
    json.put("kind", kinds.size() == 1 ? kinds.getFirst() : kinds);
    json.put("rows", tieOut.rows());
    json.put("read", tieOut.read());
    json.put("rejected", tieOut.rejected());
    json.put("skipped", tieOut.skipped());
    json.put("expected", tieOut.expected());
    json.put("difference", tieOut.difference());
    json.put("rejects", file.rejects().stream().map(TieOutJson::reject).toList());
    return json;
  }

  private static Map<String, Object> reject(Reject reject) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("row", reject.place().row());
    json.put("column", reject.place().column());
    json.put("value", reject.value());
    json.put("reason", reject.reason());
    return json;
  }
}
