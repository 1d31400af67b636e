package app.stalekeys.server.standing;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.findings.Decisions;
import app.stalekeys.server.gather.Answers;
import app.stalekeys.server.gather.Explanations;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.requests.RequestList;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/// What people decided and said, as a file of the saved folder. Restoring adds what is not known here
/// and never overwrites: opening the same folder twice changes nothing.
@Component
class KeptWords {

  static final String FILE = "decisions.json";

  /// All of it.
  record Words(
      List<Decisions.Kept> decisions,
      List<Explanations.Kept> explanations,
      List<Answers.Kept> answers,
      List<RequestList.Kept> requests) {}

  private final Decisions decisions;
  private final Explanations explanations;
  private final Answers answers;
  private final RequestList requests;
  private final Journal journal;
  private final TransactionTemplate transactions;
  private final KeptFile file;

  KeptWords(
      Decisions decisions,
      Explanations explanations,
      Answers answers,
      RequestList requests,
      Journal journal,
      TransactionTemplate transactions,
      KeptFile file) {
    this.decisions = decisions;
    this.explanations = explanations;
    this.answers = answers;
    this.requests = requests;
    this.journal = journal;
    this.transactions = transactions;
    this.file = file;
  }

  byte[] of(OpenSnapshot open) {
    return file.write(words(open));
  }

  private Words words(OpenSnapshot open) {
    return new Words(
        decisions.kept(open.auditId()),
        explanations.kept(open.id()),
        answers.kept(open.id()),
        requests.kept(open.id()));
  }

  private int restore(OpenSnapshot open, Words words) {
    return decisions.restore(open.auditId(), words.decisions())
        + explanations.restore(open.id(), words.explanations())
        + answers.restore(open.id(), words.answers())
        + requests.restore(open.id(), words.requests());
  }

  /// Restores what the folder holds, if it holds anything.
  void restore(OpenSnapshot open, Path folder, String who) throws IOException {
    int restored =
        file.restore(
            folder.resolve(FILE),
            Words.class,
            words -> Objects.requireNonNull(transactions.execute(status -> restore(open, words))));
    if (restored > 0) {
      journal.write(
          who, "audit", "restored %,d decisions and answers from the folder".formatted(restored));
    }
  }
}
