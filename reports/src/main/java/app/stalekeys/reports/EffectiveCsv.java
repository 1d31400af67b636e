package app.stalekeys.reports;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Issue;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// `effective.csv`: what every account can do, one row an application, account, resource and action,
/// sorted by these in code-point order. Written as it is computed; nothing of it is held.
public final class EffectiveCsv {

  private EffectiveCsv() {}

  /// @return grants that point at nothing
  public static List<Issue> write(AuditRun.Outcome outcome, OutputStream out) throws IOException {
    List<Issue> problems = new ArrayList<>();
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(text);
    csv.writeRecord("application", "account", "resource", "action", "scope", "except", "state");
    List<ApplicationAccess> applications =
        outcome.snapshot().applications().stream()
            .sorted(Comparator.comparing(access -> access.application().id(), CodePoints.ORDER))
            .toList();
    for (ApplicationAccess access : applications) {
      write(outcome, access, csv, problems);
    }
    csv.flush();
    return problems;
  }

  private static void write(
      AuditRun.Outcome outcome, ApplicationAccess access, CsvWriter csv, List<Issue> problems) {
    LocalDate asOf = outcome.snapshot().asOf();
    String application = access.application().id();
    EffectiveAccess effective =
        EffectiveAccess.of(
            access,
            outcome.facts().stream()
                .filter(facts -> application.equals(facts.application()))
                .toList(),
            asOf,
            problems);
    access.accounts().stream()
        .sorted(Comparator.comparing(Account::key, CodePoints.ORDER))
        .forEach(account ->
            effective.forEach(
                account,
                line ->
                    csv.writeRecord(
                        Cells.safe(application),
                        Cells.safe(account.key()),
                        Cells.safe(line.permission().resource()),
                        Cells.safe(line.permission().action()),
                        Cells.safe(String.join("|", line.scopes())),
                        Cells.safe(String.join("|", line.except())),
                        account.isEnabled(asOf) ? "usable" : "held")));
  }
}
