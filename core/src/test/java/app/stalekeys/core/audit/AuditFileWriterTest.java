package app.stalekeys.core.audit;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.Application;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.junit.jupiter.api.Test;

/// What a screen writes into the audit file says the same when it is read.
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
    AuditFile audit = Objects.requireNonNull(AuditFile.parse(FULL, "audit.yaml").audit());
    String written = AuditFileWriter.write(audit);
    assertThat(AuditFile.parse(written, "audit.yaml").audit()).isEqualTo(audit);
    assertThat(AuditFileWriter.write(audit)).isEqualTo(written);
  }

  /// Texts that YAML would rather take for something else, as heads, words, names and reasons really are.
  private static final List<String> NASTY =
      List.of(
          "yes",
          "No",
          "null",
          "~",
          "2041",
          "007",
          "0x1F",
          "1e3",
          "12:30",
          "2026-06-30",
          "a: b",
          "a #b",
          "#7",
          "- x",
          "[x]",
          "{x: y}",
          "&a",
          "*a",
          "!x",
          "%x",
          "@x",
          "`x`",
          "'",
          "\"",
          "it's \"so\"",
          "C:\\temp",
          " around ",
          "two\nlines",
          "tab\there",
          "Føroyar",
          "名前",
          "😀",
          "?",
          ":",
          "=",
          "<<",
          "x".repeat(200) + " end");

  private static String any(Random random) {
    return NASTY.get(random.nextInt(NASTY.size()));
  }

  private static EvidenceSpec renamed(EvidenceSpec spec, Random random) {
    Map<String, String> columns = new LinkedHashMap<>();
    spec.columns().keySet().forEach(field -> columns.put(field, any(random)));
    Map<String, Map<String, String>> values = new LinkedHashMap<>();
    values.put("status", Map.of(any(random), spec.application() == null ? "left" : "enabled"));
    return new EvidenceSpec(
        spec.file(),
        spec.entry(),
        spec.application(),
        spec.kinds(),
        spec.extracted(),
        any(random),
        any(random),
        spec.expectedRows(),
        spec.read(),
        columns,
        values,
        spec.split().isEmpty() ? spec.split() : Map.of("role", any(random)),
        spec.wide());
  }

  private static Ruling ruling(Random random, int number) {
    boolean known = random.nextBoolean();
    return new Ruling(
        any(random) + number,
        known ? any(random) : null,
        known && random.nextBoolean() ? null : any(random),
        List.of(any(random)),
        known ? any(random) : "",
        any(random));
  }

  @Property(tries = 300, shrinking = ShrinkingMode.OFF)
  void whateverIsTypedReadsBackAsItWasTyped(@ForAll long seed) {
    Random random = new Random(seed);
    AuditFile base = Objects.requireNonNull(AuditFile.parse(FULL, "audit.yaml").audit());
    Application ledger = base.applications().getFirst();
    AuditFile typed =
        new AuditFile(
            any(random),
            base.asOf(),
            base.periodFrom(),
            base.periodTo(),
            base.zone(),
            List.of(
                new Application(
                    ledger.id(),
                    any(random),
                    any(random),
                    ledger.criticality(),
                    ledger.ids(),
                    List.of(any(random) + "1", any(random) + "2"),
                    ledger.addresses(),
                    ledger.links(),
                    List.of(ruling(random, 1), ruling(random, 2)))),
            base.evidence().stream().map(spec -> renamed(spec, random)).toList(),
            base.checks(),
            base.applicationChecks(),
            base.previous(),
            base.tasks(),
            base.duties(),
            base.ownChecks(),
            base.own());
    String written = AuditFileWriter.write(typed);
    AuditFile.Parsed parsed = AuditFile.parse(written, "audit.yaml");
    assertThat(parsed.issues()).as(written).isEmpty();
    assertThat(parsed.audit()).as(written).isEqualTo(typed);
  }

  @Test
  void theNearerSettingHolds() {
    AuditFile audit = Objects.requireNonNull(AuditFile.parse(FULL, "audit.yaml").audit());
    assertThat(audit.of("dormant", "ledger").values().get("days")).containsExactly("30");
    assertThat(audit.of("dormant", "other").values().get("days")).containsExactly("60");
    assertThat(audit.of("dormant", "ledger").severity())
        .as("said above, not nearer")
        .isEqualTo(Severity.HIGH);
  }
}
