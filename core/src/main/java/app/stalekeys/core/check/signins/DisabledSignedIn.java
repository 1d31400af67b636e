package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.snapshot.Earlier;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/// A success after the account was disabled, as the activity says, and not enabled again before it.
public final class DisabledSignedIn implements Check {

  private static final CheckCard CARD =
      CheckCard.of("disabled-signed-in", "Signed in although disabled")
          .why("Either the account was not disabled, or somebody found a way around it.")
          .severity(Severity.CRITICAL)
          .tests("accounts that were disabled, by the activity or on both dates")
          .needsAll("accounts", "sign-ins", "activity")
          .references("AC-2")
          .remedy(
              "Find the way in",
              120,
              "Disable it again, everywhere.",
              "Look which part of the application lets it in.",
              "Look at what was done.")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  private static final Set<String> SWITCHES =
      Set.of("disable-account", "enable-account", "delete-account");

  @Override
  public void examine(Examination examination) {
    Map<Account, TreeMap<Long, Activity>> switched = new HashMap<>();
    examination
        .access()
        .records()
        .activity()
        .scan(done -> {
          if (done.isAdministrative() && SWITCHES.contains(done.action())) {
            Account target = examination.access().book().find("", done.target());
            if (target != null) {
              switched.computeIfAbsent(target, key -> new TreeMap<>()).put(done.at(), done);
            }
          }
        });
    Attempts successes = Attempts.byAccount(examination, Outcome.SUCCESS);
    switched.forEach((account, changes) -> {
      examination.tested();
      List<Attempt> after =
          successes.of(account).stream()
              .filter(one -> {
                var last = changes.lowerEntry(one.at());
                return last != null && !last.getValue().action().equals("enable-account");
              })
              .toList();
      if (!after.isEmpty()) {
        Attempt first = after.getFirst();
        Activity disabled = changes.lowerEntry(first.at()).getValue();
        Examination.Draft draft =
            examination
                .flag(account, Severity.CRITICAL)
                .fact("disabled", examination.moment(disabled.at()))
                .fact("at", examination.moment(first.at()))
                .fact("signIns", after.size())
                .evidence(disabled.place());
        Attempts.cite(draft, after);
        draft.saying(
            "The account %s was disabled on %s and signed in on %s."
                .formatted(
                    account.key(),
                    examination.moment(disabled.at()),
                    examination.moment(first.at())));
      }
    });
    onBothDates(examination, successes, switched.keySet());
  }

  /// Accounts that were disabled on the earlier as-of date, are so today, and of which no record says that
  /// they were enabled in between.
  private static void onBothDates(
      Examination examination, Attempts successes, Set<Account> recorded) {
    Earlier earlier = examination.snapshot().earlier();
    Earlier.State before = earlier == null ? null : earlier.state(examination.application());
    if (earlier == null || before == null) {
      return;
    }
    IdRule ids = examination.access().application().ids();
    for (Account account : examination.access().accounts()) {
      boolean both =
          account.status() == Account.Status.DISABLED
              && before.disabled().contains(ids.key(account.key()));
      if (!both || recorded.contains(account)) {
        continue;
      }
      examination.tested();
      List<Attempt> after =
          successes.of(account).stream()
              .filter(one -> examination.day(one.at()).isAfter(earlier.asOf()))
              .toList();
      if (!after.isEmpty()) {
        Attempt first = after.getFirst();
        Examination.Draft draft =
            examination
                .flag(account, Severity.CRITICAL)
                .fact("disabled", "on " + earlier.asOf() + " and on " + examination.asOf())
                .fact("at", examination.moment(first.at()))
                .fact("signIns", after.size());
        Attempts.cite(draft, after);
        draft.saying(
            "The account %s was disabled on %s and is so today, and signed in on %s."
                .formatted(account.key(), earlier.asOf(), examination.moment(first.at())));
      }
    }
  }
}
