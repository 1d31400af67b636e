package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import app.stalekeys.server.audits.Snapshots;
import java.security.Principal;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// The fixes that somebody has to carry out. Whoever does sees the own applications' and nothing else.
@RestController
@RequestMapping("/api/fixes")
class OwnFixesController {

  /// @param canReport whether something is to be said about it
  record OwnFix(
      long id,
      int version,
      String audit,
      String application,
      String applicationName,
      String words,
      String who,
      List<String> reasons,
      String note,
      String severity,
      String due,
      boolean overdue,
      String state,
      String stateWords,
      boolean canReport,
      String lastWords) {}

  record FixReport(FixBook.FixSeen fix, boolean done, String words) {}

  private final FixBook book;
  private final FixViews views;
  private final Snapshots snapshots;

  OwnFixesController(FixBook book, FixViews views, Snapshots snapshots) {
    this.book = book;
    this.views = views;
    this.snapshots = snapshots;
  }

  @GetMapping
  List<OwnFix> mine(Principal who) {
    return book.mine(who.getName()).stream().map(this::view).toList();
  }

  private OwnFix view(FixRow row) {
    var file = snapshots.get(row.snapshotId()).file();
    String name =
        file.applications().stream()
            .filter(one -> one.id().equals(row.application()))
            .map(one -> one.name())
            .findFirst()
            .orElse(row.application());
    List<FixDeedRow> history = book.history(row);
    return new OwnFix(
        row.id(),
        row.version(),
        file.title(),
        row.application(),
        name,
        row.step().words(),
        row.who(),
        views.clears(row).stream().map(Clear::sentence).distinct().toList(),
        row.note(),
        FixViews.severity(row).word(),
        row.due().toString(),
        views.isOverdue(row),
        row.state().word(),
        row.state().words(),
        row.state().mayBecome(FixState.REPORTED_DONE),
        history.isEmpty() ? "" : history.getLast().words());
  }

  @PostMapping("/reports")
  void report(@RequestBody FixReport report, Principal who) {
    book.report(report.fix, report.done, report.words, who.getName());
  }
}
