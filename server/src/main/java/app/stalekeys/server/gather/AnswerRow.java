package app.stalekeys.server.gather;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// An answer in words to a question that a file raised.
@Entity
@Table(name = "answer")
class AnswerRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long snapshotId;
  private String question = "";
  private String asked = "";
  private String words = "";
  private String saidBy = "";
  private Instant saidAt = Instant.EPOCH;

  protected AnswerRow() {}

  AnswerRow(long snapshotId, String question, String asked) {
    this.snapshotId = snapshotId;
    this.question = question;
    this.asked = asked;
  }

  void said(String answer, String by, Instant at) {
    words = answer;
    saidBy = by;
    saidAt = at;
  }

  String question() {
    return question;
  }

  String asked() {
    return asked;
  }

  String words() {
    return words;
  }

  String saidBy() {
    return saidBy;
  }

  Instant saidAt() {
    return saidAt;
  }
}
