package app.stalekeys.server.users;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/// A token with which a user's own programs ask. Kept as a hash: nobody can read it again.
@Entity
class AccessToken {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  @ManyToOne private UserAccount user = new UserAccount();
  private String name = "";
  private String hash = "";
  private boolean mayChange;
  private Instant createdAt = Instant.EPOCH;

  /// The last day on which it works.
  private LocalDate endsOn = LocalDate.EPOCH;

  private @Nullable Instant usedAt;

  protected AccessToken() {}

  AccessToken(
      UserAccount user,
      String name,
      String hash,
      boolean mayChange,
      Instant createdAt,
      LocalDate endsOn) {
    this.user = user;
    this.name = name;
    this.hash = hash;
    this.mayChange = mayChange;
    this.createdAt = createdAt;
    this.endsOn = endsOn;
  }

  long id() {
    return id == null ? 0 : id;
  }

  UserAccount user() {
    return user;
  }

  String name() {
    return name;
  }

  /// Whether it may change anything; else it only reads.
  boolean mayChange() {
    return mayChange;
  }

  Instant createdAt() {
    return createdAt;
  }

  LocalDate endsOn() {
    return endsOn;
  }

  @Nullable Instant usedAt() {
    return usedAt;
  }

  void used(Instant now) {
    usedAt = now;
  }
}
