package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.fix.Confirmation;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.Examined;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import app.stalekeys.server.users.Users;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/// Fixes and what becomes of them. A change of state is one more line in the fix's history; only a later snapshot
/// confirms.
@Service
class FixBook {

  private static final int LONGEST = 2000;
  private static final int MOST = 5000;

  /// A fix as somebody saw it.
  record FixSeen(long id, int version) {}

  private final FixRows rows;
  private final FixDeedRows deeds;
  private final FixPlanner planner;
  private final FixViews views;
  private final DueDays dueDays;
  private final Snapshots snapshots;
  private final Examinations examinations;
  private final FindingList findings;
  private final Users users;
  private final Journal journal;
  private final JsonMapper json;
  private final Clock clock;

  FixBook(
      FixRows rows,
      FixDeedRows deeds,
      FixPlanner planner,
      FixViews views,
      DueDays dueDays,
      Snapshots snapshots,
      Examinations examinations,
      FindingList findings,
      Users users,
      Journal journal,
      JsonMapper json,
      Clock clock) {
    this.rows = rows;
    this.deeds = deeds;
    this.planner = planner;
    this.views = views;
    this.dueDays = dueDays;
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.findings = findings;
    this.users = users;
    this.journal = journal;
    this.json = json;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<FixRow> ofAudit(OpenSnapshot open) {
    return rows.findByAuditIdOrderBySeverityRankDescDueAscId(open.auditId());
  }

  @Transactional(readOnly = true)
  public List<FixDeedRow> history(FixRow row) {
    return deeds.findByFixIdOrderById(row.id());
  }

  /// What was last said of each fix, by its number.
  @Transactional(readOnly = true)
  public Map<Long, FixDeedRow> latest(Collection<FixRow> fixes) {
    Map<Long, FixDeedRow> last = new HashMap<>();
    deeds
        .findByFixIdInOrderById(fixes.stream().map(FixRow::id).toList())
        .forEach(deed -> last.put(deed.fixId(), deed));
    return last;
  }

  /// @throws Refusal when the audit has no such fix
  @Transactional(readOnly = true)
  public FixRow get(OpenSnapshot open, long id) {
    return rows.findById(id)
        .filter(row -> row.auditId() == open.auditId())
        .orElseThrow(() -> Refusal.missing("There is no such fix in this audit."));
  }

  private Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }

  private LocalDate today(OpenSnapshot open) {
    return LocalDate.ofInstant(clock.instant(), open.file().zone());
  }

  /// By when something that is planned today has to be done.
  LocalDate due(OpenSnapshot open, Severity severity) {
    return dueDays.of(open.auditId()).due(today(open), severity);
  }

  /// Plans the chosen steps of the draft.
  ///
  /// @param keys of the steps
  /// @return how many were planned
  @Transactional
  public int plan(OpenSnapshot open, int days, List<String> keys, String who) {
    Set<String> chosen = new HashSet<>(keys);
    int planned = 0;
    for (FixPlanner.Proposed one : planner.draft(open, days).steps()) {
      if (chosen.contains(one.step().key())) {
        add(open, one, who, null);
        planned++;
      }
    }
    if (planned < chosen.size()) {
      throw Refusal.conflict(
          "The plan changed meanwhile: %d of the chosen steps are not in it any more. Look at it again."
              .formatted(chosen.size() - planned));
    }
    journal.write(who, "fix", "planned %,d fixes in %s".formatted(planned, open.file().title()));
    return planned;
  }

  /// Plans a step of the auditor's own.
  ///
  /// @param due null for the days that its severity has
  @Transactional
  public void planByHand(
      OpenSnapshot open,
      Step step,
      Severity severity,
      String note,
      @Nullable LocalDate due,
      String who) {
    if (step.subject().key().isBlank()) {
      throw Refusal.unusable("Say what it is to be done with: an account, a role, a credential.");
    }
    if (rows.findByAuditIdAndFixKey(open.auditId(), step.key()).isPresent()) {
      throw Refusal.conflict("The same is planned already: " + step.words() + ".");
    }
    add(open, planner.byHand(examinations.loaded(open.id()), step, severity, text(note)), who, due);
    journal.write(
        who, "fix", "planned by hand: %s, %s".formatted(step.application(), step.words()));
  }

  private void add(
      OpenSnapshot open, FixPlanner.Proposed one, String who, @Nullable LocalDate due) {
    FixRow row = new FixRow(open.auditId(), open.id(), one.step(), who, now());
    row.isFor(one.who(), one.severity().ordinal(), one.source(), one.place());
    row.clears(json.writeValueAsString(one.clears()), json.writeValueAsString(one.takes()));
    row.note(one.reason());
    row.give(one.actor(), due == null ? due(open, one.severity()) : due);
    rows.save(row);
    deeds.save(new FixDeedRow(row.id(), now(), who, FixState.PLANNED, ""));
  }

  private static String text(@Nullable String given) {
    String text = given == null ? "" : given.strip();
    if (text.length() > LONGEST) {
      throw Refusal.unusable(
          "The words have %,d letters, expected at most %,d.".formatted(text.length(), LONGEST));
    }
    return text;
  }

  /// Moves fixes on, all of them or none.
  ///
  /// @param actor who must act from now on; null to leave it
  /// @param due null to leave it
  @Transactional
  public void move(
      OpenSnapshot open,
      List<FixSeen> seen,
      @Nullable FixState to,
      String words,
      @Nullable String actor,
      @Nullable LocalDate due,
      String who) {
    if (seen.isEmpty() || seen.size() > MOST) {
      throw Refusal.unusable("%,d fixes at once, expected 1 to %,d.".formatted(seen.size(), MOST));
    }
    for (FixSeen one : seen) {
      FixRow row = get(open, one.id);
      unchanged(row, one);
      if (actor != null || due != null) {
        row.give(actor == null ? row.actor() : text(actor), due == null ? row.due() : due);
      }
      if (to != null) {
        become(row, to, words, who);
      }
    }
    journal.write(
        who,
        "fix",
        "%,d fixes%s%s%s%s"
            .formatted(
                seen.size(),
                to == null ? "" : ": " + to.words(),
                actor == null ? "" : ", to be done by " + actor,
                due == null ? "" : ", due " + due,
                words.isBlank() ? "" : ", " + words.strip()));
  }

  private static void unchanged(FixRow row, FixSeen seen) {
    if (row.version() != seen.version) {
      throw Refusal.conflict(
          "\"%s\" was changed while this page was open: it is %s now. Nothing was overwritten; look at it again."
              .formatted(row.step().words(), row.state().words()));
    }
  }

  private void become(FixRow row, FixState to, String words, String who) {
    if (to == FixState.CONFIRMED || to == FixState.CAME_BACK) {
      throw Refusal.unusable("Only a later snapshot can say that; bring its evidence.");
    }
    if (!row.state().mayBecome(to)) {
      throw Refusal.unusable(
          "\"%s\" is %s and cannot become %s."
              .formatted(row.step().words(), row.state().words(), to.words()));
    }
    boolean wantsReason = to == FixState.REFUSED || to == FixState.DROPPED;
    if (wantsReason && text(words).isEmpty()) {
      throw Refusal.unusable("Say why.");
    }
    row.become(to);
    deeds.save(new FixDeedRow(row.id(), now(), who, to, text(words)));
  }

  /// The fixes that somebody has to carry out: those of the own applications that were handed over or came back,
  /// and those reported on.
  @Transactional(readOnly = true)
  public List<FixRow> mine(String user) {
    List<String> applications = users.byName(user).map(Users.Known::applications).orElse(List.of());
    return applications.isEmpty()
        ? List.of()
        : rows.findByApplicationInAndStateNotInOrderByDueAscSeverityRankDescId(
            applications, List.of(FixState.PLANNED.word(), FixState.DROPPED.word()));
  }

  /// Whoever carries it out says so, or refuses.
  @Transactional
  public void report(FixSeen seen, boolean done, String words, String user) {
    FixRow row =
        mine(user).stream()
            .filter(one -> one.id() == seen.id)
            .findFirst()
            .orElseThrow(() -> Refusal.missing("There is no such fix for you."));
    unchanged(row, seen);
    become(row, done ? FixState.REPORTED_DONE : FixState.REFUSED, words, user);
    journal.write(
        user,
        "fix",
        "%s, %s: %s%s"
            .formatted(
                row.application(),
                row.step().words(),
                row.state().words(),
                words.isBlank() ? "" : ", " + words.strip()));
  }

  /// A snapshot was examined: it says of every fix planned in an earlier one whether it is done.
  @EventListener
  @Transactional
  public void onExamined(Examined examined) {
    OpenSnapshot open = snapshots.get(examined.snapshotId());
    LocalDate asOf = open.file().asOf();
    Map<Long, LocalDate> plannedAsOf = new HashMap<>();
    List<FixRow> earlier = new ArrayList<>();
    for (FixRow row : rows.findByAuditIdOrderBySeverityRankDescDueAscId(open.auditId())) {
      LocalDate planned =
          plannedAsOf.computeIfAbsent(row.snapshotId(), id -> snapshots.get(id).file().asOf());
      LocalDate seen = row.seenAsOf();
      if (planned.isBefore(asOf) && (seen == null || !seen.isAfter(asOf))) {
        earlier.add(row);
      }
    }
    if (earlier.isEmpty()) {
      return;
    }
    Confirmation confirmation =
        new Confirmation(
            examinations.loaded(open.id()),
            findings.all(open, FindingFilter.ALL).stream()
                .map(FindingList.Decided::finding)
                .toList(),
            findings.checks(open));
    for (FixRow row : earlier) {
      Confirmation.Seen seen =
          confirmation.of(row.step(), views.clears(row).stream().map(Clear::cleared).toList());
      row.seen(asOf, open.id(), seen);
      FixState next = row.state().after(seen.outcome());
      if (next != row.state()) {
        row.become(next);
        String words = "snapshot as of %s: %s".formatted(asOf, seen.words());
        deeds.save(new FixDeedRow(row.id(), now(), "stale-keys", next, words));
        journal.write(
            "stale-keys",
            "fix",
            "%s, %s: %s, %s".formatted(row.application(), row.step().words(), next.words(), words));
      }
    }
  }
}
