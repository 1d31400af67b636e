package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.server.audits.OpenSnapshot;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Fixes for whoever carries them out by machine.
@Service
public class FixWork {

  /// @param words what is to be done, for people
  public record Open(long id, Step step, String words, String who) {}

  private final FixBook book;

  FixWork(FixBook book) {
    this.book = book;
  }

  /// Those of one application that nobody has reported done yet.
  @Transactional(readOnly = true)
  public List<Open> open(OpenSnapshot open, String application) {
    return book.ofAudit(open).stream()
        .filter(row -> row.application().equals(application))
        .filter(row -> row.state().mayBecome(FixState.REPORTED_DONE))
        .map(row -> new Open(row.id(), row.step(), row.step().words(), row.who()))
        .toList();
  }

  /// It was carried out; confirmed it is by the next list alone.
  @Transactional
  public void carriedOut(OpenSnapshot open, long id, String words, String who) {
    FixRow row = book.get(open, id);
    if (row.state().mayBecome(FixState.REPORTED_DONE)) {
      book.move(
          open,
          List.of(new FixBook.FixSeen(id, row.version())),
          FixState.REPORTED_DONE,
          words,
          null,
          null,
          who);
    }
  }
}
