package app.stalekeys.server.command;

import app.stalekeys.core.source.Workers;
import java.util.List;
import java.util.concurrent.ForkJoinTask;
import java.util.function.Function;
import java.util.function.Supplier;

/// Several files, several checks at a time: on the command line nobody else waits for the machine.
final class AllHands implements Workers {
  @Override
  public <T, R> List<R> each(List<T> items, Function<T, R> work) {
    return items.parallelStream().map(work).toList();
  }

  /// Whoever wants the result before anybody has begun does the work.
  @Override
  public <T> Supplier<T> beside(Supplier<T> work) {
    return ForkJoinTask.adapt(work::get).fork()::join;
  }
}
