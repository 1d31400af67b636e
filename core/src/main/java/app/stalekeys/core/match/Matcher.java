package app.stalekeys.core.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.people.Roster;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Matches the accounts of one application to people. Names never match by themselves.
public final class Matcher {

  private final Roster roster;
  private final IdRule rule;
  private final Map<String, Person> byId;

  /// @param rule how the application compares ids; the roster's ids are put under the same rule
  public Matcher(Roster roster, IdRule rule) {
    this.roster = roster;
    this.rule = rule;
    this.byId = roster.keyedBy(rule);
  }

  /// The person behind the account; null when no rule finds exactly one.
  public @Nullable Match match(Account account) {
    if (!account.person().isEmpty()) {
      Person person = byId.get(rule.key(account.person()));
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
}
