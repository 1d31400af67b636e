package app.stalekeys.server.report;

import app.stalekeys.reports.PackTemplate;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.mail.Mailer;
import app.stalekeys.server.platform.Refusal;
import app.stalekeys.server.standing.AuditOpener;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.support.CronExpression;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Packs that are made again by the calendar: the watched folder is examined, the pack made, written to a folder and
/// told of by mail. A time that was missed is caught up once, however many there were. Every run is written down.
@Service
class Repeats {

  private static final Duration LOOK = Duration.ofSeconds(20);
  private static final DateTimeFormatter STAMP = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss");

  /// @param when `monthly`, `quarterly`, or a cron expression of six fields in the audit's zone
  /// @param folder an audit folder to open before; empty to take the audit as it stands
  /// @param out a folder the pack is written to; empty for none
  record RepeatText(
      String template, String when, String folder, String out, String mail, boolean encloses) {}

  private final RepeatRows rows;
  private final RunRows runs;
  private final Packs packs;
  private final Snapshots snapshots;
  private final AuditOpener opener;
  private final Mailer mailer;
  private final Journal journal;
  private final Jobs jobs;
  private final Clock clock;
  private final String address;

  Repeats(
      RepeatRows rows,
      RunRows runs,
      Packs packs,
      Snapshots snapshots,
      AuditOpener opener,
      Mailer mailer,
      Journal journal,
      Jobs jobs,
      Clock clock,
      @Value("${stalekeys.address:http://localhost:${server.port:8080}}") String address) {
    this.rows = rows;
    this.runs = runs;
    this.packs = packs;
    this.snapshots = snapshots;
    this.opener = opener;
    this.mailer = mailer;
    this.journal = journal;
    this.jobs = jobs;
    this.clock = clock;
    this.address = address;
  }

  @EventListener(ApplicationReadyEvent.class)
  void begin() {
    jobs.every(LOOK, this::look);
  }

  private void look() {
    for (RepeatRow row : rows.findByActiveTrueAndNextAtLessThanEqual(clock.instant())) {
      run(row);
    }
  }

  @Transactional(readOnly = true)
  public List<RepeatRow> of(OpenSnapshot open) {
    return rows.findByAuditIdOrderById(open.auditId());
  }

  @Transactional(readOnly = true)
  public List<RunRow> runs(RepeatRow row) {
    return runs.findTop20ByRepeatIdOrderByIdDesc(row.id());
  }

  /// The six fields of a cron expression.
  static String cron(String when) {
    String cron =
        switch (when.strip()) {
          case "monthly" -> "0 0 6 1 * *";
          case "quarterly" -> "0 0 6 1 1,4,7,10 *";
          default -> when.strip();
        };
    if (!CronExpression.isValidExpression(cron)) {
      throw Refusal.unusable(
          "\"%s\" is no time; expected monthly, quarterly, or six fields: second, minute, hour, day, month, day of the week, such as 0 30 5 1 * *."
              .formatted(when));
    }
    return cron;
  }

  private static Instant next(String cron, String zone, Instant after) {
    ZonedDateTime next =
        CronExpression.parse(cron).next(ZonedDateTime.ofInstant(after, ZoneId.of(zone)));
    if (next == null) {
      throw Refusal.unusable("\"%s\" never comes.".formatted(cron));
    }
    return next.toInstant();
  }

  @Transactional
  public void add(OpenSnapshot open, RepeatText text, String who) {
    if (packs.templates(open).stream().noneMatch(one -> one.name().equals(text.template))) {
      throw Refusal.unusable(
          "There is no template \"%s\"; keep it first.".formatted(text.template));
    }
    String cron = cron(text.when);
    if (!text.folder.isBlank() && !Files.isDirectory(path(text.folder))) {
      throw Refusal.unusable(
          "There is no folder %s on the machine that runs Stale Keys.".formatted(text.folder));
    }
    if (text.out.isBlank() && text.mail.isBlank()) {
      throw Refusal.unusable("Say where the pack goes: a folder, mail addresses, or both.");
    }
    path(text.out);
    String zone = open.file().zone().getId();
    RepeatRow row = new RepeatRow(open.auditId(), text.template, cron, zone, who);
    row.goes(text.folder.strip(), text.out.strip(), text.mail.strip(), text.encloses);
    row.next(next(cron, zone, clock.instant()));
    rows.save(row);
    journal.write(
        who,
        "setting",
        "the pack \"%s\" is made again: %s, zone %s".formatted(text.template, cron, zone));
  }

  private static Path path(String text) {
    try {
      return Path.of(text.strip());
    } catch (InvalidPathException noPath) {
      throw Refusal.unusable("\"%s\" is no path of a folder.".formatted(text));
    }
  }

  private RepeatRow get(OpenSnapshot open, long id) {
    return rows.findByIdAndAuditId(id, open.auditId())
        .orElseThrow(() -> Refusal.missing("There is no such repeat in this audit."));
  }

  @Transactional
  public void drop(OpenSnapshot open, long id, String who) {
    RepeatRow row = get(open, id);
    rows.delete(row);
    journal.write(
        who, "setting", "the pack \"%s\" is made again no more".formatted(row.template()));
  }

  @Transactional
  public void activate(OpenSnapshot open, long id, boolean on, String who) {
    RepeatRow row = get(open, id);
    row.activate(on);
    row.next(next(row.cron(), row.zone(), clock.instant()));
    journal.write(
        who,
        "setting",
        "the pack \"%s\" is made again: %s".formatted(row.template(), on ? "on" : "paused"));
  }

  /// Runs at once, besides its times.
  Job runNow(OpenSnapshot open, long id) {
    return run(get(open, id));
  }

  private Job run(RepeatRow row) {
    Instant due = row.nextAt();
    // Set before the run: what was missed is caught up once, and a run that fails does not run on
    // and on.
    row.next(next(row.cron(), row.zone(), clock.instant()));
    rows.save(row);
    return jobs.submit("Making the pack " + row.template() + " again", job -> run(row, due, job));
  }

  private void run(RepeatRow row, Instant due, Job job) {
    RunRow run = new RunRow(row.id(), due, clock.instant().truncatedTo(ChronoUnit.MILLIS));
    try {
      OpenSnapshot open = snapshot(row, job);
      job.step("Laying out the pack", 0);
      long pack = packs.make(open, template(open, row), row.madeBy());
      run.came(true, delivered(row, open, pack), pack);
      job.result(pack);
    } catch (Refusal refusal) {
      run.came(false, String.join(" ", refusal.sentences()), null);
    } catch (IOException failed) {
      run.came(false, "The folder could not be used: " + failed.getMessage(), null);
    }
    runs.save(run);
    journal.write(
        "stale-keys",
        "report",
        "the pack \"%s\", due %s: %s".formatted(row.template(), due, run.words()));
  }

  /// The watched folder's, else the latest of the audit.
  private OpenSnapshot snapshot(RepeatRow row, Job job) throws IOException {
    if (!row.folder().isEmpty()) {
      return snapshots.get(opener.open(Path.of(row.folder()), "stale-keys", job));
    }
    return snapshots.all().stream()
        .filter(one -> one.auditId() == row.auditId())
        .max(Comparator.comparing(one -> one.file().asOf()))
        .orElseThrow(() -> Refusal.missing("The audit is not open any more."));
  }

  private PackTemplate template(OpenSnapshot open, RepeatRow row) {
    return packs.templates(open).stream()
        .filter(one -> one.name().equals(row.template()))
        .findFirst()
        .orElseThrow(() ->
            Refusal.missing("The template \"%s\" is not kept any more.".formatted(row.template())));
  }

  private String delivered(RepeatRow row, OpenSnapshot open, long pack) throws IOException {
    byte[] zip = packs.zip(open, pack);
    String name =
        "pack-%s-%s.zip"
            .formatted(
                open.file().asOf(), STAMP.format(clock.instant().atZone(ZoneId.of(row.zone()))));
    StringBuilder words = new StringBuilder("made as of " + open.file().asOf());
    if (!row.outFolder().isEmpty()) {
      Path folder = Files.createDirectories(Path.of(row.outFolder()));
      Path half = folder.resolve(name + ".part");
      Files.write(half, zip);
      Files.move(half, folder.resolve(name), StandardCopyOption.ATOMIC_MOVE);
      words.append(", written to ").append(folder.resolve(name));
    }
    if (!row.mailTo().isEmpty()) {
      String way = "%s/s/%d/report".formatted(address, open.id());
      Mailer.Outcome outcome =
          mailer.send(
              new Mailer.Letter(
                  row.mailTo(),
                  "%s as of %s".formatted(row.template(), open.file().asOf()),
                  "The pack \"%s\" of %s as of %s is made.\n\n%s\n"
                      .formatted(row.template(), open.file().title(), open.file().asOf(), way),
                  row.encloses() ? new Mailer.Enclosure(name, "application/zip", zip) : null));
      words.append(", mail to ").append(row.mailTo()).append(": ").append(outcome.words());
    }
    return words.toString();
  }
}
