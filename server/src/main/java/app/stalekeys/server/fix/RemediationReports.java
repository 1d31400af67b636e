package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.source.Place;
import app.stalekeys.reports.RemediationReport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// What the remediation report tells.
@Component
public class RemediationReports {

  private final FixBook book;
  private final FixViews views;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  RemediationReports(FixBook book, FixViews views, Snapshots snapshots, CitedPlaces places) {
    this.book = book;
    this.views = views;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// Of every fix of the audit.
  public RemediationReport of(OpenSnapshot open) {
    return of(open, "all fixes", row -> true);
  }

  RemediationReport of(OpenSnapshot open, String filter, Predicate<FixRow> wanted) {
    return new RemediationReport(
        open.file().title(),
        open.file().asOf(),
        filter,
        book.ofAudit(open).stream().filter(wanted).map(this::reported).toList());
  }

  String why(FixRow row) {
    List<Clear> clears = views.clears(row);
    return clears.isEmpty()
        ? row.source()
        : clears.stream().map(Clear::sentence).distinct().collect(Collectors.joining(" "));
  }

  String cite(@Nullable Place place, long snapshot) {
    if (place == null || snapshot == 0) {
      return "";
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    CitedPlaces.CitedPlace found = cited.apply(place);
    return "%s row %d".formatted(found.file(), found.row());
  }

  private RemediationReport.Line reported(FixRow row) {
    List<FixDeedRow> history = book.history(row);
    FixDeedRow last = history.isEmpty() ? null : history.getLast();
    return new RemediationReport.Line(
        row.application(),
        row.step().words(),
        row.who(),
        FixViews.severity(row),
        row.actor(),
        row.due(),
        views.isOverdue(row),
        row.state(),
        why(row),
        last == null ? "" : last.words(),
        row.state() == FixState.CONFIRMED || row.state() == FixState.CAME_BACK
            ? cite(row.seenPlace(), Objects.requireNonNullElse(row.seenSnapshot(), 0L))
            : cite(row.place(), row.snapshotId()));
  }
}
