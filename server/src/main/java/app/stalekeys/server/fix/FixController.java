package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.security.Principal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The fixes of an audit, for the auditor.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/fixes")
class FixController {

  private static final int MOST_DAYS = 3650;

  /// A word and what the screen calls it.
  record FixWord(String id, String words) {}

  /// @param waitingFindings findings that were decided to be fixed and are not planned
  /// @param waitingItems decisions of rounds that take something away and are not planned
  record FixPage(
      List<FixViews.FixView> fixes,
      int waitingFindings,
      int waitingItems,
      List<FixWord> states,
      List<FixWord> actions,
      List<FixWord> applications) {}

  record FixDeedView(String at, String by, String state, String words) {}

  record FixDraftLine(
      String key,
      String application,
      String words,
      String action,
      String who,
      String severity,
      String source,
      List<Clear> clears,
      Takes takes,
      CitedPlaces.@Nullable CitedPlace place,
      String actor,
      String due) {}

  /// @param findings how many findings the plan is about
  /// @param isExact whether no smaller set of removals does as much
  record FixDraftView(List<FixDraftLine> steps, int findings, int items, boolean isExact) {}

  record FixesChosen(List<String> keys, int days) {}

  record FixesPlanned(int planned) {}

  record FixByHand(
      String action,
      String application,
      String subjectType,
      String subject,
      String what,
      String scope,
      String to,
      String severity,
      String note,
      @Nullable LocalDate due) {}

  /// @param state null to leave it
  record FixMove(
      List<FixBook.FixSeen> fixes,
      @Nullable String state,
      String words,
      @Nullable String actor,
      @Nullable LocalDate due) {}

  private final FixBook book;
  private final FixPlanner planner;
  private final FixViews views;
  private final DueDays dueDays;
  private final Snapshots snapshots;
  private final CitedPlaces places;
  private final Journal journal;

  FixController(
      FixBook book,
      FixPlanner planner,
      FixViews views,
      DueDays dueDays,
      Snapshots snapshots,
      CitedPlaces places,
      Journal journal) {
    this.book = book;
    this.planner = planner;
    this.views = views;
    this.dueDays = dueDays;
    this.snapshots = snapshots;
    this.places = places;
    this.journal = journal;
  }

  @GetMapping
  FixPage all(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    FixPlanner.Waiting waiting = planner.waiting(open);
    return new FixPage(
        book.ofAudit(open).stream().map(views.all()).toList(),
        waiting.findings(),
        waiting.items(),
        Arrays.stream(FixState.values()).map(one -> new FixWord(one.word(), one.words())).toList(),
        Arrays.stream(FixAction.values()).map(one -> new FixWord(one.word(), one.words())).toList(),
        open.file().applications().stream().map(one -> new FixWord(one.id(), one.name())).toList());
  }

  @GetMapping("/{id}/history")
  List<FixDeedView> history(@PathVariable long snapshot, @PathVariable long id) {
    return book.history(book.get(snapshots.get(snapshot), id)).stream()
        .map(deed ->
            new FixDeedView(
                deed.at().toString(), deed.byName(), deed.state().words(), deed.words()))
        .toList();
  }

  /// What would be planned; nothing is kept.
  ///
  /// @param days how far back a use counts as one that would be missed
  @GetMapping("/draft")
  FixDraftView draft(@PathVariable long snapshot, @RequestParam(defaultValue = "90") int days) {
    OpenSnapshot open = snapshots.get(snapshot);
    FixPlanner.Draft draft = planner.draft(open, days(days));
    var cited = places.of(open);
    return new FixDraftView(
        draft.steps().stream()
            .map(one ->
                new FixDraftLine(
                    one.step().key(),
                    one.step().application(),
                    one.step().words(),
                    one.step().action().word(),
                    one.who(),
                    one.severity().word(),
                    one.source(),
                    one.clears(),
                    one.takes(),
                    one.place() == null ? null : cited.apply(one.place()),
                    one.actor(),
                    book.due(open, one.severity()).toString()))
            .toList(),
        draft.findings(),
        draft.items(),
        draft.isExact());
  }

  private static int days(int days) {
    if (days < 1 || days > MOST_DAYS) {
      throw Refusal.unusable("%d days, expected 1 to %,d.".formatted(days, MOST_DAYS));
    }
    return days;
  }

  @PostMapping
  FixesPlanned plan(@PathVariable long snapshot, @RequestBody FixesChosen chosen, Principal who) {
    return new FixesPlanned(
        book.plan(snapshots.get(snapshot), days(chosen.days), chosen.keys, who.getName()));
  }

  @PostMapping("/by-hand")
  void byHand(@PathVariable long snapshot, @RequestBody FixByHand asked, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    FixAction action =
        FixAction.of(asked.action)
            .orElseThrow(() ->
                Refusal.unusable("\"%s\" is nothing that can be done.".formatted(asked.action)));
    if (open.file().applications().stream().noneMatch(one -> one.id().equals(asked.application))) {
      throw Refusal.unusable(
          "There is no application \"%s\" in this audit.".formatted(asked.application));
    }
    book.planByHand(
        open,
        new Step(
            action,
            asked.application,
            new Subject(asked.subjectType, asked.subject.strip()),
            asked.what.strip(),
            asked.scope.strip(),
            asked.to.strip()),
        Severity.of(asked.severity)
            .orElseThrow(
                () -> Refusal.unusable("\"%s\" is no severity.".formatted(asked.severity))),
        asked.note,
        asked.due,
        who.getName());
  }

  @PostMapping("/moves")
  void move(@PathVariable long snapshot, @RequestBody FixMove move, Principal who) {
    FixState state =
        move.state == null
            ? null
            : FixState.of(move.state)
                .orElseThrow(() -> Refusal.unusable("\"%s\" is no state.".formatted(move.state)));
    book.move(
        snapshots.get(snapshot),
        move.fixes,
        state,
        move.words,
        move.actor,
        move.due,
        who.getName());
  }

  @GetMapping("/settings")
  DueDays.FixSettings settings(@PathVariable long snapshot) {
    return dueDays.settings(snapshots.get(snapshot).auditId());
  }

  @PutMapping("/settings")
  void set(@PathVariable long snapshot, @RequestBody DueDays.FixSettings settings, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    dueDays.set(open.auditId(), settings);
    journal.write(
        who.getName(),
        "setting",
        "working days to fix: %s, %d holidays"
            .formatted(settings.days(), settings.holidays().size()));
  }
}
