package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Choice;
import app.stalekeys.core.certify.Deed;
import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Population;
import app.stalekeys.core.certify.Reviewers;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.platform.Refusal;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Rounds as they are kept in an audit folder, and the way back. Restoring adds rounds that are not known here and
/// never changes one that is.
@Service
public class RoundKeeper {

  /// One round.
  ///
  /// @param items null to draw them anew from the evidence by the plan
  /// @param seal empty while it is not sealed
  public record Kept(
      RoundPlan plan,
      Instant startedAt,
      String startedBy,
      @Nullable Proofs proofs,
      @Nullable List<KeptItem> items,
      List<KeptReviewer> reviewers,
      List<Deed> deeds,
      List<KeptAnswer> answers,
      List<KeptLetter> letters,
      @Nullable Instant sealedAt,
      String sealedBy,
      String sealedWords,
      String seal) {}

  /// As JSON, the way the database has them.
  public record Proofs(String json) {}

  /// @param reviewer the first one: deeds tell of later ones
  public record KeptItem(
      Item item, String reviewer, String why, String lastChoice, String lastWords) {}

  public record KeptReviewer(
      String person,
      String name,
      String email,
      LocalDate due,
      @Nullable Instant signedAt,
      String signedWords) {}

  public record KeptAnswer(
      String person, String doubt, String sentence, String words, Instant at) {}

  public record KeptLetter(
      String person, String kind, String address, Instant at, boolean taken, String outcome) {}

  private final RoundRows rows;
  private final ItemRows items;
  private final ReviewerRows reviewers;
  private final DeedRows deeds;
  private final DoubtAnswerRows answers;
  private final LetterRows letters;
  private final Rounds rounds;
  private final Examinations examinations;
  private final EntityManager store;

  RoundKeeper(
      RoundRows rows,
      ItemRows items,
      ReviewerRows reviewers,
      DeedRows deeds,
      DoubtAnswerRows answers,
      LetterRows letters,
      Rounds rounds,
      Examinations examinations,
      EntityManager store) {
    this.rows = rows;
    this.items = items;
    this.reviewers = reviewers;
    this.deeds = deeds;
    this.answers = answers;
    this.letters = letters;
    this.rounds = rounds;
    this.examinations = examinations;
    this.store = store;
  }

  /// The rounds about one snapshot, in the order of their start.
  @Transactional(readOnly = true)
  public List<Kept> kept(long snapshotId) {
    return rows.findBySnapshotIdOrderByStartedAt(snapshotId).stream().map(this::kept).toList();
  }

  private Kept kept(RoundRow round) {
    List<Deed> done = deeds.findByRoundIdOrderById(round.id()).stream().map(DeedRow::deed).toList();
    Map<String, String> first = new HashMap<>();
    done.stream()
        .filter(deed -> deed.what().equals(Deed.PASS))
        .forEach(deed -> first.putIfAbsent(deed.item(), deed.by()));
    List<KeptItem> kept = new ArrayList<>();
    try (Stream<ItemRow> all = items.streamByRoundIdOrderById(round.id())) {
      all.forEach(row ->
          kept.add(
              new KeptItem(
                  rounds.item(row),
                  first.getOrDefault(row.itemKey(), row.reviewer()),
                  row.why(),
                  row.lastChoice(),
                  row.lastWords())));
    }
    return new Kept(
        rounds.plan(round),
        round.startedAt(),
        round.startedBy(),
        new Proofs(round.proofs()),
        kept,
        reviewers.findByRoundIdOrderByName(round.id()).stream()
            .map(one ->
                new KeptReviewer(
                    one.person(),
                    one.name(),
                    one.email(),
                    one.due(),
                    one.signedAt(),
                    one.signedWords()))
            .toList(),
        done,
        answers.findByRoundIdOrderById(round.id()).stream()
            .map(one ->
                new KeptAnswer(
                    one.person(), one.doubt(), one.sentence(), one.words(), one.answeredAt()))
            .toList(),
        letters.findByRoundIdOrderById(round.id()).stream()
            .map(one ->
                new KeptLetter(
                    one.person(),
                    one.kind(),
                    one.address(),
                    one.sentAt(),
                    one.taken(),
                    one.outcome()))
            .toList(),
        round.sealedAt(),
        round.sealedBy(),
        round.sealedWords(),
        round.seal());
  }

  /// @return how many rounds were added
  /// @throws Refusal when a sealed round does not have the decisions it was sealed with
  @Transactional
  public int restore(OpenSnapshot open, List<Kept> kept) {
    int restored = 0;
    for (Kept one : kept) {
      if (rows.findByAuditIdAndName(open.auditId(), one.plan.name()).isEmpty()) {
        restore(open, one);
        restored++;
      }
    }
    return restored;
  }

  private void restore(OpenSnapshot open, Kept kept) {
    RoundRow round = rounds.keep(open, drawn(open, kept), kept.startedBy, kept.startedAt);
    if (kept.proofs != null) {
      round.holds(round.plan(), kept.proofs.json, round.items());
    }
    for (KeptReviewer one : kept.reviewers) {
      ReviewerRow row =
          reviewers
              .findByRoundIdAndPerson(round.id(), one.person)
              .orElseGet(
                  () -> new ReviewerRow(round.id(), one.person, one.name, one.email, one.due));
      row.extend(one.due);
      if (one.signedAt != null) {
        row.sign(one.signedWords, one.signedAt);
      }
      reviewers.save(row);
    }
    replay(round, kept);
    for (KeptAnswer one : kept.answers) {
      DoubtAnswerRow row = new DoubtAnswerRow(round.id(), one.person, one.doubt, one.sentence);
      row.say(one.words, one.at);
      answers.save(row);
    }
    for (KeptLetter one : kept.letters) {
      letters.save(
          new LetterRow(
              round.id(), one.person, one.kind, one.address, one.at, one.taken, one.outcome));
    }
    store.flush();
    reviewers.findByRoundIdOrderByName(round.id()).forEach(one -> rounds.doubt(round, one));
    if (kept.sealedAt != null) {
      if (!rounds.sealOf(round).equals(kept.seal)) {
        throw Refusal.unusable(
            "The sealed round \"%s\" does not hold the decisions it was sealed with. Restore the folder from where it was saved."
                .formatted(round.name()));
      }
      round.seal(kept.seal, kept.sealedBy, kept.sealedWords, kept.sealedAt);
    }
  }

  private Rounds.Drawn drawn(OpenSnapshot open, Kept kept) {
    if (kept.items == null) {
      return rounds.draw(open.id(), kept.plan);
    }
    Snapshot snapshot = examinations.loaded(open.id());
    List<Reviewers.Assigned> assigned = new ArrayList<>();
    for (KeptItem one : kept.items) {
      Person reviewer = one.reviewer.isEmpty() ? null : snapshot.roster().byId(one.reviewer);
      assigned.add(new Reviewers.Assigned(one.item, reviewer, one.why, false));
    }
    return new Rounds.Drawn(
        kept.plan,
        new Population.Drawn(
            kept.items.stream().map(KeptItem::item).toList(), List.of(), List.of()),
        assigned);
  }

  /// Does every deed again, in the order of time.
  private void replay(RoundRow round, Kept kept) {
    Map<String, ItemRow> byKey = new HashMap<>();
    try (Stream<ItemRow> all = items.streamByRoundIdOrderById(round.id())) {
      all.forEach(row -> byKey.put(row.itemKey(), row));
    }
    if (kept.items != null) {
      kept.items.forEach(one -> {
        ItemRow row = byKey.get(one.item.key());
        if (row != null) {
          row.lastTime(one.lastChoice, one.lastWords);
        }
      });
    }
    for (Deed deed : kept.deeds.stream().sorted(Comparator.comparing(Deed::at)).toList()) {
      ItemRow row = byKey.get(deed.item());
      if (row == null) {
        throw Refusal.unusable(
            "The round \"%s\" tells of \"%s\", which is not among its items. Restore the folder from where it was saved."
                .formatted(round.name(), deed.item().replace("\n", " > ")));
      }
      apply(row, deed);
      store.persist(new DeedRow(row, deed));
    }
  }

  private static void apply(ItemRow row, Deed deed) {
    if (deed.what().equals(Deed.PASS)) {
      row.pass(deed.to(), deed.reason());
    } else if (Choice.of(deed.what()).isPresent()) {
      row.decide(deed.what(), deed.reason(), deed.to(), deed.by(), deed.at());
    } else {
      row.undo();
    }
  }
}
