package app.stalekeys.core.match;

import app.stalekeys.core.people.Person;
import java.util.List;

/// Somebody who may be behind an account, and why. Never taken without a person's word.
///
/// @param score from 0 to 100; an order of likelihood, no probability
/// @param sure whether it is one of the declared rules that find exactly one: the user name is an
///     employee number, or name and department are those of one person only
public record Suggestion(Person person, int score, boolean sure, List<String> reasons) {
  public Suggestion {
    reasons = List.copyOf(reasons);
  }
}
