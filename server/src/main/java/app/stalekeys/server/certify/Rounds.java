package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Deed;
import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Population;
import app.stalekeys.core.certify.Proof;
import app.stalekeys.core.certify.Reviewers;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.certify.Seal;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/// Rounds from their setting up to their seal: the auditor's side.
@Service
class Rounds {

  private static final int BATCH = 500;

  /// What a plan comes to, before anything is started.
  record Drawn(RoundPlan plan, Population.Drawn population, List<Reviewers.Assigned> assigned) {}

  /// What is kept of a population beside its items.
  record Proven(List<Proof> proofs, List<String> missing) {}

  private final RoundRows rounds;
  private final ItemRows items;
  private final ReviewerRows reviewers;
  private final DeedRows deeds;
  private final DoubtBook doubts;
  private final Snapshots snapshots;
  private final Examinations examinations;
  private final FindingList findings;
  private final Journal journal;
  private final EntityManager store;
  private final JsonMapper json;
  private final Clock clock;

  Rounds(
      RoundRows rounds,
      ItemRows items,
      ReviewerRows reviewers,
      DeedRows deeds,
      DoubtBook doubts,
      Snapshots snapshots,
      Examinations examinations,
      FindingList findings,
      Journal journal,
      EntityManager store,
      JsonMapper json,
      Clock clock) {
    this.rounds = rounds;
    this.items = items;
    this.reviewers = reviewers;
    this.deeds = deeds;
    this.doubts = doubts;
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.findings = findings;
    this.journal = journal;
    this.store = store;
    this.json = json;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<RoundRow> ofAudit(long snapshotId) {
    return rounds.findByAuditIdOrderByStartedAtDesc(snapshots.get(snapshotId).auditId());
  }

  /// @throws Refusal when the audit of the snapshot has no such round
  @Transactional(readOnly = true)
  public RoundRow get(long snapshotId, long id) {
    long audit = snapshots.get(snapshotId).auditId();
    return rounds
        .findById(id)
        .filter(round -> round.auditId() == audit)
        .orElseThrow(() -> Refusal.missing("There is no such round in this audit."));
  }

  RoundPlan plan(RoundRow round) {
    return json.readValue(round.plan(), RoundPlan.class);
  }

  Proven proven(RoundRow round) {
    return json.readValue(round.proofs(), Proven.class);
  }

  Item item(ItemRow row) {
    return json.readValue(row.about(), Item.class);
  }

  /// Draws the population and finds the reviewers; nothing is kept.
  @Transactional(readOnly = true)
  public Drawn draw(long snapshotId, RoundPlan plan) {
    OpenSnapshot open = snapshots.get(snapshotId);
    Snapshot snapshot = examinations.loaded(snapshotId);
    List<Finding> standing =
        findings
            .all(
                open,
                FindingFilter.of(
                    null, null, null, List.of("open", "fix", "ask"), null, null, null, null))
            .stream()
            .map(FindingList.Decided::finding)
            .toList();
    Population.Drawn population =
        Population.draw(snapshot, plan, standing, plan.changed() ? before(open, plan) : Set.of());
    return new Drawn(plan, population, new Reviewers(snapshot, plan).assign(population.items()));
  }

  /// What was held before: the items of the last sealed round of this level, else what the date before holds.
  private Set<String> before(OpenSnapshot open, RoundPlan plan) {
    return lastSealed(open, plan)
        .map(round -> {
          Set<String> keys = new HashSet<>();
          try (Stream<ItemRow> rows = items.streamByRoundIdOrderById(round.id())) {
            rows.forEach(row -> keys.add(row.itemKey()));
          }
          return keys;
        })
        .orElseGet(() ->
            snapshots
                .before(open)
                .map(before ->
                    (Set<String>)
                        new HashSet<>(
                            Population.keys(examinations.loaded(before.id()), plan.level())))
                .orElseThrow(() ->
                    Refusal.unusable(
                        "There is neither a sealed round nor an earlier as-of date to tell what is new against. Take the condition off.")));
  }

  private java.util.Optional<RoundRow> lastSealed(OpenSnapshot open, RoundPlan plan) {
    return rounds.findByAuditIdOrderByStartedAtDesc(open.auditId()).stream()
        .filter(round -> round.isSealed() && plan(round).level() == plan.level())
        .findFirst();
  }

  /// Starts a round.
  ///
  /// @return its id
  @Transactional
  public long start(long snapshotId, RoundPlan plan, String who) {
    Drawn drawn = draw(snapshotId, plan);
    if (drawn.population.items().isEmpty()) {
      throw Refusal.unusable("Nothing is held under this filter, so there is nothing to decide.");
    }
    OpenSnapshot open = snapshots.get(snapshotId);
    if (rounds.findByAuditIdAndName(open.auditId(), plan.name()).isPresent()) {
      throw Refusal.conflict(
          "This audit has a round called \"%s\" already. Give this one another name."
              .formatted(plan.name()));
    }
    RoundRow round = keep(open, drawn, who, now());
    journal.write(
        who,
        "certification",
        "started the round \"%s\": %,d items, %d reviewers, due %s; %s"
            .formatted(
                plan.name(), round.items(), reviewersOf(drawn).size(), plan.due(), plan.words()));
    return round.id();
  }

  Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }

  LocalDate today(RoundRow round) {
    return LocalDate.ofInstant(clock.instant(), snapshots.get(round.snapshotId()).file().zone());
  }

  private static Map<String, Person> reviewersOf(Drawn drawn) {
    Map<String, Person> found = new LinkedHashMap<>();
    for (Reviewers.Assigned one : drawn.assigned) {
      Person reviewer = one.reviewer();
      if (reviewer != null) {
        found.put(reviewer.id(), reviewer);
      }
    }
    return found;
  }

  /// Puts the round with its items and reviewers into the database.
  RoundRow keep(OpenSnapshot open, Drawn drawn, String who, Instant at) {
    RoundPlan plan = drawn.plan;
    RoundRow round = new RoundRow(open.auditId(), open.id(), plan.name(), plan.due(), who, at);
    round.holds(
        json.writeValueAsString(plan),
        json.writeValueAsString(new Proven(drawn.population.proofs(), drawn.population.missing())),
        drawn.assigned.size());
    Map<String, ItemRow> last = lastTime(open, plan);
    rounds.saveAndFlush(round);
    for (Person reviewer : reviewersOf(drawn).values()) {
      reviewers.save(
          new ReviewerRow(
              round.id(), reviewer.id(), reviewer.name(), reviewer.email(), plan.due()));
    }
    int position = 0;
    for (Reviewers.Assigned one : drawn.assigned) {
      Person reviewer = one.reviewer();
      ItemRow row =
          new ItemRow(
              round.id(),
              position++,
              one.item(),
              reviewer == null ? "" : reviewer.id(),
              one.why(),
              json.writeValueAsString(one.item()));
      ItemRow before = last.get(one.item().key());
      if (before != null) {
        row.lastTime(before.choice(), before.reason());
      }
      store.persist(row);
      if (position % BATCH == 0) {
        store.flush();
        store.clear();
      }
    }
    store.flush();
    return rounds.findById(round.id()).orElseThrow();
  }

  private Map<String, ItemRow> lastTime(OpenSnapshot open, RoundPlan plan) {
    Map<String, ItemRow> last = new HashMap<>();
    lastSealed(open, plan)
        .ifPresent(round -> {
          try (Stream<ItemRow> rows = items.streamByRoundIdOrderById(round.id())) {
            rows.filter(ItemRow::isDecided).forEach(row -> last.put(row.itemKey(), row));
          }
        });
    return last;
  }

  /// Another due day, for everybody or for one reviewer.
  ///
  /// @param person empty for everybody
  @Transactional
  public void extend(long snapshotId, long id, LocalDate day, String person, String who) {
    RoundRow round = running(snapshotId, id);
    if (day.isBefore(today(round))) {
      throw Refusal.unusable(
          "The new due day is %s, expected today, %s, or later.".formatted(day, today(round)));
    }
    if (person.isEmpty()) {
      round.extend(day);
    }
    reviewers.findByRoundIdOrderByName(id).stream()
        .filter(one -> person.isEmpty() || one.person().equals(person))
        .forEach(one -> one.extend(day));
    journal.write(
        who,
        "certification",
        "round \"%s\": due %s for %s"
            .formatted(round.name(), day, person.isEmpty() ? "everybody" : person));
  }

  RoundRow running(long snapshotId, long id) {
    RoundRow round = get(snapshotId, id);
    if (round.isSealed()) {
      throw Refusal.conflict(
          "The round \"%s\" is sealed: it can only be read.".formatted(round.name()));
    }
    return round;
  }

  /// Hands what a reviewer has not decided to somebody else. What would be a review of the own access stays.
  ///
  /// @param from empty for the items that nobody is fit for
  /// @return how many items stayed
  @Transactional
  public int delegate(long snapshotId, long id, String from, String to, String reason, String who) {
    RoundRow round = running(snapshotId, id);
    Person next = fit(round, to);
    int stayed = 0;
    int moved = 0;
    for (ItemRow row : items.findByRoundIdAndReviewerAndChoiceOrderById(id, from, "")) {
      if (row.subject().equals(next.id())) {
        stayed++;
        continue;
      }
      moved++;
      row.pass(next.id(), "handed over by the auditor: " + reason);
      store.persist(
          new DeedRow(row, new Deed(row.itemKey(), now(), from, Deed.PASS, reason, next.id())));
    }
    if (moved == 0) {
      throw Refusal.unusable(
          stayed == 0
              ? "There is nothing left to hand over."
              : "%s would review the own access.".formatted(next.name()));
    }
    receives(round, next);
    journal.write(
        who,
        "certification",
        "round \"%s\": %,d items of %s go to %s: %s"
            .formatted(round.name(), moved, from.isEmpty() ? "nobody" : from, next.name(), reason));
    return stayed;
  }

  /// Somebody in the roster who has not left.
  Person fit(RoundRow round, String id) {
    Snapshot snapshot = examinations.loaded(round.snapshotId());
    Person person = snapshot.roster().byId(id);
    if (person == null) {
      throw Refusal.unusable("\"%s\" is not in the roster.".formatted(id));
    }
    if (person.hasLeft(snapshot.asOf())) {
      throw Refusal.unusable("%s has left.".formatted(person.name()));
    }
    return person;
  }

  /// Sees that a person is a reviewer of the round; an earlier signature does not cover what comes now.
  ReviewerRow receives(RoundRow round, Person person) {
    ReviewerRow row =
        reviewers
            .findByRoundIdAndPerson(round.id(), person.id())
            .orElseGet(() ->
                reviewers.save(
                    new ReviewerRow(
                        round.id(), person.id(), person.name(), person.email(), round.due())));
    row.unsign();
    return row;
  }

  /// Ends a round: from now on it can only be read.
  ///
  /// @param words the auditor's; why it is sealed although something is open, if it is
  @Transactional
  public void seal(long snapshotId, long id, String words, String who) {
    RoundRow round = running(snapshotId, id);
    long open = items.countByRoundIdAndChoice(id, "");
    long unsigned =
        reviewers.findByRoundIdOrderByName(id).stream().filter(one -> !one.hasSigned()).count();
    if ((open > 0 || unsigned > 0) && words.isBlank()) {
      throw Refusal.unusable(
          "%,d items are not decided and %d reviewers have not signed off. Say in words why the round is sealed all the same."
              .formatted(open, unsigned));
    }
    String seal = sealOf(round);
    round.seal(seal, who, words.strip(), now());
    journal.write(
        who,
        "certification",
        "sealed the round \"%s\": %,d items, %,d not decided, seal %s%s"
            .formatted(
                round.name(),
                round.items(),
                open,
                seal,
                words.isBlank() ? "" : "; " + words.strip()));
  }

  /// The hash over what the database says now.
  @Transactional(readOnly = true)
  public String sealOf(RoundRow round) {
    List<Seal.Decided> decided = new ArrayList<>();
    try (Stream<ItemRow> rows = items.streamByRoundIdOrderById(round.id())) {
      rows.forEach(row ->
          decided.add(
              new Seal.Decided(
                  row.itemKey(),
                  row.reviewer(),
                  row.choice(),
                  row.reason(),
                  row.target(),
                  row.decidedAt() == null ? "" : row.decidedAt().toString())));
    }
    return Seal.of(
        round.name(), snapshots.get(round.snapshotId()).file().asOf().toString(), decided);
  }

  /// Counts anew what is to be asked of a reviewer.
  void doubt(RoundRow round, ReviewerRow reviewer) {
    doubts.count(reviewer, deeds.findByRoundIdAndByPersonOrderById(round.id(), reviewer.person()));
  }
}
