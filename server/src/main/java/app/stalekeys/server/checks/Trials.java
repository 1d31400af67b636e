package app.stalekeys.server.checks;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Workers;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// Runs one check as it would be with other settings, beside as it is: what a threshold flags is looked at
/// before it is set. Nothing is kept.
final class Trials {

  /// Findings named of those that come or go; all are counted.
  private static final int MOST_NAMED = 100;

  private static final int[] DAYS = {
    0, 7, 14, 21, 30, 45, 60, 75, 90, 105, 120, 150, 180, 210, 270, 365, 540, 730, 1095
  };
  private static final int[] COUNTS = {
    0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200, 500
  };
  private static final int[] SHARES = {0, 5, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100};

  /// A finding that would come or go.
  record Named(String application, String subject, String severity, String sentence) {}

  /// @param before flagged as it is; @param after flagged as it would be
  record Tried(
      int tested,
      int before,
      int after,
      int comes,
      int goes,
      List<Named> coming,
      List<Named> going) {}

  /// @param flagged at this value of the parameter
  record Point(int at, int flagged) {}

  /// @param current the value that holds now
  record Curve(int tested, int current, List<Point> points) {}

  private final AuditFile file;
  private final Snapshot snapshot;

  Trials(AuditFile file, Snapshot snapshot) {
    this.file = file;
    this.snapshot = snapshot;
  }

  /// A check under changed settings, beside the same without the change.
  Tried of(Check check, @Nullable String application, CheckSettings settings) {
    Examiner.Result now = run(check, file);
    return compared(now, run(check, file.setting(check.id(), application, settings)), application);
  }

  /// A check that is not in the audit yet, or not in these words.
  Tried ofNew(Check check, @Nullable Check before) {
    Examiner.Result now =
        before == null ? new Examiner.Result(List.of(), List.of()) : run(before, file);
    return compared(now, run(check, file), null);
  }

  private static Tried compared(
      Examiner.Result now, Examiner.Result then, @Nullable String application) {
    Map<String, Finding> before = byId(now, application);
    Map<String, Finding> after = byId(then, application);
    List<Named> coming = without(after, before.keySet());
    List<Named> going = without(before, after.keySet());
    return new Tried(
        tested(then, application),
        before.size(),
        after.size(),
        coming.size(),
        going.size(),
        coming.stream().limit(MOST_NAMED).toList(),
        going.stream().limit(MOST_NAMED).toList());
  }

  /// How many a check flags at each of the values that a number is usually given.
  Curve curve(Check check, String parameter, @Nullable String application) {
    int current = current(check, parameter, application);
    TreeSet<Integer> values = new TreeSet<>(Set.of(current));
    for (int value : ladder(parameter)) {
      values.add(value);
    }
    List<Point> points = new ArrayList<>();
    int tested = 0;
    for (int value : values) {
      Examiner.Result result = run(check, with(check, parameter, application, value));
      points.add(new Point(value, byId(result, application).size()));
      tested = Math.max(tested, tested(result, application));
    }
    return new Curve(tested, current, points);
  }

  private AuditFile with(Check check, String parameter, @Nullable String application, int value) {
    CheckSettings held =
        application == null
            ? file.checks().getOrDefault(check.id(), CheckSettings.NONE)
            : file.applicationChecks()
                .getOrDefault(application, Map.of())
                .getOrDefault(check.id(), CheckSettings.NONE);
    Map<String, List<String>> values = new LinkedHashMap<>(held.values());
    values.put(parameter, List.of(String.valueOf(value)));
    return file.setting(
        check.id(), application, new CheckSettings(held.enabled(), held.severity(), values));
  }

  private int current(Check check, String parameter, @Nullable String application) {
    List<String> standard =
        check.parameters().stream()
            .filter(one -> one.name().equals(parameter))
            .findFirst()
            .orElseThrow()
            .standard();
    List<String> held =
        file.of(check.id(), application == null ? "" : application)
            .values()
            .getOrDefault(parameter, standard);
    return Integer.parseInt(held.getFirst());
  }

  private static int[] ladder(String parameter) {
    return switch (parameter) {
      case "days" -> DAYS;
      case "share" -> SHARES;
      default -> COUNTS;
    };
  }

  private Examiner.Result run(Check check, AuditFile settings) {
    return Examiner.examine(List.of(check), snapshot, settings, Workers.ONE);
  }

  private static Map<String, Finding> byId(Examiner.Result result, @Nullable String application) {
    return result.findings().stream()
        .filter(finding -> application == null || finding.application().equals(application))
        .collect(
            Collectors.toMap(
                Finding::id, finding -> finding, (one, other) -> one, LinkedHashMap::new));
  }

  private static int tested(Examiner.Result result, @Nullable String application) {
    return result.checks().stream()
        .filter(one -> application == null || one.application().equals(application))
        .mapToInt(CheckResult::tested)
        .sum();
  }

  private static List<Named> without(Map<String, Finding> findings, Set<String> known) {
    return findings.values().stream()
        .filter(finding -> !known.contains(finding.id()))
        .map(finding ->
            new Named(
                finding.application(),
                finding.subject().key(),
                finding.severity().word(),
                finding.sentence()))
        .toList();
  }
}
