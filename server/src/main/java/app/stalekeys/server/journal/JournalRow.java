package app.stalekeys.server.journal;

import app.stalekeys.core.journal.JournalEntry;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/// One entry as it is kept. Never changed, never removed.
@Entity
@Table(name = "journal")
class JournalRow {

  @Id private long number;
  private String at = "";
  private String who = "";
  private String what = "";
  private String detail = "";
  private String previous = "";
  private String hash = "";

  protected JournalRow() {}

  JournalRow(JournalEntry entry) {
    number = entry.number();
    at = entry.at();
    who = entry.who();
    what = entry.what();
    detail = entry.detail();
    previous = entry.previous();
    hash = entry.hash();
  }

  JournalEntry entry() {
    return new JournalEntry(number, at, who, what, detail, previous, hash);
  }
}
