package app.stalekeys.core.journal;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.source.Issue;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

class JournalChainTest {

  private static List<JournalEntry> entries() {
    List<JournalEntry> entries = new ArrayList<>();
    String last = JournalEntry.START;
    for (int number = 1; number <= 5; number++) {
      JournalEntry entry =
          JournalEntry.following(
              last,
              number,
              "2026-07-0" + number + "T08:00:00Z",
              "lead",
              "decision",
              "no " + number);
      entries.add(entry);
      last = entry.hash();
    }
    return entries;
  }

  private static List<String> faults(List<JournalEntry> entries) {
    JournalChain chain = new JournalChain("journal.jsonl");
    long row = 0;
    for (JournalEntry entry : entries) {
      chain.add(entry, ++row);
    }
    return chain.issues().stream().map(Issue::code).toList();
  }

  @Test
  void anUntouchedChainHolds() {
    assertThat(faults(entries())).isEmpty();
  }

  @Test
  void anAlteredEntryIsFoundEvenWithANewHash() {
    List<JournalEntry> entries = entries();
    JournalEntry old = entries.get(2);
    entries.set(
        2,
        new JournalEntry(
            3, old.at(), "somebody", old.what(), old.detail(), old.previous(), old.hash()));
    assertThat(faults(entries)).containsExactly("journal-altered");
    entries.set(
        2,
        JournalEntry.following(old.previous(), 3, old.at(), "somebody", old.what(), old.detail()));
    assertThat(faults(entries)).containsExactly("journal-unchained");
  }

  @Test
  void aRemovedOrMovedEntryIsFound() {
    List<JournalEntry> removed = entries();
    removed.remove(1);
    assertThat(faults(removed)).contains("journal-gap");
    List<JournalEntry> moved = entries();
    Collections.swap(moved, 1, 2);
    assertThat(faults(moved)).contains("journal-gap");
  }

  @Test
  void fieldsCannotRunIntoEachOther() {
    JournalEntry one = JournalEntry.following(JournalEntry.START, 1, "t", "a\nb", "c", "d");
    JournalEntry other = JournalEntry.following(JournalEntry.START, 1, "t", "a", "b\nc", "d");
    assertThat(one.hash()).isNotEqualTo(other.hash());
  }
}
