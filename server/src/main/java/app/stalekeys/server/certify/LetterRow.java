package app.stalekeys.server.certify;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A mail to a reviewer and what became of it.
@Entity
@Table(name = "round_letter")
class LetterRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long roundId;
  private String person = "";

  /// `invitation`, `reminder` or `handover`.
  private String kind = "";

  private String address = "";
  private Instant sentAt = Instant.EPOCH;
  private boolean taken;
  private String outcome = "";

  protected LetterRow() {}

  LetterRow(
      long roundId,
      String person,
      String kind,
      String address,
      Instant sentAt,
      boolean taken,
      String outcome) {
    this.roundId = roundId;
    this.person = person;
    this.kind = kind;
    this.address = address;
    this.sentAt = sentAt;
    this.taken = taken;
    this.outcome = outcome.length() <= 1000 ? outcome : outcome.substring(0, 1000);
  }

  String person() {
    return person;
  }

  String kind() {
    return kind;
  }

  String address() {
    return address;
  }

  Instant sentAt() {
    return sentAt;
  }

  boolean taken() {
    return taken;
  }

  String outcome() {
    return outcome;
  }
}
