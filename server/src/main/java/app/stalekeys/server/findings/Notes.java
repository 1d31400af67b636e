package app.stalekeys.server.findings;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What is written beside findings, without deciding anything.
@Service
class Notes {

  private static final int LONGEST = 4000;

  private final NoteRows rows;
  private final Journal journal;
  private final Clock clock;

  Notes(NoteRows rows, Journal journal, Clock clock) {
    this.rows = rows;
    this.journal = journal;
    this.clock = clock;
  }

  /// In the order in which they were written.
  List<NoteRow> of(OpenSnapshot open, String findingKey) {
    return rows.findByAuditIdAndFindingKeyOrderById(open.auditId(), findingKey);
  }

  /// @throws Refusal when it is empty or too long
  @Transactional
  void write(OpenSnapshot open, String findingKey, String text, String who) {
    String note = text.strip();
    if (note.isEmpty() || note.length() > LONGEST) {
      throw Refusal.unusable(
          "The note has %,d characters, expected 1 to %,d.".formatted(note.length(), LONGEST));
    }
    rows.save(new NoteRow(open.auditId(), findingKey, note, who, clock.instant()));
    journal.write(who, "note", "noted beside finding " + findingKey);
  }
}
