package app.stalekeys.server.gather;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What the auditor says about a tie-out difference.
@Service
class Explanations {

  private static final int LONGEST = 4000;

  private final EvidenceRows rows;
  private final Journal journal;

  Explanations(EvidenceRows rows, Journal journal) {
    this.rows = rows;
    this.journal = journal;
  }

  @Transactional
  public void explain(long id, String words, String who) {
    if (words.length() > LONGEST) {
      throw Refusal.unusable(
          "The explanation has %,d letters, expected at most %,d."
              .formatted(words.length(), LONGEST));
    }
    EvidenceRow row = rows.findById(id).orElseThrow();
    row.explain(words);
    journal.write(
        who, "tie-out", "explained the difference in %s: %s".formatted(row.file(), words));
  }
}
