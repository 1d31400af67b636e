package app.stalekeys.server.command;

import app.stalekeys.core.source.Workers;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;
import java.util.function.Supplier;

/// Several files, several checks at a time: on the command line nobody else waits for the machine.
final class AllHands implements Workers {
  @Override
  public <T, R> List<R> each(List<T> items, Function<T, R> work) {
    return items.parallelStream().map(work).toList();
  }

  @Override
  public <T> Supplier<T> beside(Supplier<T> work) {
    CompletableFuture<T> begun = CompletableFuture.supplyAsync(work);
    return () -> {
      try {
        return begun.join();
      } catch (CompletionException failed) {
        throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
      }
    };
  }
}
