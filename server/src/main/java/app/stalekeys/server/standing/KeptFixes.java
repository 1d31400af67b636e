package app.stalekeys.server.standing;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.fix.FixKeeper;
import app.stalekeys.server.journal.Journal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/// Fixes as a file of the saved folder.
@Component
class KeptFixes {

  static final String FILE = "fixes.json";

  private record Words(List<FixKeeper.Kept> fixes) {}

  private final FixKeeper keeper;
  private final Journal journal;
  private final KeptFile file;

  KeptFixes(FixKeeper keeper, Journal journal, KeptFile file) {
    this.keeper = keeper;
    this.journal = journal;
    this.file = file;
  }

  byte[] of(OpenSnapshot open) {
    return file.write(new Words(keeper.kept(open.id())));
  }

  /// Restores what the folder holds, if it holds anything.
  void restore(OpenSnapshot open, Path folder, String who) throws IOException {
    int restored =
        file.restore(
            folder.resolve(FILE), Words.class, words -> keeper.restore(open, words.fixes()));
    if (restored > 0) {
      journal.write(who, "audit", "restored from the folder: fixes %,d".formatted(restored));
    }
  }
}
