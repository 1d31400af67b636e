package app.stalekeys.reports;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.TieOut;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Everything the findings report says.
///
/// @param filter which findings were chosen, in words; `all findings` when none was left out
/// @param checks how every check fared, also those that could not be tested
public record FindingsReport(
    AuditFile audit,
    String filter,
    List<EvidenceLine> evidence,
    List<CheckResult> checks,
    List<FindingLine> findings,
    Citations citations) {

  /// One file of evidence.
  ///
  /// @param explanation what was said about a tie-out difference, empty when nothing was
  public record EvidenceLine(EvidenceSpec spec, String sha256, TieOut tieOut, String explanation) {}

  /// @param decision null while nobody has decided
  public record FindingLine(Finding finding, @Nullable DecisionLine decision) {}

  /// @param word `fix`, `accepted`, `not a finding` or `asked`
  /// @param until the end of an exception, or empty
  /// @param at when it was decided, as text in the audit's zone
  public record DecisionLine(
      String word, String reason, String approver, String until, String by, String at) {}

  public FindingsReport {
    evidence = List.copyOf(evidence);
    checks = List.copyOf(checks);
    findings = List.copyOf(findings);
  }

  /// The report of a headless run, in which nothing has been decided.
  public static FindingsReport of(AuditRun.Outcome outcome) {
    return new FindingsReport(
        outcome.audit(),
        "all findings",
        outcome.files().stream()
            .map(file -> new EvidenceLine(file.spec(), file.sha256(), file.read().tieOut(), ""))
            .toList(),
        outcome.result().checks(),
        outcome.result().findings().stream().map(found -> new FindingLine(found, null)).toList(),
        Citations.of(outcome.audit().evidence()));
  }

  String applicationName(String id) {
    return audit.applications().stream()
        .filter(application -> application.id().equals(id))
        .map(application -> application.name())
        .findFirst()
        .orElse(id);
  }
}
