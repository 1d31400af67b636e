package app.stalekeys.server.users;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// A person who may sign in to Stale Keys.
@Entity
class UserAccount {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  @Column(nullable = false, unique = true)
  private String name = "";

  private String displayName = "";

  /// Empty until a password was chosen.
  private String passwordHash = "";

  private Instant createdAt = Instant.EPOCH;

  /// Words of parts, separated by commas.
  private String parts = "";

  /// Ids of the applications whose fixes the user carries out, one a line.
  private String applications = "";

  /// The id in the personnel roster; empty when it is not known.
  private String person = "";

  private String email = "";
  private boolean active = true;

  /// Wrong passwords and codes since the last success.
  private int failures;

  private @Nullable Instant lockedUntil;

  /// In base 32; empty without a second factor.
  private String codeSecret = "";

  /// Whether a first code has shown that the secret arrived.
  private boolean codeProven;

  /// The step of the last code that was taken: each is good once.
  private long codeStep;

  /// SHA-256 of what the invitation's address ends with; empty when none is open.
  private String invitation = "";

  private @Nullable Instant invitationEnds;

  @Version private int version;

  protected UserAccount() {}

  UserAccount(String name, String displayName, Collection<Part> parts, Instant createdAt) {
    this.name = name;
    this.displayName = displayName;
    this.createdAt = createdAt;
    play(parts);
  }

  long id() {
    return id == null ? 0 : id;
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

  Instant createdAt() {
    return createdAt;
  }

  String person() {
    return person;
  }

  String email() {
    return email;
  }

  boolean active() {
    return active;
  }

  int failures() {
    return failures;
  }

  int version() {
    return version;
  }

  String codeSecret() {
    return codeSecret;
  }

  boolean asksForCode() {
    return codeProven;
  }

  @Nullable Instant invitationEnds() {
    return invitation.isEmpty() ? null : invitationEnds;
  }

  Set<Part> parts() {
    Set<Part> set = EnumSet.noneOf(Part.class);
    Arrays.stream(parts.split(",")).flatMap(word -> Part.of(word).stream()).forEach(set::add);
    return set;
  }

  List<String> applications() {
    return applications.lines().filter(line -> !line.isBlank()).toList();
  }

  boolean isLocked(Instant now) {
    return lockedUntil != null && lockedUntil.isAfter(now);
  }

  final void play(Collection<Part> newParts) {
    parts = newParts.stream().sorted().map(Part::word).collect(Collectors.joining(","));
  }

  void describe(
      String newName, String newEmail, String newPerson, Collection<String> newApplications) {
    displayName = newName;
    email = newEmail;
    person = newPerson;
    applications = String.join("\n", newApplications);
  }

  void switchTo(boolean on) {
    active = on;
  }

  void changePassword(String newHash) {
    passwordHash = newHash;
    invitation = "";
    invitationEnds = null;
    unlock();
  }

  void invite(String hash, Instant ends) {
    invitation = hash;
    invitationEnds = ends;
  }

  void failed(@Nullable Instant lockUntil) {
    failures++;
    if (lockUntil != null) {
      lockedUntil = lockUntil;
    }
  }

  final void unlock() {
    failures = 0;
    lockedUntil = null;
  }

  /// Begins a second factor; it is asked for once a first code has proven it.
  void offerCode(String secret) {
    codeSecret = secret;
    codeProven = false;
    codeStep = 0;
  }

  void dropCode() {
    offerCode("");
  }

  /// Takes a code's step, if it is later than the last one.
  ///
  /// @return whether it was
  boolean takeCode(long step) {
    if (step <= codeStep) {
      return false;
    }
    codeStep = step;
    codeProven = true;
    return true;
  }
}
