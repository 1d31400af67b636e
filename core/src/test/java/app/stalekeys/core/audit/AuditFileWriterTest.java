package app.stalekeys.core.audit;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.check.Severity;
import org.junit.jupiter.api.Test;

class AuditFileWriterTest {

  private static final String FULL =
      """
      audit: "Half-year: access"
      as-of: 2026-06-30
      period: {from: 2026-01-01, to: 2026-06-30}
      zone: Atlantic/Faroe
      previous: ../march
      evidence:
        - {file: people/roster.csv, kind: people, columns: {person: Staff No, name: Name}, values: {status: {W: active, no: left}}}
      applications:
        - id: ledger
          name: Finance Ledger
          owner: p:2041
          criticality: high
          ids: {case: ignore, pad: 5}
          levels: [read, update]
          addresses: [10.20.0.0/16]
          links: {account: "https://ledger.example/{account}"}
          evidence:
            - file: ledger/users.csv
              kind: [accounts, assignments]
              extracted: 2026-07-01T06:00
              from: Support
              filter: none
              expect: {rows: 412}
              read: {delimiter: ";", encoding: windows-1252, skip: 3, dates: dd.MM.yyyy, never: ["00.00.0000"], zone: UTC}
              split: {role: ";"}
            - {file: ledger/rights.csv, kind: grants, wide: {holder-type: account, letters: {R: read, U: update}}, columns: {holder: User}}
          checks: {dormant: {days: 30}}
      checks:
        dormant: {days: 60, severity: high}
        guessing: {enabled: false, minutes: 5}
      """;

  @Test
  void whatIsWrittenReadsBackAsTheSameAudit() {
    AuditFile audit = AuditFile.parse(FULL, "audit.yaml").audit();
    assertThat(audit).isNotNull();
    String written = AuditFileWriter.write(audit);
    assertThat(AuditFile.parse(written, "audit.yaml").audit()).isEqualTo(audit);
    assertThat(AuditFileWriter.write(audit)).isEqualTo(written);
  }

  @Test
  void theNearerSettingHolds() {
    AuditFile audit = AuditFile.parse(FULL, "audit.yaml").audit();
    assertThat(audit.of("dormant", "ledger").values().get("days")).containsExactly("30");
    assertThat(audit.of("dormant", "other").values().get("days")).containsExactly("60");
    assertThat(audit.of("dormant", "ledger").severity())
        .as("said above, not nearer")
        .isEqualTo(Severity.HIGH);
  }
}
