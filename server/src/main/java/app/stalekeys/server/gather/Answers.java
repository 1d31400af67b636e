package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Answers to the questions that files raise. A question is known by its words and place: when a new
/// reading changes them, it is another question and open again.
@Service
public class Answers {

  private static final int LONGEST = 4000;

  /// One line of the saved folder.
  public record Kept(String question, String asked, String words, String by, String at) {}

  private final AnswerRows rows;
  private final Evidence evidence;
  private final Journal journal;
  private final Clock clock;

  Answers(AnswerRows rows, Evidence evidence, Journal journal, Clock clock) {
    this.rows = rows;
    this.evidence = evidence;
    this.journal = journal;
    this.clock = clock;
  }

  /// The name of a question; the same as long as its words and place are.
  static String question(Issue issue) {
    String whole = issue.code() + "\n" + issue.place() + "\n" + issue.sentence();
    return Sha256.of(whole.getBytes(StandardCharsets.UTF_8)).substring(0, 32);
  }

  @Transactional(readOnly = true)
  Map<String, AnswerRow> byQuestion(long snapshotId) {
    Map<String, AnswerRow> answers = new HashMap<>();
    rows.findBySnapshotIdOrderById(snapshotId).forEach(row -> answers.put(row.question(), row));
    return answers;
  }

  /// How many questions of the snapshot nobody has answered.
  @Transactional(readOnly = true)
  public int open(long snapshotId) {
    Map<String, AnswerRow> answers = byQuestion(snapshotId);
    return (int)
        evidence.issues(snapshotId).stream()
            .filter(issue -> issue.weight() == Issue.Weight.QUESTION)
            .filter(issue -> !answers.containsKey(question(issue)))
            .count();
  }

  /// @param words empty takes the answer back
  @Transactional
  public void answer(long snapshotId, String question, String words, String who) {
    Issue asked =
        evidence.issues(snapshotId).stream()
            .filter(issue -> issue.weight() == Issue.Weight.QUESTION)
            .filter(issue -> question(issue).equals(question))
            .findFirst()
            .orElseThrow(() -> Refusal.missing("This question is no longer asked."));
    if (words.length() > LONGEST) {
      throw Refusal.unusable(
          "The answer has %,d letters, expected at most %,d.".formatted(words.length(), LONGEST));
    }
    AnswerRow row =
        rows.findBySnapshotIdAndQuestion(snapshotId, question)
            .orElseGet(() -> new AnswerRow(snapshotId, question, asked.sentence()));
    if (words.isEmpty()) {
      rows.delete(row);
    } else {
      row.said(words, who, clock.instant());
      rows.save(row);
    }
    journal.write(
        who,
        "answer",
        "%s: %s — %s"
            .formatted(asked.place(), asked.sentence(), words.isEmpty() ? "taken back" : words));
  }

  @Transactional(readOnly = true)
  public List<Kept> kept(long snapshotId) {
    return rows.findBySnapshotIdOrderById(snapshotId).stream()
        .map(row ->
            new Kept(
                row.question(), row.asked(), row.words(), row.saidBy(), row.saidAt().toString()))
        .toList();
  }

  /// Restores what a saved folder holds, where nothing was said here.
  @Transactional
  public int restore(long snapshotId, List<Kept> kept) {
    int restored = 0;
    for (Kept one : kept) {
      if (rows.findBySnapshotIdAndQuestion(snapshotId, one.question()).isEmpty()) {
        AnswerRow row = new AnswerRow(snapshotId, one.question(), one.asked());
        row.said(one.words(), one.by(), Instant.parse(one.at()));
        rows.save(row);
        restored++;
      }
    }
    return restored;
  }
}
