package app.stalekeys.server.gather;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What the auditor says about a tie-out difference.
@Service
public class Explanations {

  private static final int LONGEST = 4000;

  private final EvidenceRows rows;
  private final Journal journal;

  Explanations(EvidenceRows rows, Journal journal) {
    this.rows = rows;
    this.journal = journal;
  }

  /// One line of the saved folder.
  public record Kept(String file, String words) {}

  @Transactional(readOnly = true)
  public List<Kept> kept(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream()
        .filter(row -> !row.explanation().isEmpty())
        .map(row -> new Kept(row.file(), row.explanation()))
        .toList();
  }

  /// Restores what a saved folder holds, where nothing was said here.
  @Transactional
  public int restore(long snapshotId, List<Kept> kept) {
    int restored = 0;
    for (Kept one : kept) {
      EvidenceRow row = rows.findBySnapshotIdAndFile(snapshotId, one.file()).orElse(null);
      if (row != null && row.explanation().isEmpty()) {
        row.explain(one.words());
        restored++;
      }
    }
    return restored;
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
