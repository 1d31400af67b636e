package app.stalekeys.reports;

import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/// The parts of a pack about what was done: sign-ins in sums, and changes of access one by one.
final class TrailSections {

  private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  private final PackInput input;
  private final ZoneId zone;

  TrailSections(PackInput input) {
    this.input = input;
    this.zone = input.snapshot().zone();
  }

  /// What one application's log comes to.
  private static final class Sums {
    private final Map<Outcome, Long> outcomes = new EnumMap<>(Outcome.class);
    private final BitSet accounts = new BitSet();
    private long strangers;
    private long first = Long.MAX_VALUE;
    private long last = Long.MIN_VALUE;

    long of(Outcome outcome) {
      return outcomes.getOrDefault(outcome, 0L);
    }
  }

  List<Block> signIns() {
    List<List<String>> rows = new ArrayList<>();
    List<Block.Bar> failures = new ArrayList<>();
    List<String> without = new ArrayList<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      if (!access.coverage().has("sign-ins")) {
        without.add(access.application().name());
        continue;
      }
      Sums sums = sums(access);
      failures.add(new Block.Bar(access.application().name(), sums.of(Outcome.FAILURE), false));
      rows.add(
          List.of(
              access.application().name(),
              day(sums.first),
              day(sums.last),
              String.valueOf(sums.of(Outcome.SUCCESS)),
              String.valueOf(sums.of(Outcome.FAILURE)),
              String.valueOf(sums.of(Outcome.LOCKOUT)),
              String.valueOf(sums.accounts.cardinality()),
              String.valueOf(sums.strangers)));
    }
    List<Block> blocks = new ArrayList<>();
    if (!without.isEmpty()) {
      blocks.add(
          Block.Words.warning("No sign-ins came of: %s.".formatted(String.join(", ", without))));
    }
    blocks.add(new Block.Bars("Failures by application", failures));
    blocks.add(
        new Block.Grid(
            "sign-ins",
            List.of(
                Block.Column.text("Application", 24),
                Block.Column.day("from", 11),
                Block.Column.day("to", 11),
                Block.Column.number("successes", 11),
                Block.Column.number("failures", 10),
                Block.Column.number("lock-outs", 10),
                Block.Column.number("accounts", 10),
                Block.Column.number("of no account", 13)),
            rows));
    return blocks;
  }

  private static Sums sums(ApplicationAccess access) {
    Sums sums = new Sums();
    access
        .signIns()
        .scan((account, at, outcome, file, row) -> {
          sums.outcomes.merge(outcome, 1L, Long::sum);
          if (account == null) {
            sums.strangers++;
          } else {
            sums.accounts.set(account.index());
          }
          sums.first = Math.min(sums.first, at);
          sums.last = Math.max(sums.last, at);
        });
    return sums;
  }

  private String day(long at) {
    return at == Long.MAX_VALUE || at == Long.MIN_VALUE
        ? ""
        : LocalDate.ofInstant(Instant.ofEpochMilli(at), zone).toString();
  }

  /// @param done by whom, to whom and what
  private record Change(ApplicationAccess access, Activity done) {}

  List<Block> changes() {
    long from = input.snapshot().periodFrom().atStartOfDay(zone).toInstant().toEpochMilli();
    List<Change> changes = new ArrayList<>();
    List<String> without = new ArrayList<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      if (!access.coverage().has("activity")) {
        without.add(access.application().name());
      }
      access
          .records()
          .activity()
          .scan(done -> {
            if (done.isAdministrative() && done.at() >= from) {
              changes.add(new Change(access, done));
            }
          });
    }
    changes.sort(Comparator.comparingLong(change -> change.done.at()));
    List<Block> blocks = new ArrayList<>();
    if (!without.isEmpty()) {
      blocks.add(
          Block.Words.warning(
              "No record of changes came of: %s.".formatted(String.join(", ", without))));
    }
    blocks.add(
        Block.Words.plain(
            "%,d changes are on record between %s and %s."
                .formatted(
                    changes.size(), input.snapshot().periodFrom(), input.snapshot().asOf())));
    blocks.add(
        new Block.Grid(
            "changes",
            List.of(
                Block.Column.id("At", 16),
                Block.Column.text("Application", 14),
                Block.Column.text("By", 14),
                Block.Column.text("What", 14),
                Block.Column.text("To", 14),
                Block.Column.text("Before, after", 16),
                Block.Column.text("Request", 9),
                Block.Column.id("Evidence", 15)),
            changes.stream().map(this::change).toList()));
    return blocks;
  }

  private List<String> change(Change change) {
    Activity done = change.done;
    String scope = done.scope().isEmpty() ? "" : " in " + done.scope();
    return List.of(
        MINUTE.format(Instant.ofEpochMilli(done.at()).atZone(zone)),
        change.access.application().name(),
        done.actorName(),
        done.action().replace('-', ' '),
        done.target(),
        (done.before().isEmpty() ? "" : "- " + done.before() + " ")
            + (done.after().isEmpty() ? done.resource() : "+ " + done.after())
            + scope,
        done.request(),
        input.findings().citations().cite(done.place()));
  }
}
