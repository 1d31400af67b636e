package app.stalekeys.reports;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.CodePoints;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Comparator;

/// `effective.csv`: what every account can do, one row an application, account, resource and action,
/// sorted by these in code-point order. Written as it is computed; nothing of it is held.
public final class EffectiveCsv {

  private EffectiveCsv() {}

  public static void write(AuditRun.Outcome outcome, OutputStream out) throws IOException {
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(text);
    csv.writeRecord("application", "account", "resource", "action", "scope", "except", "state");
    outcome.snapshot().applications().stream()
        .sorted(Comparator.comparing(access -> access.application().id(), CodePoints.ORDER))
        .forEach(access -> write(access, outcome.snapshot().asOf(), csv));
    csv.flush();
  }

  private static void write(ApplicationAccess access, LocalDate asOf, CsvWriter csv) {
    String application = access.application().id();
    access.accounts().stream()
        .sorted(Comparator.comparing(Account::key, CodePoints.ORDER))
        .forEach(account ->
            access
                .effective()
                .forEach(
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
