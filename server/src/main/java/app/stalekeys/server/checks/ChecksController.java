package app.stalekeys.server.checks;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Parameter;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.check.own.OwnCheckText;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.platform.Refusal;
import java.security.Principal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The catalogue: what each check needs and how it fared, its settings, and the auditor's own checks.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/checks")
class ChecksController {

  record CheckList(List<CheckViews.CheckView> checks) {}

  /// A change of settings.
  ///
  /// @param application null for the whole audit
  /// @param seen what the user saw: a change meanwhile is a conflict
  record Change(
      @Nullable String application,
      CheckViews.SettingView setting,
      CheckViews.@Nullable SettingView seen) {}

  /// What a trial of an own check says: faults with their places, or what it would flag.
  record OwnTrial(List<OwnCheck.Fault> faults, Trials.@Nullable Tried tried) {}

  /// @param replaces the id of the check that it takes the place of; null for a new one
  record OwnChange(CheckViews.OwnText text, @Nullable String replaces) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final FindingList findings;

  ChecksController(Snapshots snapshots, Examinations examinations, FindingList findings) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.findings = findings;
  }

  @GetMapping
  CheckList list(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    List<CheckResult> results = findings.checks(open);
    return new CheckList(
        open.file().allChecks().stream()
            .map(check -> CheckViews.of(check, open.file(), results))
            .toList());
  }

  @GetMapping("/{check}/curve")
  Trials.Curve curve(
      @PathVariable long snapshot,
      @PathVariable String check,
      @RequestParam String parameter,
      @RequestParam(required = false) @Nullable String application) {
    OpenSnapshot open = snapshots.get(snapshot);
    Check found = check(open.file(), check);
    if (found.parameters().stream()
        .noneMatch(one -> one.name().equals(parameter) && !one.isList())) {
      throw Refusal.missing("The check %s has no number %s.".formatted(check, parameter));
    }
    return trials(open).curve(found, parameter, application);
  }

  @PostMapping("/{check}/try")
  Trials.Tried tried(
      @PathVariable long snapshot, @PathVariable String check, @RequestBody Change change) {
    OpenSnapshot open = snapshots.get(snapshot);
    Check found = check(open.file(), check);
    return trials(open).of(found, change.application(), settings(found, change.setting()));
  }

  @PutMapping("/{check}")
  void set(
      @PathVariable long snapshot,
      @PathVariable String check,
      @RequestBody Change change,
      Principal who) {
    String application = change.application();
    examinations.change(
        snapshot,
        who.getName(),
        "check %s%s: %s"
            .formatted(
                check, application == null ? "" : " in " + application, words(change.setting())),
        file -> {
          Check found = check(file, check);
          CheckSettings held =
              application == null
                  ? file.checks().getOrDefault(check, CheckSettings.NONE)
                  : file.applicationChecks()
                      .getOrDefault(application, Map.of())
                      .getOrDefault(check, CheckSettings.NONE);
          if (change.seen() != null && !CheckViews.SettingView.of(held).equals(change.seen())) {
            throw Refusal.conflict(
                "Somebody has changed the settings of %s meanwhile; look at them again."
                    .formatted(found.title()));
          }
          return file.setting(check, application, settings(found, change.setting()));
        });
  }

  private static String words(CheckViews.SettingView setting) {
    List<String> words = new ArrayList<>();
    if (setting.enabled() != null) {
      words.add(setting.enabled() ? "on" : "off");
    }
    if (setting.severity() != null) {
      words.add("severity " + setting.severity());
    }
    setting.values().forEach((name, values) -> words.add(name + " " + String.join(", ", values)));
    return words.isEmpty() ? "standard" : String.join("; ", words);
  }

  private static CheckSettings settings(Check check, CheckViews.SettingView given) {
    Map<String, List<String>> values = new LinkedHashMap<>();
    for (Parameter parameter : check.parameters()) {
      List<String> set = given.values().get(parameter.name());
      if (set != null && !set.equals(parameter.standard())) {
        values.put(parameter.name(), checked(parameter, set));
      }
    }
    String severity = given.severity();
    Optional<Severity> fixed = severity == null ? Optional.empty() : Severity.of(severity);
    if (severity != null && fixed.isEmpty()) {
      throw Refusal.unusable(
          "The severity is \"%s\", expected one of %s."
              .formatted(severity, String.join(", ", Severity.words())));
    }
    return new CheckSettings(given.enabled(), fixed.orElse(null), values);
  }

  private static List<String> checked(Parameter parameter, List<String> set) {
    if (parameter.isList()) {
      boolean hours = parameter.name().equals("hours");
      if (hours
          && (set.size() != 2
              || !set.stream().allMatch(word -> word.matches("([01][0-9]|2[0-3]):[0-5][0-9]")))) {
        throw Refusal.unusable("Hours are two times such as 07:00, 20:00.");
      }
      return set;
    }
    if (set.size() != 1 || !set.getFirst().matches("[0-9]{1,6}")) {
      throw Refusal.unusable(
          "%s is \"%s\", expected a whole number from 0 to 999999."
              .formatted(parameter.name(), String.join(", ", set)));
    }
    return List.of(String.valueOf(Integer.parseInt(set.getFirst())));
  }

  @GetMapping("/own/subjects")
  List<OwnCheck.SubjectHelp> subjects(@PathVariable long snapshot) {
    return OwnCheck.subjects();
  }

  @PostMapping("/own/try")
  OwnTrial tryOwn(@PathVariable long snapshot, @RequestBody OwnChange change) {
    OpenSnapshot open = snapshots.get(snapshot);
    OwnCheck.Compiled compiled = OwnCheck.compile(words(change.text()));
    Check check = compiled.check();
    String replaces = change.replaces();
    return check == null
        ? new OwnTrial(compiled.faults(), null)
        : new OwnTrial(
            List.of(),
            trials(open)
                .ofNew(check, replaces == null ? null : open.file().check(replaces).orElse(null)));
  }

  @PutMapping("/own")
  void keepOwn(@PathVariable long snapshot, @RequestBody OwnChange change, Principal who) {
    OwnCheck.Compiled compiled = OwnCheck.compile(text(change.text()));
    OwnCheck check = compiled.check();
    if (check == null) {
      throw Refusal.unusable(
          compiled.faults().stream()
              .map(fault ->
                  "Line %d, column %d: %s."
                      .formatted(fault.line(), fault.column(), fault.sentence()))
              .toList());
    }
    examinations.change(
        snapshot,
        who.getName(),
        "own check %s: %s".formatted(check.id(), check.text().condition()),
        file -> file.withOwn(kept(file, check, change.replaces()), null));
  }

  private static List<OwnCheck> kept(AuditFile file, OwnCheck check, @Nullable String replaces) {
    if (!check.id().equals(replaces) && file.check(check.id()).isPresent()) {
      throw Refusal.unusable(
          "There is a check %s already; give this one another id.".formatted(check.id()));
    }
    List<OwnCheck> own = new ArrayList<>(file.own());
    int at = own.stream().map(OwnCheck::id).toList().indexOf(replaces == null ? "" : replaces);
    if (at < 0) {
      own.add(check);
    } else {
      own.set(at, check);
    }
    return own;
  }

  @DeleteMapping("/own/{check}")
  void removeOwn(@PathVariable long snapshot, @PathVariable String check, Principal who) {
    examinations.change(
        snapshot,
        who.getName(),
        "own check %s taken out".formatted(check),
        file ->
            file.setting(check, null, CheckSettings.NONE)
                .withOwn(
                    file.own().stream().filter(one -> !one.id().equals(check)).toList(), null));
  }

  private static OwnCheckText text(CheckViews.OwnText given) {
    String id = given.id().strip();
    List<String> faults = new ArrayList<>();
    if (!id.matches("[a-z0-9][a-z0-9-]{0,59}")) {
      faults.add("The id is made of small letters, digits and hyphens, such as own-night-shift.");
    }
    if (given.title().isBlank()) {
      faults.add("Give it a title.");
    }
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
    return words(given);
  }

  /// The text as it stands: one that is only tried needs neither id nor title.
  private static OwnCheckText words(CheckViews.OwnText given) {
    return new OwnCheckText(
        given.id().strip(),
        given.title().strip(),
        given.subject(),
        given.condition(),
        Severity.of(given.severity()).orElse(Severity.MEDIUM),
        given.why().strip(),
        given.remedy().strip());
  }

  private static Check check(AuditFile file, String id) {
    return file.check(id).orElseThrow(() -> Refusal.missing("There is no check %s.".formatted(id)));
  }

  private Trials trials(OpenSnapshot open) {
    return new Trials(open.file(), examinations.loaded(open.id()));
  }
}
