package app.stalekeys.core.access;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Segment;
import app.stalekeys.core.source.Issue;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// The accounts of one application, found by any spelling that its id rule takes for the same. Of
/// several rows for one account the last holds, and one problem names them all. Immutable once built.
public final class AccountBook {

  private static final String ENTRY_NAME = Segment.ATTRIBUTE + "dn";
  private static final String RESOURCE_ID = Segment.ATTRIBUTE + "id";
  private static final String SCHEMAS = Segment.ATTRIBUTE + "schemas";

  private final IdRule rule;
  private final List<Account> accounts = new ArrayList<>();
  private final Map<String, Account> byKey = new LinkedHashMap<>();

  /// Keys by the other names by which directories point at an account.
  private final Map<String, String> keyOfAlias;

  private final boolean hasDirectories;

  private AccountBook(
      IdRule rule,
      Map<String, AccountRows> rows,
      Map<String, String> keyOfAlias,
      boolean hasDirectories) {
    this.keyOfAlias = keyOfAlias;
    this.rule = rule;
    this.hasDirectories = hasDirectories;
    rows.forEach((key, found) -> {
      Account account = found.last().at(accounts.size());
      accounts.add(account);
      byKey.put(key, account);
    });
  }

  public static AccountBook read(
      Collection<? extends FactSource> sources, IdRule rule, List<Issue> problems) {
    Map<String, AccountRows> rows = new LinkedHashMap<>();
    Map<String, String> aliases = new HashMap<>();
    boolean[] directories = new boolean[1];
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.ACCOUNTS,
          row -> {
            directories[0] |= !row.text("directory").isEmpty();
            String key = key(rule, row.text("directory"), row.text("account"));
            rows.computeIfAbsent(key, k -> new AccountRows()).add(account(row));
            addAliases(row, key, aliases);
          });
    }
    problems.addAll(AccountRows.problems(rows.values()));
    return new AccountBook(rule, rows, aliases, directories[0]);
  }

  /// The names by which groups point at members: a directory's entry name, a SCIM resource's id.
  private static void addAliases(FactCursor row, String key, Map<String, String> aliases) {
    String entry = row.text(ENTRY_NAME);
    if (!entry.isEmpty()) {
      aliases.put(alias(entry), key);
    }
    String id = row.text(RESOURCE_ID);
    if (!id.isEmpty() && row.text(SCHEMAS).contains("urn:ietf:params:scim:")) {
      aliases.put(alias(id), key);
    }
  }

  private static String alias(String name) {
    return name.toLowerCase(Locale.ROOT).replace(", ", ",");
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
        row.text("manager"),
        password(row),
        row.answer("mfa"),
        row.text("mfa-method"),
        row.text("licence"),
        row.place());
  }

  private static PasswordRules password(FactCursor row) {
    return new PasswordRules(
        row.day("password-set"),
        row.answer("password-never-expires"),
        row.count("password-history"),
        row.answer("password-reused"),
        row.text("password-strength"),
        row.answer("default-password"),
        row.count("lockout-after"));
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
    Account found = byKey.get(key(rule, directory, account));
    if (found == null) {
      String key = keyOfAlias.get(alias(account));
      found = key == null ? null : byKey.get(key);
    }
    return found;
  }
}
