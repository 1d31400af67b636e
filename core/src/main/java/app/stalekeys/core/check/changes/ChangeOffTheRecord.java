package app.stalekeys.core.check.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.snapshot.Earlier;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/// An assignment that is held on one as-of date and not on the other, with no recorded change of that account
/// and role after the earlier date that explains it. A window that began or ended in between explains itself.
/// One finding an account, its differences listed.
public final class ChangeOffTheRecord implements Check {

  private static final CheckCard CARD =
      CheckCard.of("change-off-the-record", "Changed, and no record of it")
          .why("Access changed in a way that the application's own trail does not know of.")
          .severity(Severity.HIGH)
          .tests("accounts that held an assignment on either date")
          .needsAll("accounts", "assignments", "activity")
          .references("AU-10", "CM-3")
          .remedy(
              "Find out how it was changed",
              60,
              "Ask who can change access past the trail: a script, the database, another program.",
              "Ask for the record of that.",
              "Have the trail cover it.")
          .in("Changes");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public List<String> missing(Examination examination) {
    Earlier.State before = before(examination);
    return before == null || !before.hasAssignments() ? List.of("previous") : List.of();
  }

  private static Earlier.@Nullable State before(Examination examination) {
    Earlier earlier = examination.snapshot().earlier();
    return earlier == null ? null : earlier.state(examination.application());
  }

  /// What differs for one account.
  private static final class Difference {
    private final Set<String> came = new TreeSet<>(CodePoints.ORDER);
    private final Set<String> went = new TreeSet<>(CodePoints.ORDER);
    private final List<Place> places = new ArrayList<>();
  }

  @Override
  public void examine(Examination examination) {
    Earlier.State before = Objects.requireNonNull(before(examination));
    IdRule ids = examination.access().application().ids();
    Set<Earlier.Given> held = new HashSet<>();
    Set<Earlier.Given> listed = new HashSet<>();
    Map<Earlier.Given, Place> places = new HashMap<>();
    for (Assignment assignment : examination.access().assignments()) {
      Earlier.Given given = Earlier.Given.of(assignment, ids);
      listed.add(given);
      if (assignment.isCurrent(examination.asOf())) {
        held.add(given);
        places.putIfAbsent(given, assignment.place());
      }
    }
    Set<String> tested = new HashSet<>();
    held.forEach(given -> tested.add(given.account()));
    before.held().forEach(given -> tested.add(given.account()));
    tested.forEach(account -> examination.tested());

    Records records = new Records(examination, ids);
    Map<String, Difference> differences = new TreeMap<>(CodePoints.ORDER);
    for (Earlier.Given given : held) {
      if (!before.held().contains(given)
          && !before.listed().contains(given)
          && !records.explain(given, true)) {
        Difference difference =
            differences.computeIfAbsent(given.account(), key -> new Difference());
        difference.came.add(words(given));
        difference.places.add(Objects.requireNonNull(places.get(given)));
      }
    }
    // Of an account whose own row is missing or could not be read, nobody knows what it holds
    // today.
    Set<String> strangers = examination.access().strangers().keySet();
    for (Earlier.Given given : before.held()) {
      boolean gone = !held.contains(given) && !listed.contains(given);
      if (gone && !strangers.contains(name(given)) && !records.explain(given, false)) {
        differences
            .computeIfAbsent(given.account(), key -> new Difference())
            .went
            .add(words(given));
      }
    }
    Map<String, Account> accounts = new HashMap<>();
    examination.access().accounts().forEach(one -> accounts.put(ids.key(one.key()), one));
    differences.forEach((key, difference) -> flag(examination, key, accounts.get(key), difference));
  }

  /// The account's id without the directory that its key may begin with.
  private static String name(Earlier.Given given) {
    return given.account().substring(given.account().lastIndexOf('/') + 1);
  }

  private static String words(Earlier.Given given) {
    return given.scope().equals(Scope.EVERYWHERE)
        ? given.role()
        : given.role() + " in " + given.scope();
  }

  private static void flag(
      Examination examination, String key, @Nullable Account account, Difference difference) {
    Examination.Draft draft =
        account == null
            ? examination.flag(Subject.account(key), Severity.HIGH)
            : examination.flag(account, Severity.HIGH);
    draft
        .fact("differences", difference.came.size() + difference.went.size())
        .fact("came", difference.came.isEmpty() ? null : List.copyOf(difference.came))
        .fact("went", difference.went.isEmpty() ? null : List.copyOf(difference.went))
        .fact("since", Objects.requireNonNull(examination.snapshot().earlier()).asOf());
    difference.places.stream().sorted().forEach(draft::evidence);
    examination
        .access()
        .records()
        .activity()
        .files()
        .forEach(file -> draft.evidence(Place.ofFile(file)));
    List<String> words = new ArrayList<>();
    if (!difference.came.isEmpty()) {
      words.add("has " + Enumeration.of(List.copyOf(difference.came)));
    }
    if (!difference.went.isEmpty()) {
      words.add("no longer has " + Enumeration.of(List.copyOf(difference.went)));
    }
    draft.saying(
        "Since %s %s %s, and no recorded change says so."
            .formatted(
                Objects.requireNonNull(examination.snapshot().earlier()).asOf(),
                account == null ? key : account.key(),
                String.join(" and ", words)));
  }

  /// The changes recorded after the earlier as-of date.
  private static final class Records {
    private final Map<String, List<Activity>> byRole = new HashMap<>();
    private final Set<String> deleted = new HashSet<>();
    private final IdRule ids;

    Records(Examination examination, IdRule ids) {
      this.ids = ids;
      var earlier = Objects.requireNonNull(examination.snapshot().earlier());
      for (Activity done : Deeds.of(examination, Activity::isAdministrative)) {
        if (!examination.day(done.at()).isAfter(earlier.asOf())) {
          continue;
        }
        Account target = Deeds.target(examination, done);
        String key = ids.key(target == null ? done.target() : target.key());
        if (done.action().equals("delete-account")) {
          deleted.add(key);
        }
        if (done.action().equals("give-role")) {
          add(key, done.after(), done);
        }
        if (done.action().equals("take-role")) {
          add(key, done.before(), done);
        }
      }
    }

    private void add(String account, String role, Activity done) {
      byRole.computeIfAbsent(account + "\n" + role, key -> new ArrayList<>(1)).add(done);
    }

    /// A record without a scope explains the role in any.
    boolean explain(Earlier.Given given, boolean came) {
      if (!came && deleted.contains(given.account())) {
        return true;
      }
      return byRole.getOrDefault(given.account() + "\n" + given.role(), List.of()).stream()
          .filter(done -> done.action().equals(came ? "give-role" : "take-role"))
          .anyMatch(done -> done.scope().isEmpty() || Scope.of(done.scope()).equals(given.scope()));
    }
  }
}
