package app.stalekeys.server.users;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// The users as other features see them.
@Service
public class Users {

  /// @param name what is typed to sign in, and what the journal calls the user
  /// @param person the id in the personnel roster; empty when it is not known
  /// @param applications those whose fixes the user carries out
  public record Known(
      String name,
      String displayName,
      String email,
      String person,
      Set<Part> parts,
      List<String> applications) {}

  private final UserAccounts accounts;
  private final UserService service;

  Users(UserAccounts accounts, UserService service) {
    this.accounts = accounts;
    this.service = service;
  }

  @Transactional(readOnly = true)
  public Optional<Known> byName(String name) {
    return accounts.findByName(name).map(Users::known);
  }

  /// The active users who stand for somebody in the roster: by the person's id, else by the mail address.
  @Transactional(readOnly = true)
  public Optional<Known> ofPerson(String person, String email) {
    return find(person, email).map(Users::known);
  }

  private Optional<UserAccount> find(String person, String email) {
    Optional<UserAccount> byId =
        accounts.findByPerson(person).stream().filter(UserAccount::active).findFirst();
    return byId.isPresent() || email.isEmpty() ? byId : service.byMail(email);
  }

  /// Sees that somebody can sign in as a reviewer. Whoever is a user already gets the part.
  ///
  /// @return what the address to choose a password ends with; empty for whoever has a password
  @Transactional
  public Optional<String> reviewer(String person, String displayName, String email, String who) {
    UserAccount account = find(person, email).orElse(null);
    if (account == null) {
      account =
          service.make(
              new UserService.Described(
                  freeName(email.isEmpty() ? person : email),
                  displayName,
                  email,
                  person,
                  List.of(Part.REVIEWER.word()),
                  List.of()),
              who);
    } else if (!account.parts().contains(Part.REVIEWER)) {
      Set<Part> parts = account.parts();
      parts.add(Part.REVIEWER);
      account.play(parts);
    }
    if (account.person().isEmpty()) {
      account.describe(account.displayName(), account.email(), person, account.applications());
    }
    return account.passwordHash().isEmpty()
        ? Optional.of(service.invite(account.id(), who))
        : Optional.empty();
  }

  private String freeName(String wanted) {
    String name = wanted.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9._@+-]", "-");
    String free = name.isEmpty() ? "reviewer" : name;
    for (int number = 2; accounts.findByName(free).isPresent(); number++) {
      free = name + "-" + number;
    }
    return free;
  }

  private static Known known(UserAccount account) {
    return new Known(
        account.name(),
        account.displayName(),
        account.email(),
        account.person(),
        account.parts(),
        account.applications());
  }
}
