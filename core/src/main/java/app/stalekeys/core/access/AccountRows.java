package app.stalekeys.core.access;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// The rows that stand for one account: the last holds. Remembers the first places only, so that a
/// file which repeats itself a million times does not fill the memory.
final class AccountRows {

  private static final int NAMED = 20;

  /// Accounts with agreeing rows that are named one by one.
  private static final int FEW = 20;

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

  /// One problem for each account whose rows contradict each other. Rows that agree are one problem
  /// each as long as they are few; a list with a row for each right of an account repeats them all,
  /// which is one thing to know and not a thousand.
  static List<Issue> problems(Collection<AccountRows> all) {
    List<AccountRows> agreeing = all.stream().filter(rows -> rows.count > 1 && rows.agree).toList();
    boolean byNature = agreeing.size() > FEW;
    List<Issue> problems = new ArrayList<>();
    for (AccountRows rows : all) {
      if (!(byNature && rows.agree)) {
        rows.problem().ifPresent(problems::add);
      }
    }
    if (byNature) {
      AccountRows first = agreeing.getFirst();
      problems.add(
          Issue.problem(
              "accounts-repeated",
              "%,d accounts stand in several rows each that agree, in %,d rows in all; the first is account %s"
                  .formatted(
                      agreeing.size(),
                      agreeing.stream().mapToInt(rows -> rows.count).sum(),
                      Quoted.text(first.last().key())),
              first.last().place()));
    }
    return problems;
  }

  /// One problem that names the rows, when there are several.
  private Optional<Issue> problem() {
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
