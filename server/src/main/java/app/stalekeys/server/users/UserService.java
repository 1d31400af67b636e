package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Base64;
import java.util.Optional;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The users of Stale Keys. There is one part for now: lead auditor.
@Service
class UserService implements UserDetailsService {

  static final String LEAD = "LEAD";
  static final int SHORTEST_PASSWORD = 12;

  private final UserAccounts accounts;
  private final PasswordEncoder encoder;
  private final Journal journal;
  private final Clock clock;

  UserService(UserAccounts accounts, PasswordEncoder encoder, Journal journal, Clock clock) {
    this.accounts = accounts;
    this.encoder = encoder;
    this.journal = journal;
    this.clock = clock;
  }

  @Override
  @Transactional(readOnly = true)
  public UserDetails loadUserByUsername(String name) {
    UserAccount account =
        accounts.findByName(name).orElseThrow(() -> new UsernameNotFoundException("unknown"));
    return User.withUsername(account.name()).password(account.passwordHash()).roles(LEAD).build();
  }

  @Transactional(readOnly = true)
  Optional<String> displayName(String name) {
    return accounts.findByName(name).map(UserAccount::displayName);
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
    String password = given.orElseGet(UserService::madeUp);
    accounts.save(new UserAccount(name, "Lead auditor", encoder.encode(password), clock.instant()));
    journal.write("stale-keys", "user", "made the user %s, lead auditor".formatted(name));
    return Optional.of(password);
  }

  private static String madeUp() {
    byte[] bytes = new byte[15];
    new SecureRandom().nextBytes(bytes);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
  }

  @Transactional
  public void changePassword(String name, String current, String next) {
    UserAccount account = accounts.findByName(name).orElseThrow();
    if (!encoder.matches(current, account.passwordHash())) {
      throw Refusal.unusable("The present password is not right.");
    }
    if (next.length() < SHORTEST_PASSWORD) {
      throw Refusal.unusable(
          "The new password has %d letters, expected at least %d."
              .formatted(next.length(), SHORTEST_PASSWORD));
    }
    account.changePassword(encoder.encode(next));
    journal.write(name, "user", "changed the own password");
  }
}
