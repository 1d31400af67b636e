package app.stalekeys.core.certify;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Which manners of deciding are asked about, and which are not.
class DoubtsTest {

  private static final Instant NINE = Instant.parse("2026-07-01T09:00:00Z");

  private final List<Deed> deeds = new ArrayList<>();

  private void keep(int from, int count, double seconds) {
    for (int i = 0; i < count; i++) {
      deed(from + i, "keep", (long) ((from + i) * seconds * 1000), "fits");
    }
  }

  private void deed(int item, String what, long millis, String reason) {
    deeds.add(new Deed("item-" + item, NINE.plusMillis(millis), "2", what, reason, ""));
  }

  private List<Doubt> doubts() {
    return Doubts.of(deeds, item -> item.equals("item-1"));
  }

  @Test
  void nineteenInAMinuteAreFineAndTwentyAreAskedAbout() {
    keep(0, 19, 1);
    assertThat(doubts()).isEmpty();
    keep(19, 1, 1);
    assertThat(doubts())
        .extracting(Doubt::sentence)
        .containsExactly(
            "20 items were decided in 19 s, less than a second an item. How were they looked at?");
  }

  @Test
  void twentyInJustAMinuteAreFine() {
    // The twentieth comes 60 seconds after the first.
    keep(0, 20, 60.0 / 19);
    assertThat(doubts()).isEmpty();
  }

  @Test
  void aLongRunIsOneQuestionAndAPauseMakesTwo() {
    keep(0, 120, 1);
    assertThat(doubts()).extracting(Doubt::items).containsExactly(120);
    for (int i = 0; i < 30; i++) {
      deed(200 + i, "withdraw", 3_600_000 + i * 1000L, "gone");
    }
    assertThat(doubts()).extracting(Doubt::items).containsExactly(120, 30);
  }

  @Test
  void tenKeptAtOneMomentAreAStrokeAndNotSpeed() {
    keep(0, 9, 0);
    assertThat(doubts()).isEmpty();
    keep(9, 31, 0);
    assertThat(doubts())
        .extracting(Doubt::sentence)
        .containsExactly("40 items were kept in one stroke. How were they looked at?");
  }

  @Test
  void aMarkedItemKeptInSilenceIsAskedAboutUntilItSaysWhy() {
    deed(1, "keep", 0, "");
    deed(2, "keep", 60_000, "");
    assertThat(doubts()).extracting(Doubt::id).containsExactly("silent");
    deed(1, "undo", 70_000, "");
    assertThat(doubts()).isEmpty();
    deed(1, "keep", 80_000, "closes the till at night");
    assertThat(doubts()).isEmpty();
  }

  @Test
  void aSealIsOfTheDecisionsAndNotOfTheirOrder() {
    Seal.Decided one = new Seal.Decided("a", "2", "keep", "", "", "2026-07-01T09:00:00Z");
    Seal.Decided two = new Seal.Decided("b", "2", "withdraw", "gone", "", "2026-07-01T09:00:01Z");
    String seal = Seal.of("Spring", "2026-06-30", List.of(one, two));
    assertThat(Seal.of("Spring", "2026-06-30", List.of(two, one))).isEqualTo(seal);
    Seal.Decided altered = new Seal.Decided("b", "2", "keep", "gone", "", "2026-07-01T09:00:01Z");
    assertThat(Seal.of("Spring", "2026-06-30", List.of(one, altered))).isNotEqualTo(seal);
    // A line feed inside a field must not pass for the end of one.
    assertThat(Seal.of("Spring\n2026-06-30", "", List.of()))
        .isNotEqualTo(Seal.of("Spring", "2026-06-30\n", List.of()));
  }
}
