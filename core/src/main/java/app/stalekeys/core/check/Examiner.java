package app.stalekeys.core.check;

import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Workers;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

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

  private static final Result NOTHING = new Result(List.of(), List.of());

  private Examiner() {}

  /// Application by application, so that only one long log at a time is held in order. Findings and results
  /// come check by check all the same.
  public static Result examine(
      List<? extends Check> checks, Snapshot snapshot, Settings settings, Workers workers) {
    List<List<Result>> byApplication = new ArrayList<>();
    for (ApplicationAccess access : snapshot.applications()) {
      byApplication.add(workers.each(checks, check -> examine(check, snapshot, access, settings)));
      access.signIns().letGo();
    }
    byApplication.add(
        workers.each(
            checks,
            check ->
                check.reach() == Check.Reach.ALSO_ACROSS
                    ? examine(check, snapshot, null, settings)
                    : NOTHING));
    List<Finding> findings = new ArrayList<>();
    List<CheckResult> results = new ArrayList<>();
    for (int i = 0; i < checks.size(); i++) {
      for (List<Result> of : byApplication) {
        findings.addAll(of.get(i).findings);
        results.addAll(of.get(i).checks);
      }
    }
    return new Result(findings, results);
  }

  private static Result examine(
      Check check, Snapshot snapshot, @Nullable ApplicationAccess access, Settings settings) {
    String application = access == null ? Examination.ACROSS : access.application().id();
    CheckSettings own = settings.of(check.id(), application);
    Examination examination = new Examination(check, snapshot, access, own);
    if (!check.concerns(examination)) {
      return NOTHING;
    }
    if (!own.isOn()) {
      return without(check, application, CheckResult.State.SWITCHED_OFF, List.of());
    }
    List<String> missing = new ArrayList<>(examination.coverage().missing(check.card().needs()));
    if (missing.isEmpty()) {
      missing.addAll(check.missing(examination));
    }
    if (!missing.isEmpty()) {
      return without(check, application, CheckResult.State.NOT_TESTED, missing);
    }
    check.examine(examination);
    List<Finding> flagged = new ArrayList<>(examination.findings());
    flagged.sort(Comparator.comparing(finding -> finding.subject().key(), CodePoints.ORDER));
    return new Result(
        flagged,
        List.of(
            new CheckResult(
                check.id(),
                application,
                CheckResult.State.TESTED,
                examination.testedCount(),
                flagged.size(),
                List.of())));
  }

  private static Result without(
      Check check, String application, CheckResult.State state, List<String> missing) {
    return new Result(
        List.of(), List.of(new CheckResult(check.id(), application, state, 0, 0, missing)));
  }
}
