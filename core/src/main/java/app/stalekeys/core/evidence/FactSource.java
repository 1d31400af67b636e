package app.stalekeys.core.evidence;

import java.util.Iterator;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// The facts of one evidence file, to be walked over as often as needed: held in memory after a
/// headless reading, or loaded piece by piece from a store.
public interface FactSource {

  /// The file's path in the audit folder, for places.
  String file();

  /// The application's id; null for evidence of the whole organisation.
  @Nullable String application();

  /// The fields of a kind that have a column; empty when the file does not serve the kind.
  Set<String> fields(Kind kind);

  /// The sealed facts of a kind, in the file's order.
  Iterable<Segment> segments(Kind kind);

  /// One of them, by its number from 0.
  ///
  /// @throws java.util.NoSuchElementException when there are fewer
  default Segment segment(Kind kind, int number) {
    Iterator<Segment> all = segments(kind).iterator();
    for (int i = 0; i < number; i++) {
      all.next();
    }
    return all.next();
  }

  default boolean serves(Kind kind) {
    return !fields(kind).isEmpty();
  }
}
