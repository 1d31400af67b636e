package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Histories;
import app.stalekeys.core.signin.Outcome;
import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Predicate;

/// The attempts that a check is about: those of accounts that a file defines, by account and in the order
/// of time.
final class Attempts {

  private final Histories histories;
  private final Set<Outcome> outcomes;
  private final Predicate<Attempt> wanted;

  private Attempts(Examination examination, Set<Outcome> outcomes, Predicate<Attempt> wanted) {
    this.histories = examination.access().signIns().histories();
    this.outcomes = outcomes;
    this.wanted = wanted;
  }

  static Attempts byAccount(Examination examination, Outcome... outcomes) {
    return byAccount(examination, Set.of(outcomes), attempt -> true);
  }

  /// Those of them that are wanted. The attempt's account is never null.
  static Attempts byAccount(
      Examination examination, Set<Outcome> outcomes, Predicate<Attempt> wanted) {
    return new Attempts(examination, outcomes, wanted);
  }

  /// Each account with at least one, in the order of the accounts.
  void forEach(BiConsumer<Account, List<Attempt>> visitor) {
    histories.forEach((account, attempts) -> {
      List<Attempt> own = chosen(attempts);
      if (!own.isEmpty()) {
        visitor.accept(account, own);
      }
    });
  }

  /// Those of one account; empty when it has none.
  List<Attempt> of(Account account) {
    return chosen(histories.of(account));
  }

  private List<Attempt> chosen(List<Attempt> attempts) {
    return attempts.stream()
        .filter(attempt -> outcomes.contains(attempt.outcome()) && wanted.test(attempt))
        .toList();
  }

  static long minutes(int count) {
    return count * 60_000L;
  }

  /// Rows cited in one finding at most; the figures count all.
  static final int MOST_CITED = 200;

  static void cite(Examination.Draft draft, List<Attempt> attempts) {
    attempts.stream().limit(MOST_CITED).map(Attempt::place).forEach(draft::evidence);
  }
}
