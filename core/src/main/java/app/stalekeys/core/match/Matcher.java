package app.stalekeys.core.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.people.Roster;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Matches the accounts of one application to people: a recorded decision holds before every rule. Names
/// never match by themselves.
public final class Matcher {

  private final Roster roster;
  private final IdRule rule;
  private final Map<String, Person> byId;
  private final Map<String, Ruling> rulings = new HashMap<>();

  /// @param rule how the application compares ids; the roster's ids are put under the same rule
  /// @param rulings what was decided, at most one an account; of several the last holds
  public Matcher(Roster roster, IdRule rule, List<Ruling> rulings) {
    this.roster = roster;
    this.rule = rule;
    this.byId = roster.keyedBy(rule);
    rulings.forEach(ruling -> this.rulings.put(rule.key(ruling.account()), ruling));
  }

  /// What was decided about the account; null when nothing was.
  public @Nullable Ruling ruling(Account account) {
    return rulings.get(rule.key(account.key()));
  }

  /// Why a decision does not hold any more, in words; null when it does or there is none.
  public @Nullable String broken(Account account) {
    Ruling ruling = ruling(account);
    if (ruling == null || ruling.person() == null) {
      return null;
    }
    Person person = ruling.saysNobody() ? null : personById(ruling.person());
    if (person == null && !ruling.saysNobody()) {
      return "person %s is not in the roster".formatted(ruling.person());
    }
    String now = Ruling.ground(account, person);
    return ruling.ground().isEmpty() || ruling.ground().equals(now)
        ? null
        : "it was decided on \"%s\", and now it is \"%s\"".formatted(ruling.ground(), now);
  }

  /// The person behind the account; null when no rule finds exactly one.
  public @Nullable Match match(Account account) {
    Ruling ruling = ruling(account);
    if (ruling != null && ruling.person() != null && broken(account) == null) {
      Person decided = ruling.saysNobody() ? null : personById(ruling.person());
      return decided == null ? null : new Match(decided, Match.Rule.DECISION);
    }
    Match found = byRules(account);
    return found != null && ruling != null && ruling.not().contains(found.person().id())
        ? null
        : found;
  }

  private @Nullable Match byRules(Account account) {
    if (!account.person().isEmpty()) {
      Person person = personById(account.person());
      if (person != null) {
        return new Match(person, Match.Rule.PERSON_ID);
      }
    }
    if (!account.email().isEmpty()) {
      List<Person> people = roster.byEmail(account.email());
      if (people.size() == 1) {
        return new Match(people.getFirst(), Match.Rule.EMAIL);
      }
    }
    return null;
  }

  /// Who answers for the account, as its file or a decision says: a person's id, or what stands in its
  /// place; empty when neither says anything.
  public String ownerOf(Account account) {
    Ruling ruling = ruling(account);
    return ruling != null && ruling.owner() != null ? ruling.owner() : account.owner();
  }

  /// A person under any spelling that the application's id rule takes for the same; null when there is
  /// none.
  public @Nullable Person personById(String id) {
    return byId.get(rule.key(id));
  }
}
