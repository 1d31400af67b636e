package app.stalekeys.server.requests;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.snapshot.Coverage;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The request list of a snapshot: a cell for each kind of each application, and of the organisation.
@Service
public class RequestList {

  /// Where a kind of evidence of one application stands; the worst of its files decides.
  public enum Standing {
    NOT_ASKED("not asked"),
    ASKED("asked"),
    ON_DESK("on the desk"),
    RECEIVED("received"),
    DIFFERENCES("differences"),
    TIED_OUT("tied out"),
    NOT_APPLICABLE("not applicable");

    private final String words;

    Standing(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /// @param files what came, by id
  /// @param untested the checks that are not tested for want of it
  record Cell(
      String application,
      Kind kind,
      Standing standing,
      @Nullable RequestRow request,
      List<Long> files,
      List<String> untested) {}

  /// One line of the saved folder.
  public record Kept(
      String application,
      String kind,
      String state,
      String reason,
      String askedOf,
      @Nullable String due,
      String words,
      String by,
      String at) {}

  /// What is said about several kinds of one application at once.
  record Saying(
      String application,
      List<String> kinds,
      boolean applicable,
      @Nullable String reason,
      @Nullable String askedOf,
      @Nullable LocalDate due,
      @Nullable String words) {}

  private static final int LONGEST = 4000;

  private final RequestRows rows;
  private final Evidence evidence;
  private final Journal journal;
  private final Clock clock;

  RequestList(RequestRows rows, Evidence evidence, Journal journal, Clock clock) {
    this.rows = rows;
    this.evidence = evidence;
    this.journal = journal;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<Cell> cells(OpenSnapshot open) {
    Map<String, RequestRow> asked = new HashMap<>();
    rows.findBySnapshotIdOrderById(open.id())
        .forEach(row -> asked.put(row.application() + "\n" + row.kind(), row));
    List<Evidence.Summary> files = evidence.summaries(open.id());
    List<Cell> cells = new ArrayList<>();
    List<String> owners = new ArrayList<>(List.of(""));
    open.file().applications().stream().map(Application::id).forEach(owners::add);
    Map<String, List<String>> untested = untested(open);
    for (String owner : owners) {
      for (Kind kind : Kind.values()) {
        List<Evidence.Summary> own =
            files.stream()
                .filter(file -> Objects.requireNonNullElse(file.application(), "").equals(owner))
                .filter(file -> file.kinds().contains(kind.id()))
                .toList();
        RequestRow row = asked.get(owner + "\n" + kind.id());
        cells.add(
            new Cell(
                owner,
                kind,
                standing(row, own),
                row,
                own.stream().map(Evidence.Summary::id).toList(),
                untested.getOrDefault(owner + "\n" + kind.id(), List.of())));
      }
    }
    return cells;
  }

  private static Standing standing(@Nullable RequestRow row, List<Evidence.Summary> files) {
    if (files.isEmpty()) {
      if (row == null) {
        return Standing.NOT_ASKED;
      }
      return row.state() == RequestRow.State.ASKED ? Standing.ASKED : Standing.NOT_APPLICABLE;
    }
    boolean differs =
        files.stream()
            .anyMatch(file ->
                file.refused() || (!file.tieOut().tiesOut() && file.explanation().isEmpty()));
    if (differs) {
      return Standing.DIFFERENCES;
    }
    if (files.stream().anyMatch(file -> !file.taken())) {
      return Standing.ON_DESK;
    }
    return files.stream().allMatch(file -> file.tieOut().expected() != null)
        ? Standing.TIED_OUT
        : Standing.RECEIVED;
  }

  /// The checks that are not tested, by application and kind that would help. What the organisation
  /// gives, such as the roster, helps every application and is listed there.
  private Map<String, List<String>> untested(OpenSnapshot open) {
    Map<String, List<String>> untested = new HashMap<>();
    List<FactSource> facts = evidence.facts(open);
    for (Application application : open.file().applications()) {
      Coverage coverage =
          Coverage.of(
              facts.stream()
                  .filter(source ->
                      source.application() == null || application.id().equals(source.application()))
                  .toList());
      for (Check check : open.file().allChecks()) {
        for (String need : coverage.missing(check.card().needs())) {
          String kind = need.indexOf('.') < 0 ? need : need.substring(0, need.indexOf('.'));
          String owner = isOrganisations(kind) ? "" : application.id();
          List<String> titles =
              untested.computeIfAbsent(owner + "\n" + kind, key -> new ArrayList<>());
          if (!titles.contains(check.title())) {
            titles.add(check.title());
          }
        }
      }
    }
    return untested;
  }

  static boolean isOrganisations(String kind) {
    return List.of(Kind.PEOPLE.id(), Kind.MOVES.id(), Kind.REQUESTS.id(), Kind.SYSTEMS.id())
        .contains(kind);
  }

  /// Asks for kinds of evidence, or says that there is none.
  ///
  /// @throws Refusal when something is missing; nothing was changed then
  @Transactional
  public void say(OpenSnapshot open, Saying saying, String who) {
    List<String> faults = new ArrayList<>();
    boolean known =
        saying.application().isEmpty()
            || open.file().applications().stream()
                .anyMatch(one -> one.id().equals(saying.application()));
    if (!known) {
      faults.add("There is no such application in this audit.");
    }
    if (saying.kinds().isEmpty() || saying.kinds().stream().anyMatch(id -> Kind.of(id).isEmpty())) {
      faults.add("Say which kinds of evidence: one or more of %s.".formatted(Kind.ids()));
    }
    if (saying.applicable() && text(saying.askedOf()).isEmpty()) {
      faults.add("Say whom you ask.");
    }
    if (!saying.applicable() && text(saying.reason()).isEmpty()) {
      faults.add("Say why it does not apply: what is not asked for is not tested.");
    }
    if (text(saying.words()).length() > 2 * LONGEST || text(saying.reason()).length() > LONGEST) {
      faults.add("The text is longer than can be kept.");
    }
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
    Instant now = clock.instant();
    for (String kind : saying.kinds()) {
      RequestRow row = row(open.id(), saying.application(), kind);
      if (saying.applicable()) {
        row.asked(text(saying.askedOf()), saying.due(), text(saying.words()), who, now);
      } else {
        row.notApplicable(text(saying.reason()), who, now);
      }
      rows.save(row);
    }
    journal.write(
        who,
        "request",
        saying.applicable()
            ? "asked %s for %s of %s"
                .formatted(text(saying.askedOf()), saying.kinds(), owner(saying.application()))
            : "%s of %s do not apply: %s"
                .formatted(saying.kinds(), owner(saying.application()), text(saying.reason())));
  }

  private static String owner(String application) {
    return application.isEmpty() ? "the organisation" : application;
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }

  private RequestRow row(long snapshotId, String application, String kind) {
    return rows.findBySnapshotIdAndApplicationAndKind(snapshotId, application, kind)
        .orElseGet(() -> new RequestRow(snapshotId, application, kind));
  }

  /// Takes back what was said of a kind.
  @Transactional
  public void takeBack(OpenSnapshot open, String application, String kind, String who) {
    rows.findBySnapshotIdAndApplicationAndKind(open.id(), application, kind)
        .ifPresent(row -> {
          rows.delete(row);
          journal.write(
              who, "request", "took back what was said of %s of %s".formatted(kind, application));
        });
  }

  /// The requests of an earlier snapshot for the next one: asked of the same people, without a day.
  @Transactional
  public void carryOver(long from, long to, String who) {
    Instant now = clock.instant();
    for (RequestRow old : rows.findBySnapshotIdOrderById(from)) {
      RequestRow row = row(to, old.application(), old.kind());
      if (old.state() == RequestRow.State.ASKED) {
        row.asked(old.askedOf(), null, "", who, now);
      } else {
        row.notApplicable(old.reason(), who, now);
      }
      rows.save(row);
    }
  }

  @Transactional(readOnly = true)
  public List<Kept> kept(long snapshotId) {
    return rows.findBySnapshotIdOrderById(snapshotId).stream()
        .map(row ->
            new Kept(
                row.application(),
                row.kind(),
                row.state().name(),
                row.reason(),
                row.askedOf(),
                row.due() == null ? null : row.due().toString(),
                row.words(),
                row.askedBy(),
                row.askedAt().toString()))
        .toList();
  }

  /// Restores what a saved folder holds, where nothing was said here.
  @Transactional
  public int restore(long snapshotId, List<Kept> kept) {
    int restored = 0;
    for (Kept one : kept) {
      if (rows.findBySnapshotIdAndApplicationAndKind(snapshotId, one.application(), one.kind())
          .isEmpty()) {
        RequestRow row = new RequestRow(snapshotId, one.application(), one.kind());
        Instant at = Instant.parse(one.at());
        if (RequestRow.State.valueOf(one.state()) == RequestRow.State.ASKED) {
          LocalDate due = one.due() == null ? null : LocalDate.parse(one.due());
          row.asked(one.askedOf(), due, one.words(), one.by(), at);
        } else {
          row.notApplicable(one.reason(), one.by(), at);
        }
        rows.save(row);
        restored++;
      }
    }
    return restored;
  }
}
