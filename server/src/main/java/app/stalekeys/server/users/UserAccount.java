package app.stalekeys.server.users;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A person who may sign in to Stale Keys.
@Entity
class UserAccount {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  @Column(nullable = false, unique = true)
  private String name = "";

  @Column(nullable = false)
  private String displayName = "";

  @Column(nullable = false)
  private String passwordHash = "";

  @Column(nullable = false)
  private Instant createdAt = Instant.EPOCH;

  protected UserAccount() {}

  UserAccount(String name, String displayName, String passwordHash, Instant createdAt) {
    this.name = name;
    this.displayName = displayName;
    this.passwordHash = passwordHash;
    this.createdAt = createdAt;
  }

  @Nullable Long id() {
    return id;
  }

  String name() {
    return name;
  }

  String displayName() {
    return displayName;
  }

  String passwordHash() {
    return passwordHash;
  }

  void changePassword(String newHash) {
    this.passwordHash = newHash;
  }
}
