package app.stalekeys.core.access;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// The accounts of one application, found by any spelling that its id rule takes for the same. Of
/// several rows for one account the last holds, and one problem names them all. Immutable once built.
public final class AccountBook {

  private final IdRule rule;
  private final List<Account> accounts = new ArrayList<>();
  private final Map<String, Account> byKey = new LinkedHashMap<>();
  private final boolean hasDirectories;

  private AccountBook(IdRule rule, Map<String, List<Account>> rows, boolean hasDirectories) {
    this.rule = rule;
    this.hasDirectories = hasDirectories;
    rows.forEach((key, found) -> {
      Account account = atIndex(found.getLast(), accounts.size());
      accounts.add(account);
      byKey.put(key, account);
    });
  }

  public static AccountBook read(
      Collection<? extends FactSource> sources, IdRule rule, List<Issue> problems) {
    Map<String, List<Account>> rows = new LinkedHashMap<>();
    boolean[] directories = new boolean[1];
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.ACCOUNTS,
          row -> {
            directories[0] |= !row.text("directory").isEmpty();
            rows.computeIfAbsent(
                    key(rule, row.text("directory"), row.text("account")),
                    key -> new ArrayList<>(1))
                .add(account(row));
          });
    }
    rows.values().stream()
        .filter(found -> found.size() > 1)
        .forEach(found -> problems.add(repeated(found)));
    return new AccountBook(rule, rows, directories[0]);
  }

  private static String key(IdRule rule, String directory, String account) {
    return directory.isEmpty() ? rule.key(account) : directory + "/" + rule.key(account);
  }

  private static Account account(FactCursor row) {
    String directory = row.text("directory");
    String id = row.text("account");
    return new Account(
        0,
        directory.isEmpty() ? id : directory + "/" + id,
        row.text("name"),
        row.text("email"),
        row.text("person"),
        row.text("owner"),
        Account.Type.of(row.text("type")),
        Account.Status.of(row.text("status")),
        row.day("created"),
        row.day("expires"),
        row.day("last-sign-in"),
        row.text("department"),
        row.text("title"),
        row.answer("mfa"),
        row.place());
  }

  private static Account atIndex(Account a, int index) {
    return new Account(
        index,
        a.key(),
        a.name(),
        a.email(),
        a.person(),
        a.owner(),
        a.type(),
        a.status(),
        a.created(),
        a.expires(),
        a.lastSignIn(),
        a.department(),
        a.title(),
        a.mfa(),
        a.place());
  }

  private static Issue repeated(List<Account> found) {
    Account last = found.getLast();
    Account first = found.getFirst();
    Account same =
        new Account(
            0,
            last.key(),
            first.name(),
            first.email(),
            first.person(),
            first.owner(),
            first.type(),
            first.status(),
            first.created(),
            first.expires(),
            first.lastSignIn(),
            first.department(),
            first.title(),
            first.mfa(),
            last.place());
    List<String> rows = found.stream().map(Account::place).map(Place::toString).toList();
    boolean agree = found.size() == 2 && same.equals(last);
    return Issue.problem(
        agree ? "account-repeated" : "account-contradicts",
        "account %s stands in %d rows that %s (%s); the last one holds"
            .formatted(
                Quoted.text(last.key()),
                found.size(),
                agree ? "agree" : "do not agree",
                Quoted.names(rows)),
        last.place());
  }

  public List<Account> accounts() {
    return accounts;
  }

  /// Whether accounts are told apart by directory, so that every file naming them must say which.
  public boolean hasDirectories() {
    return hasDirectories;
  }

  /// The account under any spelling; null when no accounts file defines it.
  public @Nullable Account find(String directory, String account) {
    return byKey.get(key(rule, directory, account));
  }
}
