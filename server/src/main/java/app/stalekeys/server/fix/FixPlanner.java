package app.stalekeys.server.fix;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.certify.Item;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.RemovalPlan;
import app.stalekeys.core.fix.Step;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.certify.Withdrawals;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingList;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What would have to be done about everything that was decided to be fixed and is not planned yet.
@Service
class FixPlanner {

  /// How many days back a use counts as one that would be missed, as long as nobody says otherwise.
  static final int USUAL_DAYS = 90;

  /// One step of the plan.
  ///
  /// @param source where it comes from, in words
  record Proposed(
      Step step,
      String who,
      Severity severity,
      String source,
      List<Clear> clears,
      Takes takes,
      @Nullable Place place,
      String actor,
      String reason) {}

  /// @param findings how many findings it is about
  /// @param items how many decisions of rounds
  /// @param isExact whether no smaller set of removals does as much
  record Draft(List<Proposed> steps, int findings, int items, boolean isExact) {}

  private final Examinations examinations;
  private final FindingList findings;
  private final Withdrawals withdrawals;
  private final FixRows rows;
  private final FixViews views;

  FixPlanner(
      Examinations examinations,
      FindingList findings,
      Withdrawals withdrawals,
      FixRows rows,
      FixViews views) {
    this.examinations = examinations;
    this.findings = findings;
    this.withdrawals = withdrawals;
    this.rows = rows;
    this.views = views;
  }

  /// How many findings were decided to be fixed, and how many decisions of rounds take something away, without a
  /// fix so far.
  record Waiting(int findings, int items) {}

  @Transactional(readOnly = true)
  public Waiting waiting(OpenSnapshot open) {
    Known known = known(open);
    return new Waiting(
        unplanned(open, known).size(),
        (int)
            withdrawals.of(open.id()).stream()
                .filter(one -> steps(one).stream().anyMatch(known::lacks))
                .count());
  }

  /// What is planned already.
  private record Known(Set<String> findings, Set<String> keys) {
    boolean lacks(Step step) {
      return !keys.contains(step.key());
    }
  }

  private Known known(OpenSnapshot open) {
    Known known = new Known(new HashSet<>(), new HashSet<>());
    for (FixRow row : rows.findByAuditIdOrderBySeverityRankDescDueAscId(open.auditId())) {
      known.keys.add(row.fixKey());
      if (row.state() != FixState.DROPPED) {
        views.clears(row).forEach(clear -> known.findings.add(clear.finding()));
      }
    }
    return known;
  }

  private List<Finding> unplanned(OpenSnapshot open, Known known) {
    return findings.toFix(open).stream()
        .filter(finding -> !known.findings.contains(finding.id()))
        .toList();
  }

  /// @param days how far back a use counts as one that would be missed
  @Transactional(readOnly = true)
  public Draft draft(OpenSnapshot open, int days) {
    Snapshot snapshot = examinations.loaded(open.id());
    Known known = known(open);
    List<Finding> decided = unplanned(open, known);
    Map<Step, Withdrawals.Withdrawn> withdrawn = new LinkedHashMap<>();
    int items = 0;
    for (Withdrawals.Withdrawn one : withdrawals.of(open.id())) {
      List<Step> own = steps(one).stream().filter(known::lacks).toList();
      own.forEach(step -> withdrawn.putIfAbsent(step, one));
      items += own.isEmpty() ? 0 : 1;
    }
    RemovalPlan.Plan plan = RemovalPlan.of(snapshot, decided, withdrawn.keySet(), days);
    List<Proposed> steps =
        plan.planned().stream()
            .filter(one -> known.lacks(one.step()))
            .map(one -> proposed(snapshot, one, withdrawn.get(one.step())))
            .toList();
    return new Draft(steps, decided.size(), items, plan.isExact());
  }

  /// @param withdrawn the decision of a round that asks for it; null when only findings do
  private Proposed proposed(
      Snapshot snapshot, RemovalPlan.Planned one, Withdrawals.@Nullable Withdrawn withdrawn) {
    Severity worst =
        one.clears().stream()
            .map(Finding::severity)
            .max(Comparator.naturalOrder())
            .orElse(Severity.MEDIUM);
    List<String> sources = new ArrayList<>();
    if (!one.clears().isEmpty()) {
      sources.add(one.clears().size() == 1 ? "a finding" : one.clears().size() + " findings");
    }
    if (withdrawn != null) {
      sources.add(
          "round \"%s\"%s"
              .formatted(withdrawn.round(), withdrawn.isSealed() ? "" : ", which still runs"));
      worst =
          withdrawn.item().isRisky() && worst.compareTo(Severity.HIGH) < 0 ? Severity.HIGH : worst;
    }
    return new Proposed(
        one.step(),
        who(snapshot, one.step()),
        worst,
        String.join("; ", sources),
        one.clears().stream()
            .map(finding ->
                new Clear(finding.id(), finding.check(), finding.application(), finding.sentence()))
            .toList(),
        Takes.of(one),
        one.place() == null && withdrawn != null ? withdrawn.item().place() : one.place(),
        actor(snapshot, one.step().application()),
        withdrawn == null ? "" : withdrawn.reason());
  }

  /// A step of the auditor's own, with what it would take away.
  Proposed byHand(Snapshot snapshot, Step step, Severity severity, String note) {
    RemovalPlan.Planned one =
        RemovalPlan.of(snapshot, List.of(), List.of(step), USUAL_DAYS).planned().getFirst();
    return new Proposed(
        step,
        who(snapshot, step),
        severity,
        "by hand",
        List.of(),
        Takes.of(one),
        one.place(),
        actor(snapshot, step.application()),
        note);
  }

  /// For a role a step a scope: each is a row of its own in the application.
  private static List<Step> steps(Withdrawals.Withdrawn one) {
    Item item = one.item();
    Subject account = Subject.account(item.account());
    return switch (item.kind()) {
      case "role" -> {
        List<Step> steps = new ArrayList<>();
        FixAction action = one.isReduced() ? FixAction.REDUCE_SCOPE : FixAction.REMOVE_ASSIGNMENT;
        for (String scope : item.scopes().isEmpty() ? List.of("") : item.scopes()) {
          steps.add(new Step(action, item.application(), account, item.what(), scope, one.to()));
        }
        yield steps;
      }
      case "grants" ->
          List.of(
              one.isReduced()
                  ? new Step(
                      FixAction.REPLACE_GRANTS, item.application(), account, "", "", one.to())
                  : new Step(FixAction.REMOVE_GRANT, item.application(), account, "", "", ""));
      default ->
          List.of(
              new Step(
                  FixAction.WITHDRAW_PERMISSION,
                  item.application(),
                  account,
                  item.what(),
                  "",
                  one.to()));
    };
  }

  /// The person behind the account, else nothing.
  String who(Snapshot snapshot, Step step) {
    if (step.subject().type().equals("person")) {
      Person person = snapshot.roster().byId(step.subject().key());
      return person == null ? "" : person.name();
    }
    ApplicationAccess access = snapshot.application(step.application());
    if (access == null || !step.subject().type().equals("account")) {
      return "";
    }
    Account account = access.book().find("", step.subject().key());
    Match match = account == null ? null : access.match(account);
    return match == null ? account == null ? "" : account.name() : match.person().name();
  }

  /// Who must act, as long as nobody says otherwise: the application's owner.
  String actor(Snapshot snapshot, String application) {
    ApplicationAccess access = snapshot.application(application);
    String owner = access == null ? "" : access.application().owner();
    Person person = owner.isEmpty() ? null : snapshot.roster().byId(owner);
    return person == null ? Objects.requireNonNullElse(owner, "") : person.name();
  }
}
