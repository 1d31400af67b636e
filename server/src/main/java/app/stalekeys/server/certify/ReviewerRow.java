package app.stalekeys.server.certify;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A person who decides in a round.
@Entity
@Table(name = "round_reviewer")
class ReviewerRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long roundId;

  /// The id in the roster.
  private String person = "";

  private String name = "";
  private String email = "";
  private LocalDate due = LocalDate.EPOCH;

  /// Questions that the manner of deciding raised, and how many of them wait for words.
  private int doubts;

  private int unanswered;
  private @Nullable Instant signedAt;
  private String signedWords = "";
  @Version private int version;

  protected ReviewerRow() {}

  ReviewerRow(long roundId, String person, String name, String email, LocalDate due) {
    this.roundId = roundId;
    this.person = person;
    this.name = name;
    this.email = email;
    this.due = due;
  }

  String person() {
    return person;
  }

  String name() {
    return name;
  }

  String email() {
    return email;
  }

  LocalDate due() {
    return due;
  }

  long roundId() {
    return roundId;
  }

  int doubts() {
    return doubts;
  }

  int unanswered() {
    return unanswered;
  }

  boolean hasSigned() {
    return signedAt != null;
  }

  @Nullable Instant signedAt() {
    return signedAt;
  }

  String signedWords() {
    return signedWords;
  }

  void doubted(int all, int waiting) {
    doubts = all;
    unanswered = waiting;
  }

  void extend(LocalDate day) {
    due = day;
  }

  void sign(String words, Instant at) {
    signedAt = at;
    signedWords = words;
  }

  /// More was handed over after the signature: it does not cover that.
  void unsign() {
    signedAt = null;
    signedWords = "";
  }
}
