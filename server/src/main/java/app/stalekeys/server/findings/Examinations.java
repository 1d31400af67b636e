package app.stalekeys.server.findings;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.audit.EvidenceQuestions;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Earlier;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Workers;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.gather.EvidenceTaken;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/// Builds a snapshot from the kept facts, runs the checks, and keeps the findings in the place of those
/// before. The same core call as on the command line.
@Service
public class Examinations {

  private static final int BATCH = 500;

  /// How long decisions on accounts are gathered before the checks run again.
  private static final Duration PAUSE = Duration.ofSeconds(2);

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final FindingBody bodies;
  private final EntityManager store;
  private final TransactionTemplate transactions;
  private final Journal journal;
  private final Jobs jobs;
  private final ApplicationEventPublisher events;
  private final Map<Long, Snapshot> loaded = new ConcurrentHashMap<>();
  private final Map<Long, Job> loading = new ConcurrentHashMap<>();
  private final Set<Long> waiting = ConcurrentHashMap.newKeySet();

  Examinations(
      Snapshots snapshots,
      Evidence evidence,
      FindingBody bodies,
      EntityManager store,
      TransactionTemplate transactions,
      Journal journal,
      Jobs jobs,
      ApplicationEventPublisher events) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.bodies = bodies;
    this.store = store;
    this.transactions = transactions;
    this.journal = journal;
    this.jobs = jobs;
    this.events = events;
  }

  /// Facts changed: what was computed from them is computed anew, within the same job.
  @EventListener
  void onTaken(EvidenceTaken taken) {
    examine(taken.snapshotId(), taken.who(), taken.job());
  }

  /// Examines the snapshot anew.
  public void examine(long snapshotId, String who, Job job) {
    OpenSnapshot open = snapshots.get(snapshotId);
    job.step("Examining", 0);
    List<FactSource> facts = evidence.facts(open);
    Snapshot snapshot = AuditRun.snapshot(open.file(), facts, Workers.ONE).after(earlier(open));
    List<Issue> problems = new ArrayList<>(snapshot.problems());
    problems.addAll(EvidenceQuestions.of(open.file(), facts));
    snapshots
        .before(open)
        .ifPresent(before ->
            problems.addAll(
                EvidenceQuestions.against(
                    evidence.received(open), evidence.received(before), before.file().asOf())));
    Examiner.Result result = AuditRun.examine(open.file(), snapshot, Workers.ONE);
    transactions.executeWithoutResult(status -> {
      evidence.replaceProblems(snapshotId, problems);
      replace(snapshotId, result);
      summarise(snapshotId, snapshot);
      snapshots.examined(snapshotId);
      journal.write(
          who,
          "examination",
          "examined %s as of %s: %,d findings"
              .formatted(open.file().title(), open.file().asOf(), result.findings().size()));
    });
    loaded.put(snapshotId, snapshot);
    events.publishEvent(new Examined(snapshotId));
  }

  /// Somebody decided whose accounts are: the snapshot in memory follows at once, the checks when nothing
  /// more was decided for a moment.
  public void ruled(long snapshotId, String application, List<Ruling> rulings, String who) {
    loaded.computeIfPresent(snapshotId, (id, snapshot) -> snapshot.ruledBy(application, rulings));
    later(snapshotId, who);
  }

  /// Changes the audit file by hand of somebody, and examines anew a moment later.
  ///
  /// @param detail what was changed, for the journal
  /// @param change may refuse; then nothing is changed
  public void change(long snapshotId, String who, String detail, UnaryOperator<AuditFile> change) {
    transactions.executeWithoutResult(status -> {
      snapshots.change(snapshotId, change);
      journal.write(who, "setting", detail);
    });
    later(snapshotId, who);
  }

  /// The audit file changed: the checks run anew when nothing more was changed for a moment.
  public void later(long snapshotId, String who) {
    if (waiting.add(snapshotId)) {
      jobs.submitIn(
          PAUSE,
          "Examining after changes",
          job -> {
            waiting.remove(snapshotId);
            examine(snapshotId, who, job);
          });
    }
  }

  /// An application of a snapshot by its id.
  ///
  /// @throws Refusal when there is none
  public static ApplicationAccess application(Snapshot snapshot, String id) {
    ApplicationAccess access = snapshot.application(id);
    if (access == null) {
      throw Refusal.missing("There is no such application in this audit.");
    }
    return access;
  }

  /// The snapshot in memory; built from the kept facts when it is first asked for.
  public Snapshot loaded(long snapshotId) {
    return loaded.computeIfAbsent(snapshotId, id -> build(snapshots.get(id), Workers.ONE));
  }

  /// Sees that the snapshot is in memory, for a large one takes its time.
  public void load(long snapshotId, Job job) {
    loaded.computeIfAbsent(snapshotId, id -> build(snapshots.get(id), new CountedWork(job)));
  }

  /// The job that brings a snapshot into memory; null when it is there.
  public @Nullable Job loading(long snapshotId) {
    return loaded.containsKey(snapshotId)
        ? null
        : loading.compute(
            snapshotId,
            (id, known) ->
                known != null && !known.isOver()
                    ? known
                    : jobs.submit("Loading", job -> load(id, job)));
  }

  /// One application after the other, counted.
  private record CountedWork(Job job) implements Workers {
    @Override
    public <T, R> List<R> each(List<T> items, Function<T, R> work) {
      job.step("Loading accounts, roles and permissions", items.size(), "applications");
      List<R> results = new ArrayList<>();
      for (T item : items) {
        results.add(work.apply(item));
        job.progress(results.size());
      }
      return results;
    }
  }

  private Snapshot build(OpenSnapshot open, Workers workers) {
    return AuditRun.snapshot(open.file(), evidence.facts(open), workers).after(earlier(open));
  }

  /// What the snapshot before says, for the checks that hold the two against each other. It is built for that
  /// alone when nobody has looked at it: a snapshot in memory would be held by one that is only computed.
  private @Nullable Earlier earlier(OpenSnapshot open) {
    return snapshots
        .before(open)
        .map(before -> {
          Snapshot known = loaded.get(before.id());
          return Earlier.of(
              known == null
                  ? AuditRun.snapshot(before.file(), evidence.facts(before), Workers.ONE)
                  : known);
        })
        .orElse(null);
  }

  private void replace(long snapshotId, Examiner.Result result) {
    for (String table : List.of("FindingRow", "CheckResultRow", "ApplicationSummary")) {
      store
          .createQuery("delete from " + table + " t where t.snapshotId = :id")
          .setParameter("id", snapshotId)
          .executeUpdate();
    }
    int position = 0;
    for (Finding finding : result.findings()) {
      store.persist(new FindingRow(snapshotId, position++, finding, bodies.write(finding)));
      if (position % BATCH == 0) {
        store.flush();
        store.clear();
      }
    }
    position = 0;
    for (CheckResult check : result.checks()) {
      store.persist(new CheckResultRow(snapshotId, position++, check));
    }
  }

  private void summarise(long snapshotId, Snapshot snapshot) {
    for (ApplicationAccess access : snapshot.applications()) {
      List<Account> accounts = access.accounts();
      store.persist(
          new ApplicationSummary(
              snapshotId,
              access.application().id(),
              accounts.size(),
              (int) accounts.stream().filter(a -> a.isEnabled(snapshot.asOf())).count(),
              (int) accounts.stream().filter(a -> access.match(a) != null).count(),
              access.coverage().has("assignments")
                  ? Integer.valueOf((int) accounts.stream().filter(access::isPrivileged).count())
                  : null));
    }
  }
}
