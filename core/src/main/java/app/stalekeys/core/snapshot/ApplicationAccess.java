package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.match.Matcher;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.people.Roster;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.source.Place;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// One application's part of a snapshot.
///
/// @param strangers rows by ids by which assignments name accounts that no accounts file defines, as the rule for ids
///     compares them
public record ApplicationAccess(
    Application application,
    Coverage coverage,
    AccountBook book,
    RoleGraph roles,
    List<Assignment> assignments,
    Map<String, Integer> strangers,
    Matching matching,
    EffectiveAccess effective,
    Privileges privileges,
    ApplicationRecords records,
    SignInLog signIns,
    SignInLog.LastSuccesses lastSuccesses) {

  /// Why an account is privileged.
  ///
  /// @param words the flagged role it reaches, or the critical permission it holds
  /// @param place the assignment it starts from, or the permission's row in the catalogue
  public record Privilege(String words, Place place) {}

  public List<Account> accounts() {
    return book.accounts();
  }

  /// The person behind the account; null when there is none.
  public @Nullable Match match(Account account) {
    return matching.match(account);
  }

  /// The same with other decisions about whose its accounts are. Costs a look at each account.
  ApplicationAccess ruledBy(Roster roster, List<Ruling> rulings) {
    Application ruled = application.ruledBy(rulings);
    return new ApplicationAccess(
        ruled,
        coverage,
        book,
        roles,
        assignments,
        strangers,
        new Matching(book.accounts(), new Matcher(roster, ruled.ids(), rulings)),
        effective,
        privileges,
        records,
        signIns,
        lastSuccesses);
  }

  /// Whether the account reaches a role flagged privileged or everything, or holds a permission of
  /// critical sensitivity, on the as-of date, whatever the account's own state.
  public boolean isPrivileged(Account account) {
    return privileges.has(account);
  }

  /// Flagged roles, then critical permissions: the first twenty of them one by one, the rest as a number. Empty
  /// for an ordinary account.
  public List<Privilege> privileges(Account account) {
    return privileges.of(account);
  }

  /// Whether whoever holds the role everywhere is privileged by it.
  public boolean isPrivilegedRole(String role) {
    return !roles.flaggedFrom(role, Scope.EVERYWHERE).isEmpty()
        || effective.ofRole(role).intersects(effective.universe().atLeast(Sensitivity.CRITICAL));
  }

  /// The account's department, else its person's; empty when neither says.
  public String departmentOf(Account account) {
    Match match = match(account);
    return account.department().isEmpty() && match != null
        ? match.person().department()
        : account.department();
  }

  /// The account's title, else its person's; empty when neither says.
  public String titleOf(Account account) {
    Match match = match(account);
    return account.title().isEmpty() && match != null ? match.person().title() : account.title();
  }

  public SignInLog.@Nullable Success lastSuccess(Account account) {
    return lastSuccesses.byAccount()[account.index()];
  }

  /// One that was built is only ever itself: comparing millions of rows would say no more.
  @Override
  public boolean equals(Object other) {
    return this == other;
  }

  @Override
  public int hashCode() {
    return System.identityHashCode(this);
  }
}
