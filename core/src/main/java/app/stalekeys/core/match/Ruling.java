package app.stalekeys.core.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.people.Person;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// What a person decided about whose an account is. Kept in the audit file and taken over to the next
/// date, where it holds as long as its ground is the same.
///
/// @param person the person's id; empty when it was decided that nobody stands behind the account; null
///     when that was not decided
/// @param owner who answers for a service, shared or built-in account; null when that was not decided
/// @param not ids of people of whom it was said that the account is not theirs
/// @param ground what was seen of account and person when it was decided; empty when it holds whatever
///     they say
/// @param reason in the words of who decided; may be empty
public record Ruling(
    String account,
    @Nullable String person,
    @Nullable String owner,
    List<String> not,
    String ground,
    String reason) {

  /// What the audit file writes for "nobody".
  public static final String NOBODY = "none";

  public Ruling {
    not = List.copyOf(not);
  }

  /// What there is to see of an account and a person: their names and addresses.
  ///
  /// @param person null for nobody
  public static String ground(Account account, @Nullable Person person) {
    String seen = String.join(", ", account.name(), account.email(), account.person());
    return person == null ? seen : seen + " = " + String.join(", ", person.name(), person.email());
  }

  public boolean saysNobody() {
    return "".equals(person);
  }
}
