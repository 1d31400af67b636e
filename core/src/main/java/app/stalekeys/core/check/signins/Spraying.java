package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.source.CodePoints;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/// One address that fails against `count` different accounts or more within `minutes`, in sliding windows, accounts
/// that no file defines included. One finding an address.
public final class Spraying implements Check {

  private static final CheckCard CARD =
      CheckCard.of("spraying", "One address, many accounts")
          .why("Whoever tries one password on everybody stays below every lock.")
          .severity(Severity.HIGH)
          .tests("addresses with a failure in the log")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy(
              "Block it",
              30,
              "Find out whose address it is.",
              "Block it, and look for a success among its attempts.")
          .number("count", 10, "accounts from which an address is flagged")
          .number("minutes", 60, "minutes within which they lie")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<String, List<Attempt>> byAddress = new TreeMap<>(CodePoints.ORDER);
    examination
        .access()
        .signIns()
        .histories()
        .attempts(attempt -> {
          if (attempt.outcome() == Outcome.FAILURE && !attempt.address().isEmpty()) {
            byAddress.computeIfAbsent(attempt.address(), key -> new ArrayList<>(2)).add(attempt);
          }
        });
    byAddress.forEach((address, failures) -> {
      examination.tested();
      failures.sort(Attempt.IN_TIME);
      Set<Attempt> within =
          inWindows(
              failures,
              examination.number("count"),
              Attempts.minutes(examination.number("minutes")));
      if (!within.isEmpty()) {
        List<Attempt> flagged = failures.stream().filter(within::contains).toList();
        List<String> accounts =
            flagged.stream().map(Spraying::name).distinct().sorted(CodePoints.ORDER).toList();
        Examination.Draft draft =
            examination
                .flag(new Subject("address", address), Severity.HIGH)
                .fact("count", accounts.size())
                .fact("accounts", accounts)
                .fact("failures", flagged.size())
                .fact("first", examination.moment(flagged.getFirst().at()));
        Attempts.cite(draft, flagged);
        draft.saying(
            "The address %s failed against %,d accounts from %s on."
                .formatted(address, accounts.size(), examination.moment(flagged.getFirst().at())));
      }
    });
  }

  private static String name(Attempt attempt) {
    Account account = attempt.account();
    return account == null ? attempt.accountName() : account.key();
  }

  /// The attempts in any window that holds so many different accounts.
  private static Set<Attempt> inWindows(List<Attempt> failures, int count, long within) {
    Set<Attempt> found = new HashSet<>();
    Map<String, Integer> names = new HashMap<>();
    int first = 0;
    for (int last = 0; last < failures.size(); last++) {
      names.merge(name(failures.get(last)), 1, Integer::sum);
      while (failures.get(last).at() - failures.get(first).at() > within) {
        names.computeIfPresent(name(failures.get(first)), (key, n) -> n == 1 ? null : n - 1);
        first++;
      }
      if (names.size() >= count) {
        found.addAll(failures.subList(first, last + 1));
      }
    }
    return found;
  }
}
