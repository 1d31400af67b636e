package app.stalekeys.core.journal;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.List;

/// Checks entries one after the other; any that was altered, removed or moved breaks the chain. What
/// was cut off at the end cannot be seen from the entries alone: compare the last hash with the one on
/// a report or in an earlier copy.
public final class JournalChain {

  private final String file;
  private final List<Issue> issues = new ArrayList<>();
  private String last = JournalEntry.START;
  private long expected = 1;

  /// @param file how places call the journal
  public JournalChain(String file) {
    this.file = file;
  }

  /// Takes the next entry.
  ///
  /// @param row the line it stands on
  public void add(JournalEntry entry, long row) {
    if (entry.number() != expected) {
      fault(
          "journal-gap",
          "entry %d stands where entry %d was expected: one was removed or moved"
              .formatted(entry.number(), expected),
          row);
    } else if (!entry.previous().equals(last)) {
      fault(
          "journal-unchained",
          "entry %d does not follow the one before it: one of them was altered"
              .formatted(entry.number()),
          row);
    }
    if (!entry.isWhole()) {
      fault(
          "journal-altered",
          "entry %d says something else than when it was written".formatted(entry.number()),
          row);
    }
    last = entry.hash();
    expected = entry.number() + 1;
  }

  private void fault(String code, String sentence, long row) {
    issues.add(Issue.unusable(code, sentence, Place.ofRow(file, row)));
  }

  public List<Issue> issues() {
    return List.copyOf(issues);
  }

  /// The hash of the last entry taken.
  public String lastHash() {
    return last;
  }

  public long entries() {
    return expected - 1;
  }
}
