package app.stalekeys.core.check;

import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// Runs checks over a snapshot. The same snapshot and settings give the same findings in the
/// same order: by check as listed, by application as in the audit file, by subject's key.
public final class Examiner {

  /// Settings of a check in an application, already merged.
  @FunctionalInterface
  public interface Settings {
    CheckSettings of(String check, String application);
  }

  public record Result(List<Finding> findings, List<CheckResult> checks) {
    public Result {
      findings = List.copyOf(findings);
      checks = List.copyOf(checks);
    }
  }

  private Examiner() {}

  public static Result examine(List<? extends Check> checks, Snapshot snapshot, Settings settings) {
    List<Finding> findings = new ArrayList<>();
    List<CheckResult> results = new ArrayList<>();
    for (Check check : checks) {
      for (ApplicationAccess access : snapshot.applications()) {
        results.add(examine(check, snapshot, access, settings, findings));
      }
    }
    return new Result(findings, results);
  }

  private static CheckResult examine(
      Check check,
      Snapshot snapshot,
      ApplicationAccess access,
      Settings settings,
      List<Finding> findings) {
    String application = access.application().id();
    CheckSettings own = settings.of(check.id(), application);
    if (!own.isOn()) {
      return new CheckResult(
          check.id(), application, CheckResult.State.SWITCHED_OFF, 0, 0, List.of());
    }
    List<String> missing = access.coverage().missing(check.needs());
    if (!missing.isEmpty()) {
      return new CheckResult(check.id(), application, CheckResult.State.NOT_TESTED, 0, 0, missing);
    }
    Examination examination = new Examination(check, snapshot, access, own);
    check.examine(examination);
    List<Finding> flagged = new ArrayList<>(examination.findings());
    flagged.sort(Comparator.comparing(finding -> finding.subject().key()));
    findings.addAll(flagged);
    return new CheckResult(
        check.id(),
        application,
        CheckResult.State.TESTED,
        examination.testedCount(),
        flagged.size(),
        List.of());
  }
}
