package app.stalekeys.core.source;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;

/// How many hands a piece of work gets: one after the other where nothing else is said, or several at once. The results stand in the
/// order of the items either way.
public interface Workers {
  default <T, R> List<R> each(List<T> items, Function<T, R> work) {
    return items.stream().map(work).toList();
  }

  /// Begins something of which the result is wanted later. With one pair of hands it is done when it is wanted.
  default <T> Supplier<T> beside(Supplier<T> work) {
    return work;
  }

  /// One item after the other.
  Workers ONE = new Workers() {};
}
