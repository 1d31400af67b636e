package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.match.Matcher;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.people.Person;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Whose the accounts of one application are. Immutable.
public final class Matching {

  private static final Set<Account.Type> OWNED =
      Set.of(Account.Type.SERVICE, Account.Type.SHARED, Account.Type.BUILT_IN);

  private final Matcher matcher;

  /// By [Account#index()]; null for an account without a person.
  private final @Nullable Match[] matches;

  Matching(List<Account> accounts, Matcher matcher) {
    this.matcher = matcher;
    this.matches = accounts.stream().map(matcher::match).toArray(Match[]::new);
  }

  @Nullable Match match(Account account) {
    return matches[account.index()];
  }

  /// What was decided about the account; null when nothing was.
  public @Nullable Ruling ruling(Account account) {
    return matcher.ruling(account);
  }

  /// Why a decision does not hold any more, in words; null when it does or there is none.
  public @Nullable String broken(Account account) {
    return matcher.broken(account);
  }

  /// Whether somebody must answer for the account because no person is behind it by its nature.
  public static boolean needsOwner(Account account) {
    return OWNED.contains(account.type());
  }

  /// Who answers for the account as far as anything says so; empty when nothing does.
  public String owner(Account account) {
    return matcher.ownerOf(account);
  }

  /// The person of an id as the application writes ids; null when the roster has none.
  public @Nullable Person person(String id) {
    return matcher.personById(id);
  }

  /// What is wrong with an owner, in words: empty, unknown, or a leaver; null when nothing is.
  public @Nullable String faultOfOwner(String owner, LocalDate asOf) {
    if (owner.isEmpty()) {
      return "no owner is named";
    }
    Person person = person(owner);
    if (person == null) {
      return "its owner %s is not in the roster".formatted(owner);
    }
    return person.hasLeft(asOf) ? "its owner %s has left".formatted(person.name()) : null;
  }

  /// What is left to say about an account.
  public enum Left {
    NOTHING,
    /// Nobody knows whose it is.
    PERSON,
    /// Nobody who works here answers for it.
    OWNER,
    /// A decision lost its ground.
    BROKEN
  }

  public Left left(Account account, LocalDate asOf) {
    if (broken(account) != null) {
      return Left.BROKEN;
    }
    if (needsOwner(account)) {
      return faultOfOwner(owner(account), asOf) == null ? Left.NOTHING : Left.OWNER;
    }
    Ruling ruling = ruling(account);
    boolean decided = ruling != null && ruling.saysNobody();
    return match(account) != null || decided ? Left.NOTHING : Left.PERSON;
  }
}
