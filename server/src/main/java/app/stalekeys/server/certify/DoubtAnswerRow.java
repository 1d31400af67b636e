package app.stalekeys.server.certify;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// What a reviewer said to a question about the manner of deciding.
@Entity
@Table(name = "round_answer")
class DoubtAnswerRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long roundId;
  private String person = "";
  private String doubt = "";
  private String sentence = "";
  private String words = "";
  private Instant answeredAt = Instant.EPOCH;

  protected DoubtAnswerRow() {}

  DoubtAnswerRow(long roundId, String person, String doubt, String sentence) {
    this.roundId = roundId;
    this.person = person;
    this.doubt = doubt;
    this.sentence = sentence;
  }

  void say(String newWords, Instant at) {
    words = newWords;
    answeredAt = at;
  }

  String person() {
    return person;
  }

  String doubt() {
    return doubt;
  }

  String sentence() {
    return sentence;
  }

  String words() {
    return words;
  }

  Instant answeredAt() {
    return answeredAt;
  }
}
