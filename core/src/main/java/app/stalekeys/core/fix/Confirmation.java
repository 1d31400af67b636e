package app.stalekeys.core.fix;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Whether a snapshot proves that a fix was carried out. Access that is gone is looked for in what is held; anything
/// else is done when the check that found it was tested again and finds it no more. Where evidence is missing nobody
/// can tell, and that is said: a fix is never confirmed by a file that did not come.
public final class Confirmation {

  public enum Outcome {
    DONE,
    STILL_THERE,
    UNKNOWN
  }

  /// @param words what was seen, in a sentence
  /// @param place the row that shows it; null when it is the lack of rows that does
  public record Seen(Outcome outcome, String words, @Nullable Place place) {
    static Seen done(String words, @Nullable Place place) {
      return new Seen(Outcome.DONE, words, place);
    }

    static Seen still(String words, @Nullable Place place) {
      return new Seen(Outcome.STILL_THERE, words, place);
    }

    static Seen unknown(String words) {
      return new Seen(Outcome.UNKNOWN, words, null);
    }
  }

  private final Snapshot snapshot;
  private final Map<String, ApplicationAccess> applications = new LinkedHashMap<>();
  private final Map<String, Map<String, Account>> accounts = new HashMap<>();
  private final Map<String, Finding> standing = new HashMap<>();
  private final Set<String> tested = new HashSet<>();

  public Confirmation(
      Snapshot snapshot, Collection<Finding> findings, Collection<CheckResult> checks) {
    this.snapshot = snapshot;
    snapshot.applications().forEach(one -> applications.put(one.application().id(), one));
    findings.forEach(finding -> standing.put(finding.id(), finding));
    checks.stream()
        .filter(result -> result.state() == CheckResult.State.TESTED)
        .forEach(result -> tested.add(result.check() + "\n" + result.application()));
  }

  /// A finding that a fix is to clear.
  public record Cleared(String finding, String check, String application) {}

  /// @param clears the findings it was made for; may be empty
  public Seen of(Step step, List<Cleared> clears) {
    ApplicationAccess access = applications.get(step.application());
    return switch (step.action()) {
      case DISABLE -> access == null ? notThere(step) : disabled(access, step);
      case REMOVE_ASSIGNMENT, REDUCE_SCOPE -> access == null ? notThere(step) : held(access, step);
      case REMOVE_GRANT, REPLACE_GRANTS -> access == null ? notThere(step) : granted(access, step);
      case WITHDRAW_PERMISSION -> access == null ? notThere(step) : able(access, step);
      case SET_OWNER -> access == null ? notThere(step) : owned(access, step, clears);
      default -> found(clears);
    };
  }

  private static Seen notThere(Step step) {
    return Seen.unknown("the application %s is not in this snapshot".formatted(step.application()));
  }

  private Seen disabled(ApplicationAccess access, Step step) {
    if (!access.coverage().has("accounts")) {
      return Seen.unknown("no list of accounts came");
    }
    Account account = account(access, step);
    if (account == null) {
      return Seen.done("the account is in the list no more", null);
    }
    return account.isEnabled(snapshot.asOf())
        ? Seen.still("the account is enabled", account.place())
        : Seen.done("the account is " + account.status().word(), account.place());
  }

  private Seen held(ApplicationAccess access, Step step) {
    if (!access.coverage().has("assignments")) {
      return Seen.unknown("no list of who holds which role came");
    }
    Account account = account(access, step);
    Scope scope = Scope.of(step.scope());
    for (Assignment one : access.assignments()) {
      if (one.account().equals(account)
          && one.role().equals(step.what())
          && one.scope().equals(scope)
          && one.isCurrent(snapshot.asOf())) {
        return Seen.still("the role is held", one.place());
      }
    }
    return Seen.done("the role is held there no more", null);
  }

  private Seen granted(ApplicationAccess access, Step step) {
    if (!access.coverage().has("grants")) {
      return Seen.unknown("no list of permissions granted came");
    }
    Account account = account(access, step);
    Scope scope = Scope.of(step.scope());
    boolean all = step.what().isEmpty();
    for (Grant one : access.effective().grants()) {
      String what = one.permission().resource() + ":" + one.permission().action();
      if (account != null
          && account.equals(one.account())
          && one.effect() == Grant.Effect.ALLOW
          && (all || (what.equals(step.what()) && one.scope().equals(scope)))
          && one.isCurrent(snapshot.asOf())) {
        return Seen.still("the permission is granted", one.place());
      }
    }
    return Seen.done("it is granted no more", null);
  }

  /// Whatever gives it: all that could has to be there to say that nothing does.
  private Seen able(ApplicationAccess access, Step step) {
    for (String kind : List.of("accounts", "assignments", "grants")) {
      if (!access.coverage().has(kind)) {
        return Seen.unknown("no list of %s came".formatted(kind));
      }
    }
    Account account = account(access, step);
    int number = Removables.number(access.effective().universe(), step.what());
    Area area =
        account == null || number < 0 ? Area.NOWHERE : access.effective().area(account, number);
    Area left = new Area(List.of(Scope.of(step.to())), List.of());
    if (account != null && !area.isEmpty() && (step.to().isEmpty() || !area.isWithin(left))) {
      return Seen.still("the permission is held", account.place());
    }
    return Seen.done(
        step.to().isEmpty() ? "it is held no more" : "it is held elsewhere no more", null);
  }

  private Seen owned(ApplicationAccess access, Step step, List<Cleared> clears) {
    if (!clears.isEmpty()) {
      return found(clears);
    }
    Role role =
        step.subject().type().equals("role") ? access.roles().role(step.subject().key()) : null;
    Account account = role == null ? account(access, step) : null;
    String owner = role == null ? account == null ? "" : account.owner() : role.owner();
    Place place = role == null ? account == null ? null : account.place() : role.place();
    Person person = owner.isEmpty() ? null : snapshot.roster().byId(owner);
    LocalDate asOf = snapshot.asOf();
    return person != null && !person.hasLeft(asOf)
        ? Seen.done("%s owns it".formatted(person.name()), place)
        : Seen.still("nobody in the roster owns it", place);
  }

  /// By the findings: all of them have to be gone, and each check has to have been tested.
  private Seen found(List<Cleared> clears) {
    if (clears.isEmpty()) {
      return Seen.unknown("no check tells whether it was done");
    }
    for (Cleared one : clears) {
      Finding still = standing.get(one.finding);
      if (still != null) {
        return Seen.still(
            still.sentence(), still.evidence().isEmpty() ? null : still.evidence().getFirst());
      }
    }
    for (Cleared one : clears) {
      if (!tested.contains(one.check + "\n" + one.application)) {
        return Seen.unknown("the check %s was not tested".formatted(one.check));
      }
    }
    return Seen.done("tested again, and not found", null);
  }

  /// By the key, as the application's rule for ids compares.
  private @Nullable Account account(ApplicationAccess access, Step step) {
    IdRule ids = access.application().ids();
    return accounts
        .computeIfAbsent(
            access.application().id(),
            id -> {
              Map<String, Account> byKey = new HashMap<>();
              access.accounts().forEach(one -> byKey.put(ids.key(one.key()), one));
              return byKey;
            })
        .get(ids.key(step.subject().key()));
  }
}
