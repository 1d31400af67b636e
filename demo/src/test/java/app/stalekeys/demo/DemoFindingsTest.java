package app.stalekeys.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.check.Finding;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// What lies buried in the demo is found, and nothing else: the demo goes through the same door as any
/// folder, and each of its findings stands by id in a list that is read by eye when it changes.
class DemoFindingsTest {

  private static List<Finding> findings = List.of();

  @BeforeAll
  static void examine(@TempDir Path folder) throws IOException {
    DemoAudit.write(folder, DemoAudit.SEED);
    AuditRun.Answer answer = AuditRun.run(AuditFolder.open(folder));
    assertThat(answer).isInstanceOf(AuditRun.Answer.Ran.class);
    findings = ((AuditRun.Answer.Ran) answer).outcome().result().findings();
  }

  private static String line(Finding finding) {
    return String.join(
        " ",
        finding.id(),
        finding.check(),
        finding.application(),
        finding.subject().key(),
        finding.severity().word());
  }

  private static List<String> keys(String check, String application) {
    return findings.stream()
        .filter(one -> one.check().equals(check) && one.application().equals(application))
        .map(one -> one.subject().key())
        .toList();
  }

  @Test
  void theFindingsAreTheListedOnes() throws IOException {
    try (InputStream listed =
        Objects.requireNonNull(DemoFindingsTest.class.getResourceAsStream("findings.txt"))) {
      List<String> expected =
          new String(listed.readAllBytes(), StandardCharsets.UTF_8)
              .lines()
              .filter(Predicate.not(String::isBlank))
              .toList();
      assertThat(findings.stream().map(DemoFindingsTest::line))
          .containsExactlyInAnyOrderElementsOf(expected);
    }
  }

  @Test
  void thePurserWhoLeftClosedTills() {
    assertThat(keys("leaver-signed-in", "tickets")).containsExactly("quays/sigo");
  }

  @Test
  void twoBookkeepersHoldBothHalvesAndTheOneInTwoPortsDoesNot() {
    assertThat(keys("conflict-exercised", "ledger")).containsExactly("00344");
    assertThat(keys("conflict-exercised", "*")).containsExactly("00342");
    assertThat(keys("conflict", "ledger")).containsExactly("00344");
  }

  @Test
  void theNightOfGuessingIsOneAddressAndOneGuess() {
    assertThat(keys("spraying", "ledger")).containsExactly("203.0.113.77");
    assertThat(keys("guessed", "ledger")).containsExactly("admin");
    assertThat(keys("awakened", "ledger")).containsExactly("admin");
  }

  @Test
  void theProgramThatCameThroughABrowser() {
    assertThat(keys("service-interactive", "ledger")).containsExactly("svc.tide");
  }

  @Test
  void theInspectorWhoMovedKeptTheSignOff() {
    assertThat(keys("mover-kept-access", "hull")).hasSize(1);
  }

  @Test
  void theRoleGivenAtNightTheOneGivenToHimselfAndTheOneInNoRecord() {
    assertThat(keys("brief-elevation", "ledger")).containsExactly("kelvin.r");
    assertThat(keys("self-granted", "ledger")).containsExactly("00353");
    assertThat(keys("change-off-the-record", "ledger")).containsExactly("00358");
  }

  @Test
  void theTillThatAQuaySharesAndTheFirstPassword() {
    assertThat(keys("shared-account", "tickets")).containsExactly("quays/till.north");
    assertThat(keys("weak-password", "ledger")).containsExactly("admin");
  }

  @Test
  void thingsOfFreight() {
    assertThat(keys("role-same-as", "freight")).containsExactly("Tariffs North|Tariffs South");
    assertThat(keys("role-nesting-loop", "freight")).containsExactly("Ring A|Ring B|Ring C");
    assertThat(keys("role-unassigned", "freight")).hasSize(20);
    assertThat(keys("many-secrets", "freight")).hasSize(1);
    assertThat(keys("credential-expiring", "freight")).containsExactly("crt-1");
    assertThat(keys("key-not-rotated", "freight"))
        .filteredOn(key -> key.startsWith("key-2023"))
        .hasSize(4);
    assertThat(keys("licence-above-need", "ledger")).hasSize(5);
  }
}
