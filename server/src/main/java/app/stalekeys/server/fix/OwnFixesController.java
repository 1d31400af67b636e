package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// The fixes that somebody has to carry out. Whoever does sees the own applications' and nothing else.
@RestController
@RequestMapping("/api/fixes")
class OwnFixesController {

  /// @param through what gives the access that is to go, where the words do not say it
  /// @param canReport whether something is to be said about it
  record OwnFix(
      long id,
      int version,
      String audit,
      String application,
      String applicationName,
      String words,
      String who,
      List<String> through,
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

  OwnFixesController(FixBook book, FixViews views) {
    this.book = book;
    this.views = views;
  }

  @GetMapping
  List<OwnFix> mine(Principal who) {
    List<FixRow> rows = book.mine(who.getName());
    Map<Long, FixDeedRow> last = book.latest(rows);
    FixSnapshots known = views.snapshots();
    return rows.stream().map(row -> view(row, last.get(row.id()), known)).toList();
  }

  private OwnFix view(FixRow row, @Nullable FixDeedRow last, FixSnapshots known) {
    var file = known.get(row.snapshotId()).file();
    String name =
        file.applications().stream()
            .filter(one -> one.id().equals(row.application()))
            .map(one -> one.name())
            .findFirst()
            .orElse(row.application());
    return new OwnFix(
        row.id(),
        row.version(),
        file.title(),
        row.application(),
        name,
        row.step().words(),
        row.who(),
        views.takes(row).through(),
        views.clears(row).stream().map(Clear::sentence).distinct().toList(),
        row.note(),
        FixViews.severity(row).word(),
        row.due().toString(),
        known.isOverdue(row),
        row.state().word(),
        row.state().words(),
        row.state().mayBecome(FixState.REPORTED_DONE),
        last == null ? "" : last.words());
  }

  @PostMapping("/reports")
  void report(@RequestBody FixReport report, Principal who) {
    book.report(report.fix, report.done, report.words, who.getName());
  }
}
