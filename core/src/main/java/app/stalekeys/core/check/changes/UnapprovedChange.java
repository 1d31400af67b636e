package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.AccessRequest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A change in the period that gives access, with no approved request for that person and role dated from `days` days
/// before to `after` days after it. One finding an account, its changes listed.
public final class UnapprovedChange implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unapproved-change", "Given without approval")
          .why("Access that nobody asked for was given by somebody for a reason nobody knows.")
          .severity(Severity.HIGH)
          .tests("changes in the period that give access")
          .needsAll("accounts", "activity", "requests")
          .references("AC-2", "CM-3")
          .remedy(
              "Ask for the approval",
              15,
              "Ask who gave it on whose word.",
              "Have the request made and approved, or take it away.")
          .number("days", 30, "days before the change in which the request may lie")
          .number("after", 3, "days after the change in which the request may lie")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    List<AccessRequest> approved =
        examination.access().records().requests().stream()
            .filter(AccessRequest::isApproved)
            .toList();
    Map<Account, List<Activity>> flagged = new LinkedHashMap<>();
    for (Activity done : Deeds.of(examination, Activity::givesAccess)) {
      Account target = Deeds.target(examination, done);
      if (target == null || done.at() < examination.periodStart()) {
        continue;
      }
      examination.tested();
      boolean explained =
          approved.stream().anyMatch(request -> explains(examination, request, done, target));
      if (!explained) {
        flagged.computeIfAbsent(target, key -> new ArrayList<>()).add(done);
      }
    }
    flagged.forEach((account, changes) -> {
      Examination.Draft draft =
          examination
              .flag(account, Severity.HIGH)
              .fact("changes", changes.size())
              .fact("given", changes.stream().map(Activity::after).distinct().toList())
              .fact("by", changes.stream().map(Activity::actorName).distinct().toList())
              .fact("first", examination.moment(changes.getFirst().at()));
      changes.forEach(done -> draft.evidence(done.place()));
      draft.saying(
          "%s was given %s by %s on %s, and no approved request fits."
              .formatted(
                  account.key(),
                  Enumeration.of(changes.stream().map(Activity::after).distinct().toList()),
                  changes.getFirst().actorName(),
                  examination.moment(changes.getFirst().at())));
    });
  }

  private static boolean explains(
      Examination examination, AccessRequest request, Activity done, Account target) {
    LocalDate given = examination.day(done.at());
    LocalDate asked = examination.day(request.at());
    boolean inTime =
        !asked.isBefore(given.minusDays(examination.number("days")))
            && !asked.isAfter(given.plusDays(examination.number("after")));
    return inTime && names(request, done) && isFor(examination, request, target);
  }

  private static boolean names(AccessRequest request, Activity done) {
    String given = done.after().isEmpty() ? done.resource() : done.after();
    return request.role().equals(given)
        || (!request.permission().isEmpty() && request.permission().equals(given));
  }

  private static boolean isFor(Examination examination, AccessRequest request, Account target) {
    if (!request.account().isEmpty()) {
      Account account = examination.access().book().find(request.directory(), request.account());
      if (account != null) {
        return account.index() == target.index();
      }
    }
    Person person = examination.person(target);
    Person asked = examination.access().matching().person(request.person());
    return person != null && asked != null && person.id().equals(asked.id());
  }
}
