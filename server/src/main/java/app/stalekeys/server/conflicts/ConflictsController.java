package app.stalekeys.server.conflicts;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFileWriter;
import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.conflict.Removal;
import app.stalekeys.core.conflict.Removals;
import app.stalekeys.core.conflict.TaskPairs;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Attachment;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// Tasks against tasks: who can do two that one person must not, by what, and what would end it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/conflicts")
class ConflictsController {

  private static final int MOST = 500;

  private static final List<String> HEADS =
      List.of(
          "person",
          "id",
          "department",
          "accounts",
          "where",
          "control",
          "until",
          "to remove",
          "lost");

  /// @param means permissions of the applications that the task's patterns name; 0 says that nothing is meant
  record TaskView(
      String id, String name, boolean all, List<String> needs, int means, int holders) {}

  /// @param lapsed holders whose control has ended; @param exercised holders who did both in the period
  record ConflictView(
      String id,
      List<String> tasks,
      String severity,
      String reason,
      int people,
      int mitigated,
      int lapsed,
      int exercised,
      List<String> roles) {}

  /// @param conflicts ids of the conflicts that have both tasks
  record PairView(String first, String second, int people, List<String> conflicts) {}

  /// @param yaml tasks, conflicts and mitigations as a file would say it
  record ConflictPage(
      List<TaskView> tasks, List<ConflictView> conflicts, List<PairView> pairs, String yaml) {}

  record TakeView(
      String application,
      String account,
      String role,
      String permission,
      String scope,
      CitedPlaces.CitedPlace place) {}

  record RemovalView(List<TakeView> takes, int lost, boolean exact) {}

  record ControlView(String control, String owner, @Nullable String until, boolean holds) {}

  /// @param removal null when taking rows away does not end it
  record HolderView(
      String key,
      String name,
      String department,
      boolean person,
      List<String> accounts,
      List<String> where,
      @Nullable ControlView control,
      boolean exercised,
      List<ConflictHolders.Proof> proofs,
      @Nullable RemovalView removal) {}

  record HolderPage(int total, List<HolderView> holders) {}

  /// @param seen the text that was edited: a change meanwhile is a conflict
  record TasksText(String yaml, @Nullable String seen) {}

  /// @param before people who hold it now; @param after who would
  record TriedConflict(String id, int before, int after) {}

  record TasksTrial(List<String> faults, List<TaskView> tasks, List<TriedConflict> conflicts) {}

  record PairsText(String csv, String yaml) {}

  record PairsRead(List<String> faults, int added, String yaml) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final FindingList findings;
  private final CitedPlaces places;

  ConflictsController(
      Snapshots snapshots, Examinations examinations, FindingList findings, CitedPlaces places) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.findings = findings;
    this.places = places;
  }

  @GetMapping
  ConflictPage page(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    Snapshot loaded = examinations.loaded(snapshot);
    Doers doers = new Doers(loaded);
    TaskPairs pairs = TaskPairs.of(doers);
    List<FindingList.Decided> exercised = findingsOf(open, "conflict-exercised");
    List<FindingList.Decided> inRoles = findingsOf(open, "role-conflicted");
    return new ConflictPage(
        tasks(loaded, doers.tasks(), pairs),
        doers.tasks().conflicts().stream()
            .map(conflict -> conflict(loaded, conflict, exercised, inRoles))
            .toList(),
        pairs(doers.tasks(), pairs),
        AuditFileWriter.writeTasks(open.file().duties()));
  }

  private static List<TaskView> tasks(Snapshot snapshot, TaskList tasks, TaskPairs pairs) {
    return tasks.tasks().stream()
        .map(task ->
            new TaskView(
                task.id(),
                task.name(),
                task.all(),
                task.permissions().stream()
                    .map(need ->
                        "%s: %s %s".formatted(need.application(), need.action(), need.resource()))
                    .toList(),
                means(snapshot, task),
                pairs.holders(task.id())))
        .toList();
  }

  private static int means(Snapshot snapshot, Task task) {
    int means = 0;
    for (Task.Need need : task.permissions()) {
      ApplicationAccess access = snapshot.application(need.application());
      if (access != null) {
        means +=
            access
                .effective()
                .universe()
                .named(new Permission(need.resource(), need.action()))
                .cardinality();
      }
    }
    return means;
  }

  private static ConflictView conflict(
      Snapshot snapshot,
      Conflict conflict,
      List<FindingList.Decided> exercised,
      List<FindingList.Decided> inRoles) {
    ConflictHolders holders = new ConflictHolders(snapshot, conflict);
    List<ConflictHolders.Holder> all = holders.all();
    int mitigated = (int) all.stream().filter(holders::isMitigated).count();
    int controlled = (int) all.stream().filter(holder -> holder.mitigation() != null).count();
    return new ConflictView(
        conflict.id(),
        conflict.tasks(),
        conflict.severity(),
        conflict.reason(),
        all.size(),
        mitigated,
        controlled - mitigated,
        subjects(exercised, conflict).size(),
        List.copyOf(subjects(inRoles, conflict)));
  }

  private List<FindingList.Decided> findingsOf(OpenSnapshot open, String check) {
    return findings.all(
        open, FindingFilter.of(List.of(check), null, null, null, null, null, null, null));
  }

  private static Set<String> subjects(List<FindingList.Decided> findings, Conflict conflict) {
    Set<String> subjects = new HashSet<>();
    findings.forEach(one -> {
      if (conflict.id().equals(one.finding().facts().get("conflict"))) {
        subjects.add(one.finding().subject().key());
      }
    });
    return subjects;
  }

  private static List<PairView> pairs(TaskList tasks, TaskPairs pairs) {
    List<PairView> views = new ArrayList<>();
    for (int i = 0; i < tasks.tasks().size(); i++) {
      for (int j = i + 1; j < tasks.tasks().size(); j++) {
        TaskPairs.Pair pair =
            new TaskPairs.Pair(tasks.tasks().get(i).id(), tasks.tasks().get(j).id());
        views.add(
            new PairView(
                pair.first(),
                pair.second(),
                pairs.people(pair),
                tasks.conflicts().stream()
                    .filter(one ->
                        one.tasks().contains(pair.first()) && one.tasks().contains(pair.second()))
                    .map(Conflict::id)
                    .toList()));
      }
    }
    return views;
  }

  /// Who can do all of the tasks.
  ///
  /// @param task ids, two or more
  @GetMapping("/holders")
  HolderPage holders(
      @PathVariable long snapshot,
      @RequestParam List<String> task,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    OpenSnapshot open = snapshots.get(snapshot);
    Snapshot loaded = examinations.loaded(snapshot);
    Conflict conflict = conflict(loaded.tasks(), task);
    ConflictHolders holders = new ConflictHolders(loaded, conflict);
    List<ConflictHolders.Holder> all = holders.all();
    Set<String> exercised = subjects(findingsOf(open, "conflict-exercised"), conflict);
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(open);
    return new HolderPage(
        all.size(),
        all.stream()
            .skip(Math.max(0, offset))
            .limit(Math.clamp(limit, 1, MOST))
            .map(holder -> holder(holders, conflict, holder, exercised, cited))
            .toList());
  }

  /// The declared conflict of just these tasks, else the tasks as if they were one.
  private static Conflict conflict(TaskList tasks, List<String> ids) {
    for (String id : ids) {
      if (tasks.tasks().stream().noneMatch(task -> task.id().equals(id))) {
        throw Refusal.missing("There is no task %s in this audit.".formatted(id));
      }
    }
    return tasks.conflicts().stream()
        .filter(one -> Set.copyOf(one.tasks()).equals(Set.copyOf(ids)))
        .findFirst()
        .orElse(new Conflict("", ids, "low", ""));
  }

  private static HolderView holder(
      ConflictHolders holders,
      Conflict conflict,
      ConflictHolders.Holder holder,
      Set<String> exercised,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    Doers.Doer doer = holder.doer();
    return new HolderView(
        doer.key(),
        doer.name(),
        doer.person() == null ? "" : doer.person().department(),
        doer.person() != null,
        accounts(doer),
        where(holder.where()),
        control(holders, holder),
        exercised.contains(doer.key()),
        holders.proofs(doer),
        Removals.cheapest(holders.doers(), doer, conflict)
            .map(removal -> removal(removal, cited))
            .orElse(null));
  }

  private static List<String> accounts(Doers.Doer doer) {
    return doer.accounts().stream()
        .map(held -> held.access().application().id() + "/" + held.account().key())
        .toList();
  }

  private static List<String> where(List<Area> areas) {
    return areas.stream()
        .flatMap(area -> area.scopes().stream())
        .map(scope -> scope.segments().isEmpty() ? "everywhere" : scope.toString())
        .distinct()
        .sorted()
        .toList();
  }

  private static @Nullable ControlView control(
      ConflictHolders holders, ConflictHolders.Holder holder) {
    Mitigation one = holder.mitigation();
    return one == null
        ? null
        : new ControlView(
            one.control(),
            one.owner(),
            one.until() == null ? null : one.until().toString(),
            holders.isMitigated(holder));
  }

  private static RemovalView removal(
      Removal removal, Function<Place, CitedPlaces.CitedPlace> cited) {
    return new RemovalView(
        removal.takes().stream()
            .map(take ->
                new TakeView(
                    take.application(),
                    take.account(),
                    take.role(),
                    take.permission(),
                    take.scope(),
                    cited.apply(take.place())))
            .toList(),
        removal.lost(),
        removal.isExact());
  }

  /// Everybody who holds it, whole.
  @GetMapping("/holders.csv")
  ResponseEntity<StreamingResponseBody> csv(
      @PathVariable long snapshot, @RequestParam List<String> task) {
    return Attachment.csv("conflict", export(snapshot, task)::csv);
  }

  @GetMapping("/holders.xlsx")
  ResponseEntity<StreamingResponseBody> xlsx(
      @PathVariable long snapshot, @RequestParam List<String> task) {
    return Attachment.xlsx("conflict", export(snapshot, task)::xlsx);
  }

  private ListExport export(long snapshot, List<String> task) {
    OpenSnapshot open = snapshots.get(snapshot);
    Snapshot loaded = examinations.loaded(snapshot);
    Conflict conflict = conflict(loaded.tasks(), task);
    ConflictHolders holders = new ConflictHolders(loaded, conflict);
    return new ListExport(
        "Who can do " + String.join(" and ", task),
        List.of("%s, as of %s".formatted(open.file().title(), open.file().asOf())),
        HEADS,
        receiver ->
            holders.all().forEach(holder -> receiver.accept(row(holders, conflict, holder))));
  }

  private static List<String> row(
      ConflictHolders holders, Conflict conflict, ConflictHolders.Holder holder) {
    Doers.Doer doer = holder.doer();
    Mitigation mitigation = holder.mitigation();
    Removal removal = Removals.cheapest(holders.doers(), doer, conflict).orElse(null);
    return List.of(
        doer.name(),
        doer.key(),
        doer.person() == null ? "" : doer.person().department(),
        String.join("; ", accounts(doer)),
        String.join("; ", where(holder.where())),
        mitigation == null ? "" : mitigation.control(),
        mitigation == null ? "" : Objects.toString(mitigation.until(), "no end"),
        removal == null
            ? ""
            : String.join(
                "; ",
                removal.takes().stream()
                    .map(take ->
                        "%s/%s: %s%s"
                            .formatted(
                                take.application(),
                                take.account(),
                                take.role().isEmpty() ? take.permission() : take.role(),
                                take.scope().isEmpty() ? "" : " in " + take.scope()))
                    .toList()),
        removal == null ? "" : String.valueOf(removal.lost()));
  }

  /// What the text would mean on this snapshot; nothing is kept.
  @PostMapping("/tasks/try")
  TasksTrial tryTasks(@PathVariable long snapshot, @RequestBody TasksText text) {
    AuditFile.ParsedTasks parsed = AuditFile.parseTasks(text.yaml(), "tasks");
    if (!parsed.issues().isEmpty()) {
      return new TasksTrial(faults(parsed), List.of(), List.of());
    }
    Snapshot loaded = examinations.loaded(snapshot);
    Snapshot tried = loaded.withTasks(parsed.tasks());
    List<TriedConflict> conflicts =
        parsed.tasks().conflicts().stream()
            .map(conflict ->
                new TriedConflict(
                    conflict.id(),
                    loaded.tasks().conflicts().stream()
                        .filter(one -> one.id().equals(conflict.id()))
                        .mapToInt(one -> new ConflictHolders(loaded, one).all().size())
                        .sum(),
                    new ConflictHolders(tried, conflict).all().size()))
            .toList();
    return new TasksTrial(
        List.of(), tasks(tried, parsed.tasks(), TaskPairs.of(new Doers(tried))), conflicts);
  }

  private static List<String> faults(AuditFile.ParsedTasks parsed) {
    return parsed.issues().stream()
        .map(issue -> "Line %d: %s.".formatted(issue.place().row(), issue.sentence()))
        .toList();
  }

  /// Keeps the tasks in the audit file and examines anew.
  @PutMapping("/tasks")
  void keepTasks(@PathVariable long snapshot, @RequestBody TasksText text, Principal who) {
    AuditFile.ParsedTasks parsed = AuditFile.parseTasks(text.yaml(), "tasks");
    if (!parsed.issues().isEmpty()) {
      throw Refusal.unusable(faults(parsed));
    }
    examinations.change(
        snapshot,
        who.getName(),
        "%,d tasks, %,d conflicts, %,d mitigations"
            .formatted(
                parsed.tasks().tasks().size(),
                parsed.tasks().conflicts().size(),
                parsed.tasks().mitigations().size()),
        file -> {
          if (text.seen() != null
              && !AuditFileWriter.writeTasks(file.duties()).equals(text.seen())) {
            throw Refusal.conflict(
                "Somebody has changed the tasks meanwhile; copy your text, reload and put it in again.");
          }
          return file.withDuties(parsed.tasks(), null);
        });
  }

  /// Adds pairs of tasks from a table to a text; nothing is kept.
  @PostMapping("/tasks/pairs")
  PairsRead pairs(@PathVariable long snapshot, @RequestBody PairsText text) {
    AuditFile.ParsedTasks parsed = AuditFile.parseTasks(text.yaml(), "tasks");
    if (!parsed.issues().isEmpty()) {
      return new PairsRead(faults(parsed), 0, text.yaml());
    }
    ConflictPairs.Read read = ConflictPairs.read(text.csv(), parsed.tasks());
    return new PairsRead(
        read.faults(),
        read.added(),
        read.faults().isEmpty() ? AuditFileWriter.writeTasks(read.tasks()) : text.yaml());
  }

  /// Tasks and conflicts of common processes to start from.
  @GetMapping("/tasks/starter")
  TasksText starter(@PathVariable long snapshot) throws IOException {
    try (InputStream in =
        Objects.requireNonNull(ConflictsController.class.getResourceAsStream("starter.yaml"))) {
      return new TasksText(new String(in.readAllBytes(), StandardCharsets.UTF_8), null);
    }
  }
}
