package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// A successful sign-in after the person's last day has ended in the audit's zone, whatever the state
/// of the account today. Only the log counts: a declared last sign-in has no row of its own.
public final class LeaverSignedIn implements Check {

  private static final Comparator<Use> IN_TIME =
      Comparator.comparing(Use::at).thenComparing(Use::place);

  private record Use(Instant at, Place place) {}

  private static final CheckCard CARD =
      CheckCard.of("leaver-signed-in", "Signed in after leaving")
          .why("Somebody used the access of a person who was no longer there.")
          .severity(Severity.CRITICAL)
          .tests("accounts that belong to a person")
          .needs("people")
          .needs("accounts")
          .needs("sign-ins")
          .needs("accounts.person", "accounts.email")
          .references("PS-4", "AU-6")
          .remedy(
              "Find out who it was",
              90,
              "Disable the account and keep its log.",
              "List what was done in those sessions.",
              "Ask the manager and the team; treat it as an incident until explained.")
          .remedy(
              "Correct the last day",
              15,
              "If the person worked longer than the roster says, have the roster corrected.",
              "Ask for the roster again and read it anew.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    ZoneId zone = examination.snapshot().zone();
    List<Account> accounts = examination.access().accounts();
    @Nullable Instant[] gone = new @Nullable Instant[accounts.size()];
    for (Account account : accounts) {
      Person person = examination.person(account);
      if (person != null) {
        examination.tested();
        LocalDate end = person.end();
        if (end != null) {
          gone[account.index()] = end.plusDays(1).atStartOfDay(zone).toInstant();
        }
      }
    }
    List<List<Use>> uses = usesAfter(gone, examination);
    for (Account account : accounts) {
      List<Use> found = uses.get(account.index());
      if (!found.isEmpty()) {
        flag(examination, account, found);
      }
    }
  }

  /// The successes of each account from its instant on, by account.
  private static List<List<Use>> usesAfter(@Nullable Instant[] gone, Examination examination) {
    List<List<Use>> uses = new ArrayList<>();
    for (int i = 0; i < gone.length; i++) {
      uses.add(new ArrayList<>(0));
    }
    examination
        .access()
        .signIns()
        .scan((account, at, outcome, file, row) -> {
          Instant end = account == null ? null : gone[account.index()];
          if (account != null
              && end != null
              && outcome == Outcome.SUCCESS
              && at >= end.toEpochMilli()) {
            uses.get(account.index())
                .add(new Use(Instant.ofEpochMilli(at), Place.ofRow(file, row)));
          }
        });
    return uses;
  }

  private static void flag(Examination examination, Account account, List<Use> uses) {
    Person person = Objects.requireNonNull(examination.person(account));
    ZoneId zone = examination.snapshot().zone();
    uses.sort(IN_TIME);
    LocalDate first = uses.getFirst().at().atZone(zone).toLocalDate();
    LocalDate last = uses.getLast().at().atZone(zone).toLocalDate();
    Examination.Draft draft =
        examination
            .flag(account, Severity.CRITICAL)
            .fact("left", person.end())
            .fact("signIns", (long) uses.size())
            .fact("first", first)
            .fact("last", last)
            .evidence(person.place());
    uses.forEach(use -> draft.evidence(use.place()));
    String times = uses.size() == 1 ? "once" : "%,d times".formatted(uses.size());
    String when = first.equals(last) ? "on " + first : "from " + first + " to " + last;
    draft.saying(
        "The account %s signed in %s after %s left on %s: %s."
            .formatted(account.key(), times, person.name(), person.end(), when));
  }
}
