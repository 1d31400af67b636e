package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import app.stalekeys.reports.RemediationReport;
import app.stalekeys.server.audits.OpenSnapshot;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// What the remediation report tells.
@Component
public class RemediationReports {

  private final FixBook book;
  private final FixViews views;

  RemediationReports(FixBook book, FixViews views) {
    this.book = book;
    this.views = views;
  }

  /// Of every fix of the audit.
  public RemediationReport of(OpenSnapshot open) {
    return of(open, "all fixes", row -> true);
  }

  RemediationReport of(OpenSnapshot open, String filter, Predicate<FixRow> wanted) {
    List<FixRow> rows = book.ofAudit(open).stream().filter(wanted).toList();
    Map<Long, FixDeedRow> last = book.latest(rows);
    FixSnapshots known = views.snapshots();
    return new RemediationReport(
        open.file().title(),
        open.file().asOf(),
        filter,
        rows.stream().map(row -> reported(row, last.get(row.id()), known)).toList());
  }

  private RemediationReport.Line reported(
      FixRow row, @Nullable FixDeedRow last, FixSnapshots known) {
    return new RemediationReport.Line(
        row.application(),
        row.step().words(),
        row.who(),
        FixViews.severity(row),
        row.actor(),
        row.due(),
        known.isOverdue(row),
        row.state(),
        views.why(row),
        last == null ? "" : last.words(),
        FixSnapshots.words(
            row.state() == FixState.CONFIRMED || row.state() == FixState.CAME_BACK
                ? known.seen(row)
                : known.planned(row)));
  }
}
