package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Move;
import app.stalekeys.core.people.Person;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// An enabled account of a person who moved to another department in the period, still with a role given before
/// the last such move that at most `share` percent of the new peers hold. A role counts as given on the day it was
/// assigned, else on the first day of its window; without either it is not flagged.
public final class MoverKeptAccess implements Check {

  private static final CheckCard CARD =
      CheckCard.of("mover-kept-access", "Moved on, kept the old access")
          .why(
              "Who changes posts often keeps the old keys; after a few moves one person can do everything.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts of people who moved department in the period")
          .needsAll("people", "moves", "accounts", "accounts.status", "assignments")
          .needs("accounts.person", "accounts.email")
          .references("AC-2", "PS-5")
          .remedy(
              "Take the old roles away",
              15,
              "Ask the new manager which are still needed.",
              "Remove the others.")
          .number("share", 10, "percent of new peers up to which a role is unusual")
          .number("count", 5, "accounts that make a group of peers")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Holdings holdings = Holdings.current(examination);
    Peers peers = new Peers(examination, holdings);
    examination
        .enabledAccounts()
        .forEach(account -> {
          Move move = lastMove(examination, account);
          Peers.Group group = peers.of(account);
          if (move != null && group.size() >= examination.number("count")) {
            examination.tested();
            examine(examination, account, move, holdings.assignments(account), group);
          }
        });
  }

  private static @Nullable Move lastMove(Examination examination, Account account) {
    Person person = examination.person(account);
    if (person == null) {
      return null;
    }
    return examination.snapshot().roster().moves(person).stream()
        .filter(Move::isOfDepartment)
        .filter(move -> !move.date().isBefore(examination.snapshot().periodFrom()))
        .filter(move -> !move.date().isAfter(examination.asOf()))
        .max(Comparator.comparing(Move::date))
        .orElse(null);
  }

  private static void examine(
      Examination examination,
      Account account,
      Move move,
      List<Assignment> held,
      Peers.Group group) {
    List<Assignment> kept =
        held.stream()
            .filter(assignment -> isBefore(examination, assignment, move.date()))
            .filter(assignment -> group.isRareRole(assignment.role(), examination.number("share")))
            .toList();
    if (!kept.isEmpty()) {
      List<String> roles = kept.stream().map(Assignment::role).distinct().toList();
      Examination.Draft draft =
          examination
              .flag(account, Severity.MEDIUM)
              .fact("moved", move.date())
              .fact("movedFrom", move.from())
              .fact("movedTo", move.to())
              .fact("roles", roles)
              .evidence(move.place());
      kept.forEach(assignment -> draft.evidence(assignment.place()));
      draft.saying(
          "The person of %s moved from %s to %s on %s and kept %s."
              .formatted(
                  account.key(), move.from(), move.to(), move.date(), Enumeration.of(roles)));
    }
  }

  private static boolean isBefore(Examination examination, Assignment assignment, LocalDate day) {
    Instant at = assignment.at();
    LocalDate given =
        at == null ? assignment.from() : at.atZone(examination.snapshot().zone()).toLocalDate();
    return given != null && given.isBefore(day);
  }
}
