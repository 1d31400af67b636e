package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Choice;
import app.stalekeys.core.certify.Deed;
import app.stalekeys.core.people.Person;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import app.stalekeys.server.users.Users;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What a reviewer does. Everything is checked here: that the item is the reviewer's own to decide, that it is not the
/// own access, that nobody was faster, that a risky item has a reason.
@Service
class ReviewDesk {

  private static final int MOST_AT_ONCE = 200;
  private static final int LONGEST_REASON = 2000;
  private static final int SHORTEST_REASON = 3;

  /// An item as the page last saw it.
  record Seen(long item, int version) {}

  /// What is to be done with items.
  ///
  /// @param choice `keep`, `withdraw` or `reduce`
  /// @param to the scope or role it is reduced to
  record Decide(List<Seen> items, String choice, @Nullable String reason, @Nullable String to) {}

  private final RoundRows rounds;
  private final ItemRows items;
  private final ReviewerRows reviewers;
  private final DeedRows deeds;
  private final DoubtAnswerRows answers;
  private final DoubtBook doubts;
  private final Rounds work;
  private final Users users;
  private final Letters letters;
  private final Journal journal;

  ReviewDesk(
      RoundRows rounds,
      ItemRows items,
      ReviewerRows reviewers,
      DeedRows deeds,
      DoubtAnswerRows answers,
      DoubtBook doubts,
      Rounds work,
      Users users,
      Letters letters,
      Journal journal) {
    this.rounds = rounds;
    this.items = items;
    this.reviewers = reviewers;
    this.deeds = deeds;
    this.answers = answers;
    this.doubts = doubts;
    this.work = work;
    this.users = users;
    this.letters = letters;
    this.journal = journal;
  }

  /// The rounds in which a user decides, the latest first.
  @Transactional(readOnly = true)
  public List<ReviewerRow> mine(String user) {
    String person = person(user);
    return person.isEmpty() ? List.of() : reviewers.findByPersonOrderByRoundIdDesc(person);
  }

  private String person(String user) {
    return users.byName(user).map(Users.Known::person).orElse("");
  }

  /// A round and the user's place in it.
  record Place(RoundRow round, ReviewerRow reviewer) {}

  /// @throws Refusal when the user has nothing to decide in it
  @Transactional(readOnly = true)
  public Place place(long round, String user) {
    String person = person(user);
    ReviewerRow reviewer =
        reviewers
            .findByRoundIdAndPerson(round, person)
            .orElseThrow(() -> Refusal.missing("There is no such round for you."));
    return new Place(rounds.findById(round).orElseThrow(), reviewer);
  }

  private Place open(long round, String user) {
    Place place = place(round, user);
    if (place.round.isSealed()) {
      throw Refusal.conflict("This round is sealed: it can only be read.");
    }
    return place;
  }

  /// The items, if the reviewer may decide on each and saw each as it is. All of them or none.
  private List<ItemRow> own(Place place, List<Seen> seen) {
    if (seen.isEmpty() || seen.size() > MOST_AT_ONCE) {
      throw Refusal.unusable(
          "%d items at once, expected 1 to %d.".formatted(seen.size(), MOST_AT_ONCE));
    }
    List<ItemRow> rows = new ArrayList<>();
    for (Seen one : seen) {
      ItemRow row =
          items
              .findById(one.item)
              .filter(item -> item.roundId() == place.round.id())
              .orElseThrow(() -> Refusal.missing("There is no such item."));
      if (!row.reviewer().equals(place.reviewer.person())) {
        throw row.version() == one.version
            ? Refusal.missing("There is no such item.")
            : Refusal.conflict("This item went to somebody else to decide: " + row.why());
      }
      if (row.version() != one.version) {
        throw changed(row);
      }
      rows.add(row);
    }
    return rows;
  }

  private static Refusal changed(ItemRow row) {
    return Refusal.conflict(
        row.isDecided()
            ? "Somebody decided \"%s\" here at %s while this page was open. Nothing was overwritten; look at it again."
                .formatted(row.choice(), Objects.toString(row.decidedAt()))
            : "This item was changed while the page was open. Nothing was overwritten; look at it again.");
  }

  @Transactional
  public void decide(long round, Decide decide, String user) {
    Place place = open(round, user);
    Choice choice =
        Choice.of(decide.choice)
            .orElseThrow(() ->
                Refusal.unusable(
                    "\"%s\" is no decision; expected keep, withdraw or reduce."
                        .formatted(decide.choice)));
    String reason = text(decide.reason);
    String to = text(decide.to);
    List<ItemRow> rows = own(place, decide.items);
    rows.forEach(row -> check(row, choice, reason, to, rows.size(), place));
    Instant at = work.now();
    for (ItemRow row : rows) {
      row.decide(choice.word(), reason, to, place.reviewer.person(), at);
      done(
          place,
          row,
          new Deed(row.itemKey(), at, place.reviewer.person(), choice.word(), reason, to),
          user);
    }
    work.doubt(place.round, place.reviewer);
  }

  private static String text(@Nullable String given) {
    String text = given == null ? "" : given.strip();
    if (text.length() > LONGEST_REASON) {
      throw Refusal.unusable(
          "The reason has %,d letters, expected at most %,d."
              .formatted(text.length(), LONGEST_REASON));
    }
    return text;
  }

  private static void check(
      ItemRow row, Choice choice, String reason, String to, int together, Place place) {
    if (row.subject().equals(place.reviewer.person())) {
      throw Refusal.unusable(
          "This is your own access: nobody decides on that alone. Pass it to somebody else.");
    }
    if (together > 1 && row.hasMarks()) {
      throw Refusal.unusable(
          "Items with a mark are decided one by one. Take %s out of the choice."
              .formatted(row.who()));
    }
    if (choice == Choice.KEEP && row.risky() && reason.length() < SHORTEST_REASON) {
      throw Refusal.unusable(
          "This item has a mark of high risk. Say why it is needed, to keep it.");
    }
    if (choice == Choice.REDUCE && to.isEmpty()) {
      throw Refusal.unusable("Say to which scope or role it is to be reduced.");
    }
  }

  private void done(Place place, ItemRow row, Deed deed, String user) {
    deeds.save(new DeedRow(row, deed));
    place.reviewer.unsign();
    journal.write(
        user,
        "certification",
        "round \"%s\": %s %s%s%s"
            .formatted(
                place.round.name(),
                deed.what(),
                row.itemKey().strip().replace("\n", " > "),
                deed.to().isEmpty() ? "" : ", to " + deed.to(),
                deed.reason().isEmpty() ? "" : ": " + deed.reason()));
  }

  /// Takes decisions back.
  @Transactional
  public void undo(long round, List<Seen> seen, String user) {
    Place place = open(round, user);
    Instant at = work.now();
    for (ItemRow row : own(place, seen)) {
      row.undo();
      done(
          place,
          row,
          new Deed(row.itemKey(), at, place.reviewer.person(), Deed.UNDO, "", ""),
          user);
    }
    work.doubt(place.round, place.reviewer);
  }

  /// Passes an item on to whom it belongs.
  @Transactional
  public void pass(long round, Seen seen, String to, String reason, String user) {
    Place place = open(round, user);
    ItemRow row = own(place, List.of(seen)).getFirst();
    Person next = work.fit(place.round, to);
    if (next.id().equals(row.subject())) {
      throw Refusal.unusable("%s would review the own access.".formatted(next.name()));
    }
    if (next.id().equals(place.reviewer.person())) {
      throw Refusal.unusable("It is with you already.");
    }
    String said = text(reason);
    if (said.length() < SHORTEST_REASON) {
      throw Refusal.unusable("Say why it is not yours.");
    }
    row.pass(next.id(), "from %s: %s".formatted(place.reviewer.name(), said));
    done(
        place,
        row,
        new Deed(row.itemKey(), work.now(), place.reviewer.person(), Deed.PASS, said, next.id()),
        user);
    ReviewerRow receiver = work.receives(place.round, next);
    work.doubt(place.round, place.reviewer);
    letters.send(place.round, List.of(receiver), Letters.HANDOVER, "", user);
  }

  /// Answers a question about the manner of deciding.
  @Transactional
  public void answer(long round, String doubt, String words, String user) {
    Place place = open(round, user);
    DoubtBook.Asked asked =
        doubts.of(place.reviewer).stream()
            .filter(one -> one.doubt().id().equals(doubt))
            .findFirst()
            .orElseThrow(() -> Refusal.missing("This question is not asked any more."));
    String said = text(words);
    if (said.length() < SHORTEST_REASON) {
      throw Refusal.unusable("Answer in a few words.");
    }
    DoubtAnswerRow row =
        asked.answer() == null
            ? new DoubtAnswerRow(round, place.reviewer.person(), doubt, asked.doubt().sentence())
            : asked.answer();
    row.say(said, work.now());
    answers.save(row);
    journal.write(
        user,
        "certification",
        "round \"%s\": asked \"%s\", answered \"%s\""
            .formatted(place.round.name(), asked.doubt().sentence(), said));
    work.doubt(place.round, place.reviewer);
  }

  /// Signs off: everything is decided and every question answered.
  @Transactional
  public void sign(long round, String words, String user) {
    Place place = open(round, user);
    long left = items.countByRoundIdAndReviewerAndChoice(round, place.reviewer.person(), "");
    if (left > 0) {
      throw Refusal.unusable("%,d items are not decided yet.".formatted(left));
    }
    if (place.reviewer.unanswered() > 0) {
      throw Refusal.unusable(
          "%d questions wait for an answer in words.".formatted(place.reviewer.unanswered()));
    }
    place.reviewer.sign(text(words), work.now());
    journal.write(
        user,
        "certification",
        "round \"%s\": signed off by %s%s"
            .formatted(
                place.round.name(),
                place.reviewer.name(),
                text(words).isEmpty() ? "" : ": " + text(words)));
  }
}
