package app.stalekeys.core.certify;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Who decides on each item. Nobody decides on the own access, and nobody who has left decides on anything: there the
/// stand-in does, and where the stand-in is not fit either the item has no reviewer.
public final class Reviewers {

  /// @param reviewer null when nobody is fit
  /// @param why how the reviewer was found, or why there is none
  /// @param standsIn whether it is the stand-in
  public record Assigned(Item item, @Nullable Person reviewer, String why, boolean standsIn) {}

  private final Snapshot snapshot;
  private final RoundPlan plan;
  private final Map<String, ApplicationAccess> applications = new HashMap<>();
  private final Map<String, Account> accounts = new HashMap<>();

  public Reviewers(Snapshot snapshot, RoundPlan plan) {
    this.snapshot = snapshot;
    this.plan = plan;
    for (ApplicationAccess access : snapshot.applications()) {
      String id = access.application().id();
      applications.put(id, access);
      access.accounts().forEach(account -> accounts.put(id + "\n" + account.key(), account));
    }
  }

  /// In the order of the items.
  public List<Assigned> assign(List<Item> items) {
    return items.stream().map(this::assign).toList();
  }

  /// Whom the rule names, and in which quality.
  private record Named(@Nullable Person person, String as, String id) {}

  private Assigned assign(Item item) {
    Named named = named(item);
    String unfit = unfit(named, item);
    if (unfit.isEmpty()) {
      return new Assigned(item, named.person, named.as, false);
    }
    Named standIn = new Named(person(plan.standIn()), "stand-in", plan.standIn());
    String unfitToo = unfit(standIn, item);
    return unfitToo.isEmpty()
        ? new Assigned(item, standIn.person, "stand-in: " + unfit, true)
        : new Assigned(
            item,
            null,
            plan.standIn().isEmpty() ? unfit : unfit + "; for the stand-in: " + unfitToo,
            false);
  }

  /// Why somebody cannot decide on an item; empty when nothing is against it.
  private String unfit(Named named, Item item) {
    if (named.id.isEmpty()) {
      return "no %s is known".formatted(named.as);
    }
    if (named.person == null) {
      return "%s %s is not in the roster".formatted(named.as, named.id);
    }
    if (named.person.id().equals(item.person())) {
      return "%s would review the own access".formatted(named.person.name());
    }
    return named.person.hasLeft(snapshot.asOf())
        ? "%s %s has left".formatted(named.as, named.person.name())
        : "";
  }

  private Named named(Item item) {
    ApplicationAccess access = access(item);
    Named owner = owner(access);
    return switch (plan.rule()) {
      case NAMED -> new Named(person(plan.named()), "named reviewer", plan.named());
      case APPLICATION_OWNER -> owner;
      case ROLE_OWNER -> {
        Role role = item.kind().equals("role") ? access.roles().role(item.what()) : null;
        yield role == null || role.owner().isEmpty()
            ? owner
            : new Named(known(access, role.owner()), "role's owner", role.owner());
      }
      case MANAGER -> manager(item, access);
    };
  }

  private ApplicationAccess access(Item item) {
    ApplicationAccess access = applications.get(item.application());
    if (access == null) {
      throw new IllegalArgumentException("no such application: " + item.application());
    }
    return access;
  }

  private Named owner(ApplicationAccess access) {
    String id = access.application().owner();
    return new Named(known(access, id), "application's owner", id);
  }

  /// The person's manager; for an account without a person who answers for it, else who owns the application.
  private Named manager(Item item, ApplicationAccess access) {
    Account account = accounts.get(item.application() + "\n" + item.account());
    Match match = account == null ? null : access.match(account);
    if (match != null) {
      String id = match.person().manager();
      return new Named(person(id), "manager", id);
    }
    String owner = account == null ? "" : access.matching().owner(account);
    return owner.isEmpty()
        ? owner(access)
        : new Named(known(access, owner), "account's owner", owner);
  }

  private @Nullable Person known(ApplicationAccess access, String id) {
    Person person = access.matching().person(id);
    return person == null ? person(id) : person;
  }

  /// By id, else by the mail address of exactly one person.
  private @Nullable Person person(String id) {
    Person byId = snapshot.roster().byId(id);
    List<Person> byMail = byId == null ? snapshot.roster().byEmail(id) : List.of();
    return byId == null && byMail.size() == 1 ? byMail.getFirst() : byId;
  }
}
