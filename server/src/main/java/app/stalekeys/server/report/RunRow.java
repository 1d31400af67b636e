package app.stalekeys.server.report;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// One time that a repeat ran, and what came of it.
@Entity
@Table(name = "pack_run")
class RunRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long repeatId;
  private Instant dueAt = Instant.EPOCH;
  private Instant ranAt = Instant.EPOCH;
  private boolean succeeded;
  private String words = "";
  private @Nullable Long packId;

  protected RunRow() {}

  RunRow(long repeatId, Instant dueAt, Instant ranAt) {
    this.repeatId = repeatId;
    this.dueAt = dueAt;
    this.ranAt = ranAt;
  }

  void came(boolean well, String said, @Nullable Long pack) {
    succeeded = well;
    words = said;
    packId = pack;
  }

  Instant dueAt() {
    return dueAt;
  }

  Instant ranAt() {
    return ranAt;
  }

  boolean succeeded() {
    return succeeded;
  }

  String words() {
    return words;
  }

  @Nullable Long packId() {
    return packId;
  }
}
