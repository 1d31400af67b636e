package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/// Assignments and grants whose last day lies before the as-of date and that are still in the export. One finding
/// an account, or a role for a role's own grants.
public final class ExpiredAssignment implements Check {

  private static final CheckCard CARD =
      CheckCard.of("expired-assignment", "Ended, still on the list")
          .why("What has ended and still stands in the application depends on its clock alone.")
          .severity(Severity.MEDIUM)
          .tests("accounts and roles with an assignment or grant that has a last day")
          .needsAll("accounts")
          .needs("assignments", "grants")
          .references("AC-2(2)")
          .remedy("Remove it", 5, "Delete the rows that have ended.")
          .remedy("Prolong it", 15, "If it is still needed, ask for a new end with a reason.")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  /// A row that has a last day.
  private record Ending(LocalDate until, String what, Place place) {}

  @Override
  public void examine(Examination examination) {
    Map<Account, List<Ending>> ofAccounts = new LinkedHashMap<>();
    Map<String, List<Ending>> ofRoles = new LinkedHashMap<>();
    for (Assignment assignment : examination.access().assignments()) {
      LocalDate until = assignment.until();
      if (until != null) {
        ofAccounts
            .computeIfAbsent(assignment.account(), key -> new ArrayList<>())
            .add(new Ending(until, assignment.role(), assignment.place()));
      }
    }
    for (Grant grant : examination.access().effective().grants()) {
      LocalDate until = grant.until();
      Account account = grant.account();
      if (until != null) {
        Ending ending = new Ending(until, grant.permission().words(), grant.place());
        if (account == null) {
          ofRoles.computeIfAbsent(grant.role(), key -> new ArrayList<>()).add(ending);
        } else {
          ofAccounts.computeIfAbsent(account, key -> new ArrayList<>()).add(ending);
        }
      }
    }
    ofAccounts.forEach((account, endings) ->
        examine(
            examination,
            endings,
            () -> examination.flag(account, Severity.MEDIUM),
            "The account " + account.key()));
    ofRoles.forEach((role, endings) ->
        examine(
            examination,
            endings,
            () -> examination.flag(Subject.role(role), Severity.MEDIUM),
            "The role " + role));
  }

  private static void examine(
      Examination examination,
      List<Ending> endings,
      Supplier<Examination.Draft> flag,
      String holder) {
    examination.tested();
    List<Ending> ended =
        endings.stream().filter(ending -> ending.until.isBefore(examination.asOf())).toList();
    if (ended.isEmpty()) {
      return;
    }
    List<String> what = ended.stream().map(Ending::what).distinct().toList();
    LocalDate first = ended.stream().map(Ending::until).min(LocalDate::compareTo).orElseThrow();
    Examination.Draft draft =
        flag.get()
            .fact("count", ended.size())
            .fact("ended", what)
            .fact("first", first)
            .fact("days", examination.daysSince(first));
    ended.forEach(ending -> draft.evidence(ending.place));
    draft.saying(
        "%s still has %d rows that have ended, the first on %s: %s."
            .formatted(holder, ended.size(), first, Enumeration.of(what)));
  }
}
