package app.stalekeys.core.audit;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.check.catalogue.Catalogue;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.task.TaskList;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// What `audit.yaml` says: the same audit without a screen.
///
/// @param title the audit's name
/// @param periodFrom first day of the period; `asOf`'s half-year before when not declared
/// @param evidence every file, in the order of the audit file, the organisation's own first
/// @param checks settings by check id, for the whole audit
/// @param applicationChecks settings by application id, then by check id
/// @param previous path of an earlier audit folder to compare with, as declared
/// @param tasks path of the file with tasks, conflicts and mitigations, as declared; null when the audit
///     file holds them itself
/// @param duties the tasks, conflicts and mitigations; none until their file was read
/// @param ownChecks path of the file with the auditor's own checks, as declared; null when the audit file
///     holds them itself
/// @param own the auditor's own checks; none until their file was read
public record AuditFile(
    String title,
    LocalDate asOf,
    LocalDate periodFrom,
    LocalDate periodTo,
    ZoneId zone,
    List<Application> applications,
    List<EvidenceSpec> evidence,
    Map<String, CheckSettings> checks,
    Map<String, Map<String, CheckSettings>> applicationChecks,
    @Nullable String previous,
    @Nullable String tasks,
    TaskList duties,
    @Nullable String ownChecks,
    List<OwnCheck> own)
    implements Examiner.Settings {

  /// @param audit null exactly when an issue is unusable
  public record Parsed(@Nullable AuditFile audit, List<Issue> issues) {
    public Parsed {
      issues = List.copyOf(issues);
    }
  }

  public AuditFile {
    applications = List.copyOf(applications);
    evidence = apart(evidence);
    checks = Map.copyOf(checks);
    applicationChecks = Map.copyOf(applicationChecks);
    own = List.copyOf(own);
  }

  /// Numbers entries that would have the same name: one file may be read twice, each time as another
  /// kind.
  private static List<EvidenceSpec> apart(List<EvidenceSpec> evidence) {
    Set<String> taken = new HashSet<>();
    List<EvidenceSpec> apart = new ArrayList<>();
    for (EvidenceSpec spec : evidence) {
      String name = spec.entry();
      for (int n = 2; !taken.add(name); n++) {
        name = "%s (%d)".formatted(EvidenceSpec.entryName(spec.file(), spec.read()), n);
      }
      apart.add(spec.named(name));
    }
    return List.copyOf(apart);
  }

  /// The entry that places call by this name.
  public Optional<EvidenceSpec> entry(String name) {
    return evidence.stream().filter(spec -> spec.entry().equals(name)).findFirst();
  }

  /// The path of the file that a place is in; the name itself when no entry has it.
  public String path(String entry) {
    return entry(entry).map(EvidenceSpec::file).orElse(entry);
  }

  /// Reads the text of an audit file; every fault is an issue with its line.
  ///
  /// @param name how places call the file, usually `audit.yaml`
  public static Parsed parse(String text, String name) {
    return new AuditFileParser(name).parse(text);
  }

  /// What the text of a file of tasks says.
  ///
  /// @param tasks none when an issue is there
  public record ParsedTasks(TaskList tasks, List<Issue> issues) {
    public ParsedTasks {
      issues = List.copyOf(issues);
    }
  }

  /// Reads tasks, conflicts and mitigations; every fault is an issue with its line.
  ///
  /// @param name how places call the text
  public static ParsedTasks parseTasks(String text, String name) {
    AuditFileParser parser = new AuditFileParser(name);
    TaskList tasks = text.isBlank() ? TaskList.NONE : parser.parseTasks(text);
    return new ParsedTasks(
        tasks == null || !parser.issues().isEmpty() ? TaskList.NONE : tasks, parser.issues());
  }

  /// The same audit with an entry in the place of the one of its name, or at the end when there is
  /// none.
  public AuditFile with(EvidenceSpec added) {
    List<EvidenceSpec> entries = new ArrayList<>(evidence);
    int at = entries.stream().map(EvidenceSpec::entry).toList().indexOf(added.entry());
    if (at < 0) {
      entries.add(added);
    } else {
      entries.set(at, added);
    }
    return withEvidence(entries);
  }

  /// The same audit as of another date, with none of the evidence: what the next period starts from.
  public AuditFile next(LocalDate nextAsOf, LocalDate from, LocalDate to) {
    return changed(copy -> {
      copy.asOf = nextAsOf;
      copy.periodFrom = from;
      copy.periodTo = to;
      copy.evidence = List.of();
      copy.previous = null;
    });
  }

  /// The same audit with another path of the earlier audit folder.
  ///
  /// @param path null for none
  public AuditFile comparedWith(@Nullable String path) {
    return changed(copy -> copy.previous = path);
  }

  /// The same audit with other decisions about whose an application's accounts are.
  public AuditFile ruledBy(String application, List<Ruling> rulings) {
    return changed(copy ->
        copy.applications =
            applications.stream()
                .map(one -> one.id().equals(application) ? one.ruledBy(rulings) : one)
                .toList());
  }

  /// The same audit with its tasks: held in the audit file itself, or in a file beside it.
  ///
  /// @param path null when the audit file holds them
  public AuditFile withDuties(TaskList list, @Nullable String path) {
    return changed(copy -> {
      copy.tasks = path;
      copy.duties = list;
    });
  }

  /// The same audit with the auditor's own checks: held in the audit file itself, or in a file beside it.
  ///
  /// @param path null when the audit file holds them
  public AuditFile withOwn(List<OwnCheck> own, @Nullable String path) {
    return changed(copy -> {
      copy.ownChecks = path;
      copy.own = own;
    });
  }

  /// The same audit with other settings of a check.
  ///
  /// @param application the application they are for; null for the whole audit
  /// @param settings [CheckSettings#NONE] to go back to what holds without them
  public AuditFile setting(String check, @Nullable String application, CheckSettings settings) {
    return changed(copy -> {
      if (application == null) {
        copy.checks = with(checks, check, settings);
      } else {
        Map<String, Map<String, CheckSettings>> all = new LinkedHashMap<>(applicationChecks);
        all.put(application, with(all.getOrDefault(application, Map.of()), check, settings));
        copy.applicationChecks = all;
      }
    });
  }

  private static Map<String, CheckSettings> with(
      Map<String, CheckSettings> known, String check, CheckSettings settings) {
    Map<String, CheckSettings> changed = new LinkedHashMap<>(known);
    if (settings.equals(CheckSettings.NONE)) {
      changed.remove(check);
    } else {
      changed.put(check, settings);
    }
    return changed;
  }

  public AuditFile withEvidence(List<EvidenceSpec> entries) {
    return changed(copy -> copy.evidence = entries);
  }

  private AuditFile changed(Consumer<Copy> change) {
    Copy copy = new Copy(this);
    change.accept(copy);
    return copy.done();
  }

  /// The audit's parts while some of them are exchanged.
  private static final class Copy {
    private final AuditFile from;
    private LocalDate asOf;
    private LocalDate periodFrom;
    private LocalDate periodTo;
    private List<Application> applications;
    private List<EvidenceSpec> evidence;
    private Map<String, CheckSettings> checks;
    private Map<String, Map<String, CheckSettings>> applicationChecks;
    private @Nullable String previous;
    private @Nullable String tasks;
    private TaskList duties;
    private @Nullable String ownChecks;
    private List<OwnCheck> own;

    Copy(AuditFile from) {
      this.from = from;
      this.asOf = from.asOf;
      this.periodFrom = from.periodFrom;
      this.periodTo = from.periodTo;
      this.applications = from.applications;
      this.evidence = from.evidence;
      this.checks = from.checks;
      this.applicationChecks = from.applicationChecks;
      this.previous = from.previous;
      this.tasks = from.tasks;
      this.duties = from.duties;
      this.ownChecks = from.ownChecks;
      this.own = from.own;
    }

    AuditFile done() {
      return new AuditFile(
          from.title,
          asOf,
          periodFrom,
          periodTo,
          from.zone,
          applications,
          evidence,
          checks,
          applicationChecks,
          previous,
          tasks,
          duties,
          ownChecks,
          own);
    }
  }

  /// The checks of the catalogue, then the auditor's own.
  public List<Check> allChecks() {
    return Stream.concat(Catalogue.checks().stream(), own.stream().map(Check.class::cast)).toList();
  }

  /// The title of a check; its id when there is none of that id.
  public String checkTitle(String id) {
    return check(id).map(Check::title).orElse(id);
  }

  public Optional<Check> check(String id) {
    return allChecks().stream().filter(check -> check.id().equals(id)).findFirst();
  }

  @Override
  public CheckSettings of(String check, String application) {
    CheckSettings nearer =
        applicationChecks
            .getOrDefault(application, Map.of())
            .getOrDefault(check, CheckSettings.NONE);
    return checks.getOrDefault(check, CheckSettings.NONE).under(nearer);
  }
}
