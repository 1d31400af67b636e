package app.stalekeys.server.jobs;

import app.stalekeys.core.source.Workers;
import app.stalekeys.server.platform.Refusal;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/// Runs jobs one after the other and keeps the last hundred to be looked at.
@Service
public class Jobs {

  /// The work of a job. A [Refusal] it throws is shown to the user as its sentences.
  @FunctionalInterface
  public interface Work {
    void run(Job job) throws Exception;
  }

  private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
  private static final int KEPT = 100;

  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "jobs");
        thread.setDaemon(true);
        return thread;
      });
  private final ExecutorService helper =
      Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "jobs-beside");
        thread.setDaemon(true);
        return thread;
      });
  private final ScheduledExecutorService clockwork =
      Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "jobs-clockwork");
        thread.setDaemon(true);
        return thread;
      });
  private final ConcurrentSkipListMap<Long, Job> jobs = new ConcurrentSkipListMap<>();
  private final AtomicLong ids = new AtomicLong();

  /// Work beside the work in hand, on a thread of its own: it may itself wait for other such work. Whoever asks bounds
  /// how much of it there is.
  public <T> Future<T> beside(Callable<T> work) {
    return helper.submit(work);
  }

  /// What work beside came to, once it has.
  ///
  /// @throws IOException when that is what it failed with
  public static <T> T ended(Future<T> beside) throws IOException {
    try {
      return beside.get();
    } catch (ExecutionException failed) {
      if (failed.getCause() instanceof IOException cause) {
        throw cause;
      }
      throw new IllegalStateException(failed.getCause());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(interrupted);
    }
  }

  /// The hands of a job: one thing after the other, and what can be begun before it is wanted on another thread.
  public Workers hands() {
    return new Workers() {
      @Override
      public <T> Supplier<T> beside(Supplier<T> work) {
        Future<T> begun = Jobs.this.beside(work::get);
        return () -> {
          try {
            return ended(begun);
          } catch (IOException failed) {
            throw new UncheckedIOException(failed);
          }
        };
      }
    };
  }

  public Job submit(String title, Work work) {
    Job job = kept(title);
    worker.execute(() -> run(job, work));
    return job;
  }

  /// The same after a while, without holding up what comes in between.
  public Job submitIn(Duration pause, String title, Work work) {
    Job job = kept(title);
    CompletableFuture.delayedExecutor(pause.toMillis(), TimeUnit.MILLISECONDS, worker)
        .execute(() -> run(job, work));
    return job;
  }

  private Job kept(String title) {
    Job job = new Job(ids.incrementAndGet(), title);
    jobs.put(job.id(), job);
    if (jobs.size() > KEPT) {
      jobs.pollFirstEntry();
    }
    return job;
  }

  /// Work that is short and done again and again, such as looking whether something is due. What one time of it
  /// comes to does not end it.
  public void every(Duration pause, Runnable work) {
    clockwork.scheduleWithFixedDelay(
        () -> {
          try {
            work.run();
          } catch (RuntimeException failure) {
            LOG.error("work that is done again and again failed", failure);
          }
        },
        pause.toMillis(),
        pause.toMillis(),
        TimeUnit.MILLISECONDS);
  }

  /// A job for work that the caller does itself and waits for.
  public Job attended(String title) {
    return new Job(ids.incrementAndGet(), title);
  }

  private static void run(Job job, Work work) {
    job.state(Job.State.RUNNING, List.of());
    try {
      work.run(job);
      job.state(Job.State.DONE, List.of());
    } catch (Refusal refusal) {
      Job.State ended = job.stopAsked() ? Job.State.STOPPED : Job.State.FAILED;
      job.state(ended, refusal.sentences());
    } catch (Exception failure) {
      LOG.error("the job {} failed", job.title(), failure);
      job.state(
          Job.State.FAILED,
          List.of(
              "Something went wrong inside Stale Keys. Nothing was changed; the log says more."));
    }
  }

  Job job(long id) {
    Job job = jobs.get(id);
    if (job == null) {
      throw Refusal.missing("This piece of work is over and no longer kept.");
    }
    return job;
  }

  Collection<Job> all() {
    return Map.copyOf(jobs).values();
  }

  @PreDestroy
  void stop() {
    jobs.values().forEach(Job::askToStop);
    worker.shutdown();
    helper.shutdown();
    clockwork.shutdownNow();
  }
}
