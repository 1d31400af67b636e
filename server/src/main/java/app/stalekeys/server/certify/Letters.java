package app.stalekeys.server.certify;

import app.stalekeys.reports.DueDate;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.mail.Mailer;
import app.stalekeys.server.users.Users;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/// Mail to reviewers, with the due day for their calendar. Who cannot sign in yet is made a user and invited. What
/// became of each letter is written down.
@Service
class Letters {

  static final String INVITATION = "invitation";
  static final String REMINDER = "reminder";
  static final String HANDOVER = "handover";

  /// A letter that is ready to go.
  private record Ready(String person, String kind, Mailer.Letter letter) {}

  private final Users users;
  private final Mailer mailer;
  private final LetterRows rows;
  private final ItemRows items;
  private final Jobs jobs;
  private final Clock clock;
  private final String address;

  Letters(
      Users users,
      Mailer mailer,
      LetterRows rows,
      ItemRows items,
      Jobs jobs,
      Clock clock,
      @Value("${stalekeys.address:http://localhost:${server.port:8080}}") String address) {
    this.users = users;
    this.mailer = mailer;
    this.rows = rows;
    this.items = items;
    this.jobs = jobs;
    this.clock = clock;
    this.address = address;
  }

  /// Sends once the transaction has succeeded, since a letter cannot be taken back.
  ///
  /// @param words the auditor's own; may be empty
  @Transactional
  public void send(RoundRow round, List<ReviewerRow> to, String kind, String words, String who) {
    List<Ready> ready = new ArrayList<>();
    for (ReviewerRow reviewer : to) {
      Optional<String> welcome =
          users.reviewer(reviewer.person(), reviewer.name(), reviewer.email(), who);
      ready.add(new Ready(reviewer.person(), kind, letter(round, reviewer, kind, words, welcome)));
    }
    long id = round.id();
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            jobs.submit(
                "Sending mail to reviewers",
                job -> {
                  job.step("Sending mail", ready.size());
                  for (int i = 0; i < ready.size() && job.progress(i); i++) {
                    post(id, ready.get(i));
                  }
                });
          }
        });
  }

  private void post(long round, Ready ready) {
    Mailer.Outcome outcome = mailer.send(ready.letter);
    rows.save(
        new LetterRow(
            round,
            ready.person,
            ready.kind,
            ready.letter.to(),
            clock.instant(),
            outcome.taken(),
            outcome.words()));
  }

  private Mailer.Letter letter(
      RoundRow round, ReviewerRow reviewer, String kind, String words, Optional<String> welcome) {
    long left = items.countByRoundIdAndReviewerAndChoice(round.id(), reviewer.person(), "");
    String subject =
        "%s: %,d items to decide by %s"
            .formatted(
                kind.equals(REMINDER) ? "Reminder, " + round.name() : round.name(),
                left,
                reviewer.due());
    String enter =
        welcome
            .map(secret ->
                "You have no password here yet. Choose one first (good for 14 days):\n%s/welcome#%s\n\nYour items are then at\n%s/reviews/%d"
                    .formatted(address, secret, address, round.id()))
            .orElse("%s/reviews/%d".formatted(address, round.id()));
    String text =
        """
        %s,

        access of other people waits for your decision: does each of them still need what
        they can do? %,d items are left, due %s.

        %s
        %s
        """
            .formatted(
                reviewer.name(), left, reviewer.due(), enter, words.isBlank() ? "" : "\n" + words);
    DueDate due =
        new DueDate(
            "round-%d-%s@stale-keys".formatted(round.id(), reviewer.person()),
            reviewer.due(),
            round.name() + ": decide on access",
            "%s/reviews/%d".formatted(address, round.id()),
            clock.instant());
    return new Mailer.Letter(
        reviewer.email(), subject, text, Mailer.Enclosure.calendar(due.calendar()));
  }
}
