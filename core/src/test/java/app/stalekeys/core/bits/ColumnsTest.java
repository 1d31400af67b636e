package app.stalekeys.core.bits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
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

  /// Sealed and packed by the versions before Zstandard: data folders hold such bytes for years.
  @Test
  void whatEarlierVersionsKeptIsOpened() throws IOException {
    TextColumn texts =
        TextColumn.open(
            bytes(
                "0000001d780163662f2e4d4e4e2d2e660d3abcb938913d2d3133a7b428959591818991190092f908a0"));
    assertThat(IntStream.range(0, texts.size()).mapToObj(texts::at))
        .containsExactly("success", null, "Rósa", "success", "failure");
    LongColumn numbers = LongColumn.open(bytes("0000000a7801636e5c70f5edbb34868db9001d1f0559"));
    assertThat(IntStream.range(0, numbers.size()).mapToLong(numbers::at))
        .containsExactly(1_767_225_600_000L, LongColumn.ABSENT, 1_767_225_607_000L);
    byte[] piece = bytes("78014b4c4ece2fcd2bd129cacf49e52a35d471ce492dcae602005ddb07a3");
    assertThat(Packed.unpack(piece, 100)).asString().isEqualTo("account,role\nu1,Clerk\n");
  }

  private static byte[] bytes(String hexadecimal) {
    return HexFormat.of().parseHex(hexadecimal);
  }

  @Property
  void packedBytesComeBackWithAndWithoutFrames(
      @ForAll byte[] given, @ForAll @IntRange(max = 60) int cut) throws IOException {
    for (byte[] packed :
        List.of(Packed.pack(given, given.length), Packed.deflated(given, given.length))) {
      assertThat(Packed.unpack(packed, given.length)).isEqualTo(given);
      if (given.length > 0) {
        assertThatThrownBy(() -> Packed.unpack(packed, given.length - 1))
            .isInstanceOf(IOException.class);
      }
      byte[] damaged = Arrays.copyOf(packed, Math.max(0, packed.length - 1 - cut));
      assertThatThrownBy(() -> Packed.unpack(damaged, given.length))
          .isInstanceOf(IOException.class);
    }
  }
}
