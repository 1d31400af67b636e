package app.stalekeys.server.standing;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.certify.RoundKeeper;
import app.stalekeys.server.journal.Journal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/// Rounds of certification as a file of the saved folder.
@Component
class KeptRounds {

  static final String FILE = "rounds.json";

  private record Words(List<RoundKeeper.Kept> rounds) {}

  private final RoundKeeper keeper;
  private final Journal journal;
  private final KeptFile file;

  KeptRounds(RoundKeeper keeper, Journal journal, KeptFile file) {
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
            folder.resolve(FILE), Words.class, words -> keeper.restore(open, words.rounds()));
    if (restored > 0) {
      journal.write(who, "audit", "restored from the folder: rounds %,d".formatted(restored));
    }
  }
}
