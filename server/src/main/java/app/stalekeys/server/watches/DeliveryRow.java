package app.stalekeys.server.watches;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// One alarm on its way to one receiver: how often it was tried and what came back.
@Entity
@Table(name = "delivery")
class DeliveryRow {

  static final String WAITING = "waiting";
  static final String DELIVERED = "delivered";
  static final String GIVEN_UP = "given up";
  private static final int LONGEST_ANSWER = 1000;

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long alarmId;
  private String channel = "";
  private String target = "";
  private String state = WAITING;
  private int tries;
  private Instant nextAt = Instant.EPOCH;
  private String answer = "";

  protected DeliveryRow() {}

  DeliveryRow(long alarmId, String channel, String target, Instant nextAt) {
    this.alarmId = alarmId;
    this.channel = channel;
    this.target = target;
    this.nextAt = nextAt;
  }

  long id() {
    return Objects.requireNonNull(id);
  }

  long alarmId() {
    return alarmId;
  }

  String channel() {
    return channel;
  }

  String target() {
    return target;
  }

  String state() {
    return state;
  }

  int tries() {
    return tries;
  }

  Instant nextAt() {
    return nextAt;
  }

  String answer() {
    return answer;
  }

  /// @param again when it is to be tried again; null for never
  void tried(boolean delivered, String said, @Nullable Instant again) {
    tries++;
    answer = said.substring(0, Math.min(said.length(), LONGEST_ANSWER));
    if (delivered) {
      state = DELIVERED;
    } else if (again == null) {
      state = GIVEN_UP;
    } else {
      nextAt = again;
    }
  }
}
