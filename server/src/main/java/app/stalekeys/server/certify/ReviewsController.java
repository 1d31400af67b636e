package app.stalekeys.server.certify;

import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The reviewer's pages: the own items and nothing else.
@RestController
@RequestMapping("/api/reviews")
class ReviewsController {

  private static final int MOST_PEOPLE = 12;

  /// A round in which the user decides.
  ///
  /// @param left items without a decision
  record ReviewLine(
      long round,
      String name,
      String audit,
      LocalDate asOf,
      LocalDate due,
      boolean overdue,
      long items,
      long left,
      int unanswered,
      boolean signed,
      boolean sealed) {}

  /// A person, or an account without one, with items to decide.
  record ReviewSubject(String subject, String who, long items, long open, long risky) {}

  /// A question about the manner of deciding.
  ///
  /// @param answer empty while nothing was said
  record DoubtView(String id, String sentence, Instant from, Instant until, String answer) {}

  /// @param hidden what the auditor chose not to show
  record ReviewPage(
      ReviewLine line,
      String reviewer,
      List<String> hidden,
      List<ReviewSubject> subjects,
      List<DoubtView> doubts) {}

  record PersonHit(String id, String name, String department, String title) {}

  record SeenItems(List<ReviewDesk.Seen> items) {}

  record PassText(ReviewDesk.Seen item, String to, String reason) {}

  record AnswerText(String doubt, String words) {}

  record SignText(String words) {}

  private final ReviewDesk desk;
  private final Rounds rounds;
  private final ItemRows items;
  private final DoubtBook doubts;
  private final ItemViews views;
  private final Snapshots snapshots;
  private final Examinations examinations;

  ReviewsController(
      ReviewDesk desk,
      Rounds rounds,
      ItemRows items,
      DoubtBook doubts,
      ItemViews views,
      Snapshots snapshots,
      Examinations examinations) {
    this.desk = desk;
    this.rounds = rounds;
    this.items = items;
    this.doubts = doubts;
    this.views = views;
    this.snapshots = snapshots;
    this.examinations = examinations;
  }

  @GetMapping
  List<ReviewLine> mine(Principal who) {
    return desk.mine(who.getName()).stream()
        .map(reviewer -> line(desk.place(reviewer.roundId(), who.getName())))
        .toList();
  }

  private ReviewLine line(ReviewDesk.Place place) {
    RoundRow round = place.round();
    ReviewerRow reviewer = place.reviewer();
    long left = items.countByRoundIdAndReviewerAndChoice(round.id(), reviewer.person(), "");
    var file = snapshots.get(round.snapshotId()).file();
    return new ReviewLine(
        round.id(),
        round.name(),
        file.title(),
        file.asOf(),
        reviewer.due(),
        !reviewer.hasSigned() && rounds.today(round).isAfter(reviewer.due()),
        items.countByRoundIdAndReviewer(round.id(), reviewer.person()),
        left,
        reviewer.unanswered(),
        reviewer.hasSigned(),
        round.isSealed());
  }

  @GetMapping("/{round}")
  ReviewPage page(@PathVariable long round, Principal who) {
    ReviewDesk.Place place = desk.place(round, who.getName());
    return new ReviewPage(
        line(place),
        place.reviewer().name(),
        rounds.plan(place.round()).hidden().stream().map(ReviewsController::word).toList(),
        items.subjects(round, place.reviewer().person()).stream()
            .map(one ->
                new ReviewSubject(
                    one.getSubject(), one.getWho(), one.getItems(), one.getOpen(), one.getRisky()))
            .toList(),
        doubts.of(place.reviewer()).stream().map(ReviewsController::doubt).toList());
  }

  static String word(RoundPlan.Sight sight) {
    return sight.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  static DoubtView doubt(DoubtBook.Asked asked) {
    DoubtAnswerRow answer = asked.answer();
    return new DoubtView(
        asked.doubt().id(),
        asked.doubt().sentence(),
        asked.doubt().from(),
        asked.doubt().until(),
        answer == null ? "" : answer.words());
  }

  /// What is to be decided of one person or account.
  @GetMapping("/{round}/items")
  List<ItemViews.ItemView> items(
      @PathVariable long round, @RequestParam String subject, Principal who) {
    ReviewDesk.Place place = desk.place(round, who.getName());
    var view =
        views.of(place.round(), rounds.plan(place.round()).hidden(), place.reviewer().person());
    return items
        .findByRoundIdAndReviewerAndSubjectOrderById(round, place.reviewer().person(), subject)
        .stream()
        .map(view)
        .toList();
  }

  /// People to whom an item may be passed.
  @GetMapping("/{round}/people")
  List<PersonHit> people(@PathVariable long round, @RequestParam String q, Principal who) {
    ReviewDesk.Place place = desk.place(round, who.getName());
    return find(examinations.loaded(place.round().snapshotId()), q);
  }

  static List<PersonHit> find(Snapshot snapshot, @Nullable String asked) {
    String word = asked == null ? "" : asked.strip().toLowerCase(Locale.ROOT);
    return snapshot.roster().people().stream()
        .filter(person -> !person.hasLeft(snapshot.asOf()))
        .filter(person ->
            person.name().toLowerCase(Locale.ROOT).contains(word)
                || person.id().toLowerCase(Locale.ROOT).startsWith(word))
        .limit(MOST_PEOPLE)
        .map(ReviewsController::hit)
        .toList();
  }

  private static PersonHit hit(Person person) {
    return new PersonHit(person.id(), person.name(), person.department(), person.title());
  }

  @PostMapping("/{round}/decisions")
  void decide(@PathVariable long round, @RequestBody ReviewDesk.Decide decide, Principal who) {
    desk.decide(round, decide, who.getName());
  }

  @PostMapping("/{round}/undo")
  void undo(@PathVariable long round, @RequestBody SeenItems seen, Principal who) {
    desk.undo(round, seen.items, who.getName());
  }

  @PostMapping("/{round}/pass")
  void pass(@PathVariable long round, @RequestBody PassText text, Principal who) {
    desk.pass(round, text.item, text.to, text.reason, who.getName());
  }

  @PutMapping("/{round}/answers")
  void answer(@PathVariable long round, @RequestBody AnswerText text, Principal who) {
    desk.answer(round, text.doubt, text.words, who.getName());
  }

  @PostMapping("/{round}/signature")
  void sign(@PathVariable long round, @RequestBody SignText text, Principal who) {
    desk.sign(round, text.words, who.getName());
  }
}
