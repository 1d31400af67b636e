package app.stalekeys.core.access;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// The rows that stand for one account: the last holds. Remembers the first places only, so that a
/// file which repeats itself a million times does not fill the memory.
final class AccountRows {

  private static final int NAMED = 20;

  private final List<Place> places = new ArrayList<>(1);
  private @Nullable Account last;
  private int count;
  private boolean agree = true;

  void add(Account account) {
    Account before = last;
    agree &= before == null || before.saysTheSameAs(account);
    last = account;
    if (count++ < NAMED) {
      places.add(account.place());
    }
  }

  Account last() {
    return Objects.requireNonNull(last);
  }

  /// One problem that names the rows, when there are several.
  Optional<Issue> problem() {
    if (count < 2) {
      return Optional.empty();
    }
    String more = count > NAMED ? " and %,d more".formatted(count - NAMED) : "";
    return Optional.of(
        Issue.problem(
            agree ? "account-repeated" : "account-contradicts",
            "account %s stands in %,d rows that %s (%s%s); the last one holds"
                .formatted(
                    Quoted.text(last().key()),
                    count,
                    agree ? "agree" : "do not agree",
                    Quoted.names(places.stream().map(Place::toString).toList()),
                    more),
            last().place()));
  }
}
