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
import java.util.HashMap;
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
    RemovalPlan.Plan plan = RemovalPlan.of(snapshot, decided, days);
    Map<String, Proposed> steps = new LinkedHashMap<>();
    for (RemovalPlan.Planned one : plan.planned()) {
      if (known.lacks(one.step())) {
        steps.put(one.step().key(), proposed(snapshot, one));
      }
    }
    int items = 0;
    for (Withdrawals.Withdrawn one : withdrawals.of(open.id())) {
      List<Step> own = steps(one).stream().filter(known::lacks).toList();
      items += own.isEmpty() ? 0 : 1;
      for (Step step : own) {
        steps.merge(step.key(), proposed(snapshot, one, step), FixPlanner::joined);
      }
    }
    return new Draft(List.copyOf(steps.values()), decided.size(), items, plan.isExact());
  }

  /// The same step for a finding and for a decision of a round.
  private static Proposed joined(Proposed finding, Proposed item) {
    return new Proposed(
        finding.step,
        finding.who,
        finding.severity.compareTo(item.severity) >= 0 ? finding.severity : item.severity,
        finding.source + "; " + item.source,
        finding.clears,
        finding.takes,
        finding.place,
        finding.actor,
        item.reason);
  }

  private Proposed proposed(Snapshot snapshot, RemovalPlan.Planned one) {
    Severity worst =
        one.clears().stream()
            .map(Finding::severity)
            .max(java.util.Comparator.naturalOrder())
            .orElse(Severity.MEDIUM);
    return new Proposed(
        one.step(),
        who(snapshot, one.step()),
        worst,
        one.clears().size() == 1 ? "a finding" : one.clears().size() + " findings",
        one.clears().stream()
            .map(finding ->
                new Clear(finding.id(), finding.check(), finding.application(), finding.sentence()))
            .toList(),
        new Takes(
            one.lost(),
            one.lostNames(),
            one.used().stream()
                .map(used ->
                    new Takes.UsedLine(
                        used.permission(),
                        used.day().toString(),
                        used.place().file(),
                        used.place().row()))
                .toList()),
        one.place(),
        actor(snapshot, one.step().application()),
        "");
  }

  private Proposed proposed(Snapshot snapshot, Withdrawals.Withdrawn one, Step step) {
    return new Proposed(
        step,
        one.item().who(),
        one.item().isRisky() ? Severity.HIGH : Severity.MEDIUM,
        "round \"%s\"%s".formatted(one.round(), one.isSealed() ? "" : ", which still runs"),
        List.of(),
        Takes.NOTHING,
        one.item().place(),
        actor(snapshot, step.application()),
        one.reason());
  }

  /// A step a scope: each is a row of its own in the application.
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
                  FixAction.REMOVE_GRANT,
                  item.application(),
                  account,
                  item.what(),
                  item.scopes().isEmpty() ? "" : item.scopes().getFirst(),
                  one.to()));
    };
  }

  /// The person behind the account, else nothing.
  String who(Snapshot snapshot, Step step) {
    if (step.subject().type().equals("person")) {
      Person person = snapshot.roster().byId(step.subject().key());
      return person == null ? "" : person.name();
    }
    ApplicationAccess access = access(snapshot, step.application());
    if (access == null || !step.subject().type().equals("account")) {
      return "";
    }
    Account account = access.book().find("", step.subject().key());
    Match match = account == null ? null : access.match(account);
    return match == null ? account == null ? "" : account.name() : match.person().name();
  }

  private static @Nullable ApplicationAccess access(Snapshot snapshot, String application) {
    Map<String, ApplicationAccess> byId = new HashMap<>();
    snapshot.applications().forEach(one -> byId.put(one.application().id(), one));
    return byId.get(application);
  }

  /// Who must act, as long as nobody says otherwise: the application's owner.
  String actor(Snapshot snapshot, String application) {
    ApplicationAccess access = access(snapshot, application);
    String owner = access == null ? "" : access.application().owner();
    Person person = owner.isEmpty() ? null : snapshot.roster().byId(owner);
    return person == null ? Objects.requireNonNullElse(owner, "") : person.name();
  }
}
