package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.SignInLog.Attempt;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;

/// The attempts that a check is about, by account and in the order of time, whatever the order of the
/// file. Rows of one moment stand in the file's order.
final class Attempts {

  private static final Comparator<Attempt> IN_TIME =
      Comparator.comparingLong(Attempt::at)
          .thenComparing(attempt -> attempt.place().file())
          .thenComparingLong(attempt -> attempt.place().row());

  private Attempts() {}

  /// Attempts of accounts that a file defines.
  static Map<Account, List<Attempt>> byAccount(Examination examination, Outcome... outcomes) {
    return byAccount(examination, Set.of(outcomes), attempt -> true);
  }

  /// Those of them that are wanted.
  static Map<Account, List<Attempt>> byAccount(
      Examination examination, Set<Outcome> outcomes, Predicate<Attempt> wanted) {
    Map<Account, List<Attempt>> found = new HashMap<>();
    examination
        .access()
        .signIns()
        .attempts(
            outcomes,
            attempt -> {
              if (attempt.account() != null && wanted.test(attempt)) {
                found
                    .computeIfAbsent(
                        Objects.requireNonNull(attempt.account()), key -> new ArrayList<>(4))
                    .add(attempt);
              }
            });
    Map<Account, List<Attempt>> sorted = new LinkedHashMap<>();
    found.entrySet().stream()
        .sorted(Comparator.comparingInt(entry -> entry.getKey().index()))
        .forEach(entry -> {
          entry.getValue().sort(IN_TIME);
          sorted.put(entry.getKey(), entry.getValue());
        });
    return sorted;
  }

  static long minutes(int count) {
    return count * 60_000L;
  }

  /// Rows cited in one finding at most; the figures count all.
  static final int MOST_CITED = 200;

  static void cite(Examination.Draft draft, List<Attempt> attempts) {
    attempts.stream().limit(MOST_CITED).map(Attempt::place).forEach(draft::evidence);
  }

  static void sort(List<Attempt> attempts) {
    attempts.sort(IN_TIME);
  }
}
