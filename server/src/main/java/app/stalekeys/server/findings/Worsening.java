package app.stalekeys.server.findings;

import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// Why a decision on a finding does not hold any more, in words. The list asks the store the same.
final class Worsening {

  private Worsening() {}

  /// Empty while the decision holds, and when nothing was decided.
  static String of(FindingRow row, @Nullable DecisionRow decision, LocalDate asOf) {
    if (decision == null || decision.verdict() == Verdict.OPEN) {
      return "";
    }
    LocalDate until = decision.untilDay();
    if (until != null && until.isBefore(asOf)) {
      return "the exception ended on " + until;
    }
    DecisionRow.Basis basis = decision.basis();
    if (row.severityRank() > basis.severityRank()) {
      return "graver now: it was %s when it was decided"
          .formatted(Severity.values()[basis.severityRank()].word());
    }
    Long then = basis.measure();
    Long now = row.measure();
    if (then == null || now == null) {
      return "";
    }
    long passed = row.measuresDays() ? Math.max(0, asOf.toEpochDay() - basis.asOfDay()) : 0;
    return now > then + passed
        ? "worse now: %,d where it was %,d when it was decided".formatted(now, then)
        : "";
  }
}
