package app.stalekeys.server.access;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.CodePoints;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// What every filter and order of the grid asks of an application's accounts and permissions, put together once:
/// their order by key, and what a word is looked for in. Not changed once built.
final class AccessTexts {

  private final List<Account> byKey;

  /// By the account's index, in small letters.
  private final String[] accounts;

  /// By the permission's number, in small letters.
  private final String[] permissions;

  AccessTexts(ApplicationAccess access) {
    List<Account> all = access.accounts();
    this.byKey = all.stream().sorted(Comparator.comparing(Account::key, CodePoints.ORDER)).toList();
    this.accounts = new String[all.size()];
    all.forEach(account -> accounts[account.index()] = small(words(access, account)));
    Universe universe = access.effective().universe();
    this.permissions =
        IntStream.range(0, universe.size())
            .mapToObj(number -> small(words(universe, number)))
            .toArray(String[]::new);
  }

  static String small(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  private static String words(ApplicationAccess access, Account account) {
    Match match = access.match(account);
    return account.key()
        + "\n"
        + account.name()
        + "\n"
        + (match == null ? "" : match.person().name() + "\n" + match.person().id());
  }

  private static String words(Universe universe, int number) {
    @Nullable PermissionDetail detail = universe.detail(number);
    return universe.words(number) + "\n" + (detail == null ? "" : detail.name());
  }

  /// Every account in the code-point order of the keys.
  List<Account> byKey() {
    return byKey;
  }

  /// Whether an account's key or name, or its person, has a word in it.
  ///
  /// @param word in small letters
  boolean speaksOf(Account account, String word) {
    return accounts[account.index()].contains(word);
  }

  /// Whether a permission's resource, action or name has a word in it.
  ///
  /// @param word in small letters
  boolean speaksOf(int permission, String word) {
    return permissions[permission].contains(word);
  }
}
