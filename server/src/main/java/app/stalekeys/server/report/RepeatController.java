package app.stalekeys.server.report;

import app.stalekeys.server.audits.Snapshots;
import java.security.Principal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Packs that are made again by the calendar.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/report/repeats")
class RepeatController {

  record RepeatRun(
      String dueAt, String ranAt, boolean succeeded, String words, @Nullable Long pack) {}

  record RepeatView(
      long id,
      String template,
      String cron,
      String zone,
      String folder,
      String out,
      String mail,
      boolean encloses,
      boolean active,
      String nextAt,
      String madeBy,
      List<RepeatRun> runs) {}

  record RepeatSwitch(boolean active) {}

  /// @param id to be asked for under `/api/jobs`
  record RepeatStarted(long id) {}

  private final Repeats repeats;
  private final Snapshots snapshots;

  RepeatController(Repeats repeats, Snapshots snapshots) {
    this.repeats = repeats;
    this.snapshots = snapshots;
  }

  @GetMapping
  List<RepeatView> all(@PathVariable long snapshot) {
    return repeats.of(snapshots.get(snapshot)).stream().map(this::view).toList();
  }

  private RepeatView view(RepeatRow row) {
    return new RepeatView(
        row.id(),
        row.template(),
        row.cron(),
        row.zone(),
        row.folder(),
        row.outFolder(),
        row.mailTo(),
        row.encloses(),
        row.active(),
        row.nextAt().toString(),
        row.madeBy(),
        repeats.runs(row).stream()
            .map(run ->
                new RepeatRun(
                    run.dueAt().toString(),
                    run.ranAt().toString(),
                    run.succeeded(),
                    run.words(),
                    run.packId()))
            .toList());
  }

  @PostMapping
  void add(@PathVariable long snapshot, @RequestBody Repeats.RepeatText text, Principal who) {
    repeats.add(snapshots.get(snapshot), text, who.getName());
  }

  @PutMapping("/{id}")
  void activate(
      @PathVariable long snapshot,
      @PathVariable long id,
      @RequestBody RepeatSwitch on,
      Principal who) {
    repeats.activate(snapshots.get(snapshot), id, on.active, who.getName());
  }

  @DeleteMapping("/{id}")
  void drop(@PathVariable long snapshot, @PathVariable long id, Principal who) {
    repeats.drop(snapshots.get(snapshot), id, who.getName());
  }

  @PostMapping("/{id}/run")
  RepeatStarted run(@PathVariable long snapshot, @PathVariable long id) {
    return new RepeatStarted(repeats.runNow(snapshots.get(snapshot), id).id());
  }
}
