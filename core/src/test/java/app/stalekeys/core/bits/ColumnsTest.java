package app.stalekeys.core.bits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.WithNull;
import org.junit.jupiter.api.Test;

/// What goes into a sealed column comes out of it: these bytes are all that is kept of a fact.
class ColumnsTest {

  /// Epoch milliseconds of any year a date can have, and absences between them.
  @Property
  void numbersComeBack(
      @ForAll List<@LongRange(min = -300_000_000_000_000L, max = 300_000_000_000_000L) Long> given,
      @ForAll List<Boolean> absent) {
    LongColumn.Builder builder = new LongColumn.Builder();
    long[] expected = new long[given.size()];
    for (int i = 0; i < expected.length; i++) {
      boolean none = i < absent.size() && absent.get(i);
      expected[i] = none ? LongColumn.ABSENT : given.get(i);
      builder.add(expected[i]);
    }
    LongColumn column = LongColumn.open(builder.seal());
    assertThat(column.size()).isEqualTo(expected.length);
    for (int i = 0; i < expected.length; i++) {
      assertThat(column.at(i)).isEqualTo(expected[i]);
    }
  }

  @Property
  void textsComeBack(@ForAll List<@WithNull(0.2) String> given) {
    // A lone half of a surrogate pair is no letter and cannot come out of a decoded file.
    List<String> letters =
        given.stream().map(t -> t == null ? null : t.replaceAll("[\\ud800-\\udfff]", "")).toList();
    TextColumn.Builder builder = new TextColumn.Builder();
    letters.forEach(builder::add);
    TextColumn column = TextColumn.open(builder.seal());
    String[] back = new String[column.size()];
    Arrays.setAll(back, column::at);
    assertThat(back).containsExactlyElementsOf(letters);
  }

  @Test
  void aLogInOrderOfTimeTakesFewBytes() {
    LongColumn.Builder builder = new LongColumn.Builder();
    for (int i = 0; i < 65_536; i++) {
      builder.add(1_750_000_000_000L + i * 1000L);
    }
    assertThat(builder.seal()).hasSizeLessThan(2 * 65_536);
  }

  @Test
  void damageIsNoticed() {
    TextColumn.Builder builder = new TextColumn.Builder();
    builder.add("quay.pohl");
    byte[] sealed = builder.seal();
    byte[] cut = Arrays.copyOf(sealed, sealed.length / 2);
    assertThatThrownBy(() -> TextColumn.open(cut)).isInstanceOf(UncheckedIOException.class);
  }
}
