package app.stalekeys.server.fix;

import app.stalekeys.core.fix.FixState;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// Something that happened to a fix. Only added.
@Entity
@Table(name = "fix_deed")
class FixDeedRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long fixId;
  private Instant at = Instant.EPOCH;
  private String byName = "";

  /// The state it led to.
  private String state = "";

  private String words = "";

  protected FixDeedRow() {}

  FixDeedRow(long fixId, Instant at, String by, FixState state, String words) {
    this.fixId = fixId;
    this.at = at;
    this.byName = by;
    this.state = state.word();
    this.words = words;
  }

  long fixId() {
    return fixId;
  }

  Instant at() {
    return at;
  }

  String byName() {
    return byName;
  }

  FixState state() {
    return FixState.of(state).orElseThrow();
  }

  String words() {
    return words;
  }
}
