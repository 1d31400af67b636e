package app.stalekeys.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CleanShareTest {

  private static CheckResult tested(String check, int subjects) {
    return new CheckResult(check, "app", CheckResult.State.TESTED, subjects, 0, List.of());
  }

  private static final Map<String, Severity> WEIGHTS =
      Map.of("grave", Severity.CRITICAL, "mild", Severity.LOW);

  @Test
  void weighsBySeverityAndSaysWhatClosingAdds() {
    CleanShare share =
        CleanShare.of(
            List.of(tested("grave", 10), tested("mild", 4)),
            Map.of("grave", 1L, "mild", 4L),
            WEIGHTS);
    // (8 × 0.9 + 1 × 0) ÷ 9
    assertThat(share.percent()).isCloseTo(80.0, within(1e-9));
    assertThat(share.gain("mild")).isCloseTo(100.0 / 9, within(1e-9));
    assertThat(share.gain("grave") + share.gain("mild") + share.percent())
        .as("closing all makes 100")
        .isCloseTo(100, within(1e-9));
  }

  @Test
  void whatWasNotTestedIsOutOfTheMean() {
    CheckResult untested =
        new CheckResult("mild", "app", CheckResult.State.NOT_TESTED, 0, 0, List.of("sign-ins"));
    CleanShare share = CleanShare.of(List.of(tested("grave", 2), untested), Map.of(), WEIGHTS);
    assertThat(share.percent()).isEqualTo(100);
    assertThat(CleanShare.of(List.of(untested), Map.of(), WEIGHTS).percent())
        .as("nothing tested is not clean")
        .isNull();
  }
}
