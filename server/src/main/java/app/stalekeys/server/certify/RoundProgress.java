package app.stalekeys.server.certify;

import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// How far a round is: by reviewer and by application, counted by the database.
@Service
class RoundProgress {

  private static final String NOBODY = "";

  /// How many items stand how.
  record Tallies(long items, long keep, long withdraw, long reduce, long open, long risky) {
    static final Tallies NONE = new Tallies(0, 0, 0, 0, 0, 0);

    Tallies with(ItemRows.Group group) {
      long n = group.getItems();
      return new Tallies(
          items + n,
          keep + (group.getChoice().equals("keep") ? n : 0),
          withdraw + (group.getChoice().equals("withdraw") ? n : 0),
          reduce + (group.getChoice().equals("reduce") ? n : 0),
          open + (group.getChoice().isEmpty() ? n : 0),
          risky + (group.getRisky() ? n : 0));
    }
  }

  record LetterView(String kind, String address, Instant sentAt, boolean taken, String outcome) {}

  record ReviewerView(
      String person,
      String name,
      String email,
      LocalDate due,
      boolean overdue,
      Tallies tallies,
      List<ReviewsController.DoubtView> doubts,
      int unanswered,
      @Nullable Instant signedAt,
      String signedWords,
      List<LetterView> letters) {}

  record ApplicationTally(String application, Tallies tallies) {}

  /// @param nobody items that nobody is fit to decide
  record RoundPage(
      RoundsController.RoundLine line,
      String level,
      String rule,
      List<String> hidden,
      Tallies tallies,
      Tallies nobody,
      List<ReviewerView> reviewers,
      List<ApplicationTally> applications,
      List<RoundsController.ProofView> proofs,
      List<String> missing,
      @Nullable Instant sealedAt,
      String sealedBy,
      String sealedWords,
      String seal) {}

  private final Rounds rounds;
  private final ItemRows items;
  private final ReviewerRows reviewers;
  private final LetterRows letters;
  private final DoubtBook doubts;
  private final Letters post;
  private final Snapshots snapshots;
  private final Journal journal;

  RoundProgress(
      Rounds rounds,
      ItemRows items,
      ReviewerRows reviewers,
      LetterRows letters,
      DoubtBook doubts,
      Letters post,
      Snapshots snapshots,
      Journal journal) {
    this.rounds = rounds;
    this.items = items;
    this.reviewers = reviewers;
    this.letters = letters;
    this.doubts = doubts;
    this.post = post;
    this.snapshots = snapshots;
    this.journal = journal;
  }

  @Transactional(readOnly = true)
  public RoundsController.RoundLine line(RoundRow round) {
    List<ReviewerRow> all = reviewers.findByRoundIdOrderByName(round.id());
    RoundPlan plan = rounds.plan(round);
    return new RoundsController.RoundLine(
        round.id(),
        round.name(),
        plan.words(),
        snapshots.get(round.snapshotId()).file().asOf(),
        round.due(),
        !round.isSealed() && rounds.today(round).isAfter(round.due()),
        round.isSealed(),
        round.items(),
        items.countByRoundIdAndChoice(round.id(), ""),
        all.size(),
        (int) all.stream().filter(ReviewerRow::hasSigned).count(),
        all.stream().mapToInt(ReviewerRow::unanswered).sum(),
        round.startedBy(),
        round.startedAt());
  }

  @Transactional(readOnly = true)
  public RoundPage page(RoundRow round, List<RoundsController.ProofView> proofs) {
    Map<String, Tallies> byReviewer = new HashMap<>();
    Map<String, Tallies> byApplication = new TreeMap<>();
    Tallies all = Tallies.NONE;
    for (ItemRows.Group group : items.groups(round.id())) {
      byReviewer.merge(
          group.getReviewer(), Tallies.NONE.with(group), (one, other) -> one.with(group));
      byApplication.merge(
          group.getApplication(), Tallies.NONE.with(group), (one, other) -> one.with(group));
      all = all.with(group);
    }
    Map<String, List<LetterView>> sent =
        letters.findByRoundIdOrderById(round.id()).stream()
            .collect(
                Collectors.groupingBy(
                    LetterRow::person,
                    LinkedHashMap::new,
                    Collectors.mapping(RoundProgress::letter, Collectors.toList())));
    LocalDate today = rounds.today(round);
    Function<ReviewerRow, ReviewerView> view =
        one ->
            new ReviewerView(
                one.person(),
                one.name(),
                one.email(),
                one.due(),
                !round.isSealed() && !one.hasSigned() && today.isAfter(one.due()),
                byReviewer.getOrDefault(one.person(), Tallies.NONE),
                asked(one),
                one.unanswered(),
                one.signedAt(),
                one.signedWords(),
                sent.getOrDefault(one.person(), List.of()));
    RoundPlan plan = rounds.plan(round);
    return new RoundPage(
        line(round),
        plan.level().words(),
        plan.rule().words(),
        plan.hidden().stream().map(ReviewsController::word).toList(),
        all,
        byReviewer.getOrDefault(NOBODY, Tallies.NONE),
        reviewers.findByRoundIdOrderByName(round.id()).stream().map(view).toList(),
        byApplication.entrySet().stream()
            .map(one -> new ApplicationTally(one.getKey(), one.getValue()))
            .toList(),
        proofs,
        rounds.proven(round).missing(),
        round.sealedAt(),
        round.sealedBy(),
        round.sealedWords(),
        round.seal());
  }

  /// Only those whose row says that there is something to ask are looked at.
  private List<ReviewsController.DoubtView> asked(ReviewerRow reviewer) {
    return reviewer.doubts() == 0
        ? List.of()
        : doubts.of(reviewer).stream().map(ReviewsController::doubt).toList();
  }

  private static LetterView letter(LetterRow row) {
    return new LetterView(row.kind(), row.address(), row.sentAt(), row.taken(), row.outcome());
  }

  /// Writes to reviewers: an invitation to whom nobody wrote yet, else a reminder.
  ///
  /// @param people everybody with something left when empty
  /// @return how many letters go out
  @Transactional
  public int write(RoundRow round, List<String> people, String words, String who) {
    Map<String, Long> written =
        letters.findByRoundIdOrderById(round.id()).stream()
            .collect(Collectors.groupingBy(LetterRow::person, Collectors.counting()));
    List<ReviewerRow> first = new ArrayList<>();
    List<ReviewerRow> again = new ArrayList<>();
    for (ReviewerRow reviewer : reviewers.findByRoundIdOrderByName(round.id())) {
      boolean wanted =
          people.isEmpty() ? !reviewer.hasSigned() : people.contains(reviewer.person());
      if (wanted) {
        (written.containsKey(reviewer.person()) ? again : first).add(reviewer);
      }
    }
    if (first.isEmpty() && again.isEmpty()) {
      throw Refusal.unusable("Nobody is left to be written to.");
    }
    post.send(round, first, Letters.INVITATION, words, who);
    post.send(round, again, Letters.REMINDER, words, who);
    journal.write(
        who,
        "certification",
        "round \"%s\": %d invitations and %d reminders"
            .formatted(round.name(), first.size(), again.size()));
    return first.size() + again.size();
  }
}
