package app.stalekeys.server.gather;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.stalekeys.core.bits.Packed;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/// Kept bytes come out as they went in, no more of them are fetched than are read, and damage is an error.
class PieceStreamTest {

  private static final int PIECE = 1000;

  private final byte[] original = new byte[10 * PIECE + 1];
  private final List<Integer> fetched = new ArrayList<>();
  private final List<byte[]> pieces = new ArrayList<>();

  PieceStreamTest() {
    new Random(7).nextBytes(original);
    for (int from = 0; from < original.length; from += PIECE) {
      int size = Math.min(original.length - from, PIECE);
      pieces.add(Packed.pack(Arrays.copyOfRange(original, from, from + size), size));
    }
  }

  private InputStream from(int piece) {
    return new PieceStream(
        seq -> {
          fetched.add(seq);
          return seq < pieces.size() ? pieces.get(seq) : new byte[0];
        },
        piece,
        PIECE);
  }

  @Test
  void allOfItComesBackWhateverIsReadAtOnce() throws IOException {
    try (InputStream in = from(0)) {
      assertThat(in.readAllBytes()).isEqualTo(original);
      assertThat(in.read()).isEqualTo(-1);
    }
    try (InputStream in = from(3)) {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      for (int b = in.read(); b >= 0; b = in.read()) {
        out.write(b);
        out.write(in.readNBytes(777));
      }
      assertThat(out.toByteArray())
          .isEqualTo(Arrays.copyOfRange(original, 3 * PIECE, original.length));
    }
  }

  @Test
  void theBeginningOfALongFileCostsItsFirstPieceAlone() throws IOException {
    try (InputStream in = from(0)) {
      assertThat(in.readNBytes(PIECE)).hasSize(PIECE);
    }
    assertThat(fetched).containsExactly(0);
  }

  @Test
  void aDamagedPieceEndsTheReadingWithAnError() throws IOException {
    byte[] broken = pieces.get(4).clone();
    broken[0] ^= 0x55;
    pieces.set(4, broken);
    try (InputStream in = from(0)) {
      assertThat(in.readNBytes(4 * PIECE)).isEqualTo(Arrays.copyOf(original, 4 * PIECE));
      assertThatThrownBy(in::readAllBytes).isInstanceOf(IOException.class);
    }
  }
}
