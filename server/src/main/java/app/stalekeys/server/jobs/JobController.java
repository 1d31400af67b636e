package app.stalekeys.server.jobs;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Work in hand, for progress bars that survive a reload.
@RestController
@RequestMapping("/api/jobs")
class JobController {

  /// @param known rows to come, 0 when nobody knows
  /// @param unit what is counted, in the plural
  record JobView(
      long id,
      String title,
      String step,
      String state,
      long done,
      long known,
      String unit,
      @Nullable Long result,
      List<String> sentences) {}

  private final Jobs jobs;

  JobController(Jobs jobs) {
    this.jobs = jobs;
  }

  @GetMapping
  List<JobView> inHand() {
    return jobs.all().stream()
        .filter(job -> !job.isOver())
        .sorted(Comparator.comparingLong(Job::id))
        .map(JobController::view)
        .toList();
  }

  @GetMapping("/{id}")
  JobView one(@PathVariable long id) {
    return view(jobs.job(id));
  }

  @DeleteMapping("/{id}")
  void stop(@PathVariable long id) {
    jobs.job(id).askToStop();
  }

  private static JobView view(Job job) {
    return new JobView(
        job.id(),
        job.title(),
        job.step(),
        job.state().name().toLowerCase(Locale.ROOT),
        job.done(),
        job.known(),
        job.unit(),
        job.result(),
        job.sentences());
  }
}
