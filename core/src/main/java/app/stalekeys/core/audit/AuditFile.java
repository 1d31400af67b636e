package app.stalekeys.core.audit;

import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.source.Issue;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// What `audit.yaml` says: the same audit without a screen.
///
/// @param title the audit's name
/// @param periodFrom first day of the period; `asOf`'s half-year before when not declared
/// @param evidence every file, in the order of the audit file, the organisation's own first
/// @param checks settings by check id, for the whole audit
/// @param applicationChecks settings by application id, then by check id
/// @param previous path of an earlier audit folder to compare with, as declared
/// @param tasks path of the file with tasks, conflicts and mitigations, as declared
/// @param ownChecks path of the file with the auditor's own checks, as declared
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
    @Nullable String ownChecks)
    implements Examiner.Settings {

  /// @param audit null exactly when an issue is unusable
  public record Parsed(@Nullable AuditFile audit, List<Issue> issues) {
    public Parsed {
      issues = List.copyOf(issues);
    }
  }

  public AuditFile {
    applications = List.copyOf(applications);
    evidence = List.copyOf(evidence);
    checks = Map.copyOf(checks);
    applicationChecks = Map.copyOf(applicationChecks);
  }

  /// Reads the text of an audit file; every fault is an issue with its line.
  ///
  /// @param name how places call the file, usually `audit.yaml`
  public static Parsed parse(String text, String name) {
    return new AuditFileParser(name).parse(text);
  }

  /// The same audit with one more file of evidence, at the end.
  public AuditFile with(EvidenceSpec added) {
    List<EvidenceSpec> more = new ArrayList<>(evidence);
    more.add(added);
    return new AuditFile(
        title,
        asOf,
        periodFrom,
        periodTo,
        zone,
        applications,
        more,
        checks,
        applicationChecks,
        previous,
        tasks,
        ownChecks);
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
