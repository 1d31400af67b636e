package app.stalekeys.server.command;

import app.stalekeys.core.source.Workers;
import java.util.List;
import java.util.function.Function;

/// Several files, several checks at a time: on the command line nobody else waits for the machine.
final class AllHands implements Workers {
  @Override
  public <T, R> List<R> each(List<T> items, Function<T, R> work) {
    return items.parallelStream().map(work).toList();
  }
}
