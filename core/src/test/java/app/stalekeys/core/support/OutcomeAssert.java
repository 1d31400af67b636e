package app.stalekeys.core.support;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.source.Issue;
import java.util.Collection;
import java.util.List;
import org.assertj.core.api.AbstractAssert;

/// What a test may ask of an audit that ran.
public final class OutcomeAssert extends AbstractAssert<OutcomeAssert, AuditRun.Outcome> {

  OutcomeAssert(AuditRun.Outcome outcome) {
    super(outcome, OutcomeAssert.class);
  }

  public AuditRun.Outcome outcome() {
    return actual;
  }

  /// The accounts a check flags, in order.
  public OutcomeAssert flags(String check, String... accounts) {
    assertThat(findings(check).stream().map(finding -> finding.subject().key()))
        .as("flagged by %s", check)
        .containsExactly(accounts);
    return this;
  }

  /// The subjects a check flags, in whatever order.
  public OutcomeAssert flagsJust(String check, Collection<String> subjects) {
    assertThat(findings(check))
        .extracting(finding -> finding.subject().key())
        .as("flagged by %s", check)
        .containsExactlyInAnyOrderElementsOf(subjects);
    return this;
  }

  /// `subject severity` of each finding of a check, in whatever order.
  public OutcomeAssert judgesJust(String check, Collection<String> severities) {
    assertThat(severities(check))
        .as("judged by %s", check)
        .containsExactlyInAnyOrderElementsOf(severities);
    return this;
  }

  public OutcomeAssert flagsNothing(String check) {
    return flags(check).tested(check, result(check).tested());
  }

  public Finding finding(String check) {
    assertThat(findings(check)).as("findings of %s", check).hasSize(1);
    return findings(check).getFirst();
  }

  /// `subject severity` of each finding of a check, in order.
  public List<String> severities(String check) {
    return findings(check).stream()
        .map(finding -> finding.subject().key() + " " + finding.severity().word())
        .toList();
  }

  public List<Finding> findings(String check) {
    assertThat(result(check).state()).as(check).isEqualTo(CheckResult.State.TESTED);
    return actual.result().findings().stream().filter(f -> f.check().equals(check)).toList();
  }

  public OutcomeAssert tested(String check, int subjects) {
    assertThat(result(check).tested()).as("tested by %s", check).isEqualTo(subjects);
    return this;
  }

  public OutcomeAssert doesNotTest(String check, String... missing) {
    assertThat(result(check).state()).isNotEqualTo(CheckResult.State.TESTED);
    assertThat(result(check).state().word()).isEqualTo("not-tested");
    assertThat(result(check).missing()).containsExactly(missing);
    return this;
  }

  private CheckResult result(String check) {
    return actual.result().checks().stream()
        .filter(result -> result.check().equals(check))
        .findFirst()
        .orElseThrow();
  }

  /// read, rejected, skipped of a file.
  public OutcomeAssert counts(String file, long read, long rejected, long skipped) {
    AuditRun.ReadFile found =
        actual.files().stream()
            .filter(one -> one.spec().file().equals(file))
            .findFirst()
            .orElseThrow();
    TieOut tieOut = found.read().tieOut();
    assertThat(List.of(tieOut.read(), tieOut.rejected(), tieOut.skipped()))
        .as("read, rejected, skipped of %s, rejects %s", file, found.rejects())
        .containsExactly(read, rejected, skipped);
    return this;
  }

  /// The rejects of a file as `row: reason`.
  public OutcomeAssert rejects(String file, String... rejects) {
    assertThat(
            actual.files().stream()
                .filter(one -> one.spec().file().equals(file))
                .flatMap(one -> one.rejects().stream())
                .map(reject -> reject.place().row() + ": " + reject.reason()))
        .containsExactly(rejects);
    return this;
  }

  public OutcomeAssert hasProblem(String code, long row) {
    assertThat(actual.issues())
        .anyMatch(issue -> issue.code().equals(code) && issue.place().row() == row);
    return this;
  }

  public OutcomeAssert hasNoProblem() {
    assertThat(actual.issues()).extracting(Issue::code).isEmpty();
    return this;
  }
}
