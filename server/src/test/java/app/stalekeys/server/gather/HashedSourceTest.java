package app.stalekeys.server.gather;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.stalekeys.core.evidence.read.Sha256;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/// Evidence that was altered where it is kept is not read, however little of it anybody needs; and proving that costs
/// no reading of its own.
class HashedSourceTest {

  private static final byte[] RECEIVED = "account\nmo\nliv\n".getBytes(StandardCharsets.UTF_8);
  private static final byte[] ALTERED = "account\nmo\nlev\n".getBytes(StandardCharsets.UTF_8);

  private int opened;

  private HashedSource source(byte[] kept) {
    return new HashedSource(
        () -> {
          opened++;
          return new ByteArrayInputStream(kept);
        },
        Sha256.of(RECEIVED),
        "till/users.csv");
  }

  @Test
  void aReadingToTheEndProvesTheBytesForAllLaterOnes() throws IOException {
    HashedSource source = source(RECEIVED);
    try (InputStream in = source.open()) {
      assertThat(in.readNBytes(7)).hasSize(7);
    }
    for (int i = 0; i < 2; i++) {
      try (InputStream in = source.open()) {
        assertThat(in.readAllBytes()).isEqualTo(RECEIVED);
      }
    }
    source.compare();
    assertThat(opened).as("nothing was opened to compare it").isEqualTo(3);
  }

  @Test
  void whatWasAlteredEndsTheReadingWithTheFileAndWhatToDo() throws IOException {
    HashedSource source = source(ALTERED);
    try (InputStream in = source.open()) {
      assertThatThrownBy(in::readAllBytes)
          .isInstanceOf(AlteredEvidenceException.class)
          .hasMessageContaining("till/users.csv")
          .hasMessageContaining("receive the file again");
    }
  }

  @Test
  void aFormatThatNeedsOnlyTheBeginningIsComparedAllTheSame() throws IOException {
    HashedSource source = source(ALTERED);
    try (InputStream in = source.open()) {
      assertThat(in.read()).isEqualTo('a');
    }
    assertThatThrownBy(source::compare).isInstanceOf(AlteredEvidenceException.class);
    assertThat(opened).isEqualTo(2);
  }
}
