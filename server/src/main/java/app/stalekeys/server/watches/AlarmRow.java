package app.stalekeys.server.watches;

import app.stalekeys.core.watch.Alarm;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// A watch that fired, kept as it was told.
@Entity
@Table(name = "alarm")
class AlarmRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long watchId;
  private String watchName = "";
  private Instant firedAt = Instant.EPOCH;
  private long firstAt;
  private long lastAt;
  private String subject = "";
  private String sentence = "";
  private int attempts;

  /// Sent by hand to try the ways out.
  private boolean trial;

  protected AlarmRow() {}

  AlarmRow(WatchRow watch, Alarm alarm, Instant firedAt, boolean trial) {
    this.watchId = watch.id();
    this.watchName = watch.name();
    this.firedAt = firedAt;
    this.firstAt = alarm.first();
    this.lastAt = alarm.last();
    this.subject = alarm.subject();
    this.sentence = trial ? "This is a trial: nothing happened." : alarm.sentence();
    this.attempts = alarm.count();
    this.trial = trial;
  }

  long id() {
    return Objects.requireNonNull(id);
  }

  long watchId() {
    return watchId;
  }

  String watchName() {
    return watchName;
  }

  Instant firedAt() {
    return firedAt;
  }

  Instant first() {
    return Instant.ofEpochMilli(firstAt);
  }

  Instant last() {
    return Instant.ofEpochMilli(lastAt);
  }

  String subject() {
    return subject;
  }

  String sentence() {
    return sentence;
  }

  int attempts() {
    return attempts;
  }

  boolean trial() {
    return trial;
  }
}
