package app.stalekeys.server.journal;

import app.stalekeys.core.journal.JournalEntry;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Writes the journal. An entry is part of the transaction of the deed: either both are there or none.
@Service
public class Journal {

  private static final int LONGEST = 4000;
  private static final int PAGE = 1000;

  private final JournalRows rows;
  private final JournalLock lock;
  private final Clock clock;

  Journal(JournalRows rows, JournalLock lock, Clock clock) {
    this.rows = rows;
    this.lock = lock;
    this.clock = clock;
  }

  /// @param what a short stable name of the deed
  /// @param detail what was done, in words; cut after 4,000 letters
  @Transactional
  public void write(String who, String what, String detail) {
    // Two deeds at once must not both follow the same entry.
    lock.holdUntilCommit();
    Optional<JournalEntry> last = rows.findFirstByOrderByNumberDesc().map(JournalRow::entry);
    String said = detail.length() <= LONGEST ? detail : detail.substring(0, LONGEST);
    JournalEntry entry =
        JournalEntry.following(
            last.map(JournalEntry::hash).orElse(JournalEntry.START),
            last.map(JournalEntry::number).orElse(0L) + 1,
            clock.instant().truncatedTo(ChronoUnit.MILLIS).toString(),
            who,
            what,
            said);
    rows.save(new JournalRow(entry));
  }

  /// Calls the reader with every entry in order, a page at a time.
  @Transactional(readOnly = true)
  public void read(Consumer<JournalEntry> reader) {
    long after = 0;
    List<JournalRow> page;
    do {
      page = rows.findByNumberGreaterThanOrderByNumber(after, Limit.of(PAGE));
      for (JournalRow row : page) {
        reader.accept(row.entry());
        after = row.entry().number();
      }
    } while (page.size() == PAGE);
  }
}
