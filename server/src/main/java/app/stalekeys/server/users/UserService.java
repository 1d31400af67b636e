package app.stalekeys.server.users;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The users of Stale Keys: made, changed, let in.
@Service
class UserService {

  static final int SHORTEST_PASSWORD = 12;
  private static final int LONGEST_PASSWORD = 200;
  private static final int FAILURES_TO_LOCK = 10;
  static final Duration LOCKED_FOR = Duration.ofMinutes(15);
  private static final Duration INVITED_FOR = Duration.ofDays(14);
  private static final int LONGEST_TOKEN_DAYS = 366;

  /// What a try to sign in came to.
  enum Answer {
    IN,
    CODE_NEEDED,
    WRONG,
    LOCKED
  }

  /// What a form says of a user.
  ///
  /// @param name what is typed to sign in
  /// @param parts words of parts
  record Described(
      String name,
      String displayName,
      String email,
      String person,
      List<String> parts,
      List<String> applications) {}

  private final UserAccounts accounts;
  private final AccessTokens tokens;
  private final OpenSessions sessions;
  private final PasswordEncoder encoder;
  private final Journal journal;
  private final Clock clock;

  /// What a password of nobody is held against, so that an unknown name takes as long as a known one.
  private final String nobodys;

  UserService(
      UserAccounts accounts,
      AccessTokens tokens,
      OpenSessions sessions,
      PasswordEncoder encoder,
      Journal journal,
      Clock clock) {
    this.accounts = accounts;
    this.tokens = tokens;
    this.sessions = sessions;
    this.encoder = encoder;
    this.journal = journal;
    this.clock = clock;
    this.nobodys = encoder.encode(secret());
  }

  /// Holds name, password and code against what is known, and counts what is wrong.
  @Transactional
  public Answer check(String name, String password, String code) {
    UserAccount account = accounts.findByName(name).orElse(null);
    String kept = account == null ? "" : account.passwordHash();
    boolean right = encoder.matches(password, kept.isEmpty() ? nobodys : kept);
    if (account == null || kept.isEmpty() || !account.active()) {
      return Answer.WRONG;
    }
    if (account.isLocked(clock.instant())) {
      return Answer.LOCKED;
    }
    if (!right) {
      return wrong(account, "password");
    }
    if (account.asksForCode()) {
      if (code.isBlank()) {
        return Answer.CODE_NEEDED;
      }
      long step = OneTimeCode.stepOf(account.codeSecret(), code, clock.instant());
      if (step < 0 || !account.takeCode(step)) {
        return wrong(account, "code");
      }
    }
    account.unlock();
    return Answer.IN;
  }

  private Answer wrong(UserAccount account, String what) {
    boolean lock = account.failures() + 1 >= FAILURES_TO_LOCK;
    account.failed(lock ? clock.instant().plus(LOCKED_FOR) : null);
    if (lock) {
      journal.write(
          account.name(),
          "session",
          "locked for %d minutes after %d wrong tries, the last a wrong %s"
              .formatted(LOCKED_FOR.toMinutes(), FAILURES_TO_LOCK, what));
    }
    return Answer.WRONG;
  }

  @Transactional(readOnly = true)
  public Optional<UserAccount> byName(String name) {
    return accounts.findByName(name);
  }

  UserAccount get(long id) {
    return accounts
        .findById(id)
        .orElseThrow(() -> Refusal.missing("There is no such user any more."));
  }

  @Transactional(readOnly = true)
  public List<UserAccount> all() {
    return accounts.findAllByOrderByName();
  }

  /// The one active user whom a mail address means; empty when none or several have it.
  @Transactional(readOnly = true)
  public Optional<UserAccount> byMail(String email) {
    List<UserAccount> found =
        accounts.findByEmailIgnoreCase(email).stream().filter(UserAccount::active).toList();
    return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
  }

  /// Makes the lead auditor of a new database.
  ///
  /// @param given the password to use; empty lets one be made up
  /// @return the password if the user was made now, empty if there are users already
  @Transactional
  public Optional<String> makeFirst(String name, Optional<String> given) {
    if (accounts.count() > 0) {
      return Optional.empty();
    }
    String password = given.orElseGet(UserService::secret);
    UserAccount lead =
        new UserAccount(name, "Lead auditor", EnumSet.of(Part.LEAD), clock.instant());
    lead.changePassword(encoder.encode(password));
    accounts.save(lead);
    journal.write("stale-keys", "user", "made the user %s, lead auditor".formatted(name));
    return Optional.of(password);
  }

  static String secret() {
    byte[] bytes = new byte[24];
    new SecureRandom().nextBytes(bytes);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
  }

  static String hash(String secret) {
    return Sha256.of(secret.getBytes(StandardCharsets.UTF_8));
  }

  /// Makes a user without a password.
  @Transactional
  public UserAccount make(Described user, String who) {
    String name = user.name.strip().toLowerCase(Locale.ROOT);
    if (!name.matches("[a-z0-9][a-z0-9._@+-]{0,99}")) {
      throw Refusal.unusable(
          "\"%s\" cannot be a name to sign in with; expected letters a to z, digits and . _ @ + -."
              .formatted(user.name));
    }
    if (accounts.findByName(name).isPresent()) {
      throw Refusal.conflict("There is a user %s already.".formatted(name));
    }
    UserAccount account = new UserAccount(name, "", parts(user), clock.instant());
    describe(account, user);
    accounts.save(account);
    journal.write(who, "user", "made the user %s, %s".formatted(name, words(account.parts())));
    return account;
  }

  private static void describe(UserAccount account, Described user) {
    String display = user.displayName.strip();
    account.describe(
        display.isEmpty() ? account.name() : display,
        user.email.strip(),
        user.person.strip(),
        user.applications);
    if (account.parts().contains(Part.FIXER) && account.applications().isEmpty()) {
      throw Refusal.unusable("A fixer needs at least one application whose fixes to carry out.");
    }
  }

  private static Set<Part> parts(Described user) {
    Set<Part> parts = EnumSet.noneOf(Part.class);
    for (String word : user.parts) {
      parts.add(
          Part.of(word)
              .orElseThrow(
                  () -> Refusal.unusable("\"%s\" is no part anybody can have.".formatted(word))));
    }
    if (parts.isEmpty()) {
      throw Refusal.unusable("A user needs at least one part.");
    }
    return parts;
  }

  static String words(Collection<Part> parts) {
    return parts.stream().map(Part::words).collect(Collectors.joining(", "));
  }

  /// Changes a user. Whoever loses a part is signed out, so that the change holds at once.
  ///
  /// @param version what the form was filled from
  @Transactional
  public void change(long id, Described user, boolean active, int version, String who) {
    UserAccount account = get(id);
    if (account.version() != version) {
      throw Refusal.conflict(
          "Somebody else changed %s in the meantime. Look again and repeat what is still to do."
              .formatted(account.name()));
    }
    Set<Part> before = account.parts();
    Set<Part> parts = parts(user);
    if (isLastLead(account) && (!active || !parts.contains(Part.LEAD))) {
      throw Refusal.unusable(
          "%s is the only lead auditor; make another one first.".formatted(account.name()));
    }
    account.play(parts);
    account.switchTo(active);
    describe(account, user);
    if (!active || !parts.containsAll(before)) {
      sessions.endAll(account.name(), 0);
    }
    journal.write(
        who,
        "user",
        "changed the user %s: %s%s"
            .formatted(account.name(), words(parts), active ? "" : ", switched off"));
  }

  private boolean isLastLead(UserAccount account) {
    return accounts.findAll().stream()
        .filter(one -> one.active() && one.parts().contains(Part.LEAD))
        .allMatch(one -> one.id() == account.id());
  }

  /// Lets the user choose a password.
  ///
  /// @return what the address of the page ends with; nobody can read it again
  @Transactional
  public String invite(long id, String who) {
    UserAccount account = get(id);
    String secret = secret();
    account.invite(hash(secret), clock.instant().plus(INVITED_FOR));
    journal.write(
        who, "user", "invited the user %s to choose a password".formatted(account.name()));
    return secret;
  }

  @Transactional(readOnly = true)
  public UserAccount invited(String secret) {
    return open(secret);
  }

  private UserAccount open(String secret) {
    UserAccount account =
        accounts
            .findByInvitation(hash(secret))
            .filter(UserAccount::active)
            .orElseThrow(UserService::noInvitation);
    Instant ends = account.invitationEnds();
    if (ends == null || ends.isBefore(clock.instant())) {
      throw noInvitation();
    }
    return account;
  }

  private static Refusal noInvitation() {
    return Refusal.unusable(
        "This invitation was used already or has ended. Ask the lead auditor for a new one.");
  }

  @Transactional
  public void accept(String secret, String password) {
    UserAccount account = open(secret);
    checkLength(password);
    account.changePassword(encoder.encode(password));
    sessions.endAll(account.name(), 0);
    journal.write(account.name(), "user", "chose a password by invitation");
  }

  private static void checkLength(String password) {
    if (password.length() < SHORTEST_PASSWORD || password.length() > LONGEST_PASSWORD) {
      throw Refusal.unusable(
          "The new password has %d letters, expected %d to %d."
              .formatted(password.length(), SHORTEST_PASSWORD, LONGEST_PASSWORD));
    }
  }

  /// Ends every other session of the user.
  ///
  /// @param session the number of the one that asks
  @Transactional
  public void changePassword(String name, String current, String next, long session) {
    UserAccount account = accounts.findByName(name).orElseThrow();
    if (!encoder.matches(current, account.passwordHash())) {
      throw Refusal.unusable("The present password is not right.");
    }
    checkLength(next);
    account.changePassword(encoder.encode(next));
    sessions.endAll(name, session);
    journal.write(name, "user", "changed the own password");
  }

  @Transactional
  public void unlock(long id, String who) {
    UserAccount account = get(id);
    account.unlock();
    journal.write(who, "user", "unlocked the user " + account.name());
  }

  /// Takes a user's second factor away, for whoever lost the telephone.
  @Transactional
  public void dropCode(long id, String who) {
    UserAccount account = get(id);
    account.dropCode();
    journal.write(who, "user", "took the second factor of %s away".formatted(account.name()));
  }

  /// @return the secret that the authenticator program is to be told
  @Transactional
  public String offerCode(String name) {
    UserAccount account = accounts.findByName(name).orElseThrow();
    if (account.asksForCode()) {
      throw Refusal.unusable("You have a second factor already; end it first.");
    }
    account.offerCode(OneTimeCode.newSecret());
    return account.codeSecret();
  }

  @Transactional
  public void proveCode(String name, String code) {
    UserAccount account = accounts.findByName(name).orElseThrow();
    long step =
        account.codeSecret().isEmpty()
            ? -1
            : OneTimeCode.stepOf(account.codeSecret(), code, clock.instant());
    if (step < 0 || !account.takeCode(step)) {
      throw Refusal.unusable(
          "This is not the code of this minute. See that the clock of the telephone is right, and try the next one.");
    }
    journal.write(name, "user", "signs in with a second factor from now on");
  }

  /// Ends the own second factor; takes a code, since whoever finds an open screen must not be able to.
  @Transactional
  public void endCode(String name, String code) {
    UserAccount account = accounts.findByName(name).orElseThrow();
    long step = OneTimeCode.stepOf(account.codeSecret(), code, clock.instant());
    if (!account.asksForCode() || step < 0 || !account.takeCode(step)) {
      throw Refusal.unusable("This is not the code of this minute.");
    }
    account.dropCode();
    journal.write(name, "user", "signs in without a second factor from now on");
  }

  /// @return the token; nobody can read it again
  @Transactional
  public String makeToken(String name, String title, boolean mayChange, LocalDate endsOn) {
    LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    if (endsOn.isBefore(today) || endsOn.isAfter(today.plusDays(LONGEST_TOKEN_DAYS))) {
      throw Refusal.unusable(
          "The token ends on %s, expected a day from %s to %s."
              .formatted(endsOn, today, today.plusDays(LONGEST_TOKEN_DAYS)));
    }
    if (title.isBlank()) {
      throw Refusal.unusable("Say what the token is for.");
    }
    String secret = "key-" + secret();
    tokens.save(
        new AccessToken(
            accounts.findByName(name).orElseThrow(),
            title.strip(),
            hash(secret),
            mayChange,
            clock.instant(),
            endsOn));
    journal.write(
        name,
        "user",
        "made the token \"%s\", %s, until %s"
            .formatted(title.strip(), mayChange ? "reads and changes" : "reads", endsOn));
    return secret;
  }

  @Transactional(readOnly = true)
  public List<AccessToken> tokens(String name) {
    return tokens.findByUserOrderById(accounts.findByName(name).orElseThrow());
  }

  @Transactional
  public void dropToken(String name, long id) {
    AccessToken token =
        tokens
            .findById(id)
            .filter(one -> one.user().name().equals(name))
            .orElseThrow(() -> Refusal.missing("There is no such token any more."));
    tokens.delete(token);
    journal.write(name, "user", "ended the token \"%s\"".formatted(token.name()));
  }

  /// A token that works now and what it may do; null for any other text.
  @Transactional
  public @Nullable Bearer bearer(String secret) {
    AccessToken token = tokens.findByHash(hash(secret)).orElse(null);
    LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    if (token == null || token.endsOn().isBefore(today) || !token.user().active()) {
      return null;
    }
    token.used(clock.instant());
    return new Bearer(token.user().name(), token.user().parts(), token.mayChange());
  }

  /// Whom a token stands for.
  record Bearer(String user, Set<Part> parts, boolean mayChange) {}
}
