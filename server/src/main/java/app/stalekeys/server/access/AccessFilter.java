package app.stalekeys.server.access;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/// Which accounts and which permissions. Texts are empty for "any".
///
/// @param accounts words to be found in key, name or person; several separated by commas, blanks or
///     lines are a list of keys when each of them is one
/// @param state `usable`, `held`, or empty
/// @param permissions words to be found in resource, action or name
/// @param sensitivity the least one
/// @param held only permissions that one of the accounts holds, and only accounts that hold one
record AccessFilter(
    String application,
    String accounts,
    String department,
    String role,
    String state,
    boolean privileged,
    String permissions,
    String sensitivity,
    String category,
    boolean held) {

  /// From the parameters of a request; what is missing is "any".
  static AccessFilter of(Map<String, String> asked) {
    return new AccessFilter(
        asked.getOrDefault("application", ""),
        asked.getOrDefault("accounts", ""),
        asked.getOrDefault("department", ""),
        asked.getOrDefault("role", ""),
        asked.getOrDefault("state", ""),
        asked.getOrDefault("privileged", "").equals("true"),
        asked.getOrDefault("permissions", ""),
        asked.getOrDefault("sensitivity", ""),
        asked.getOrDefault("category", ""),
        asked.getOrDefault("held", "").equals("true"));
  }

  /// In words, for what leaves the program; empty when nothing is left out.
  String words() {
    StringBuilder words = new StringBuilder();
    add(words, "accounts", accounts);
    add(words, "department", department);
    add(words, "role", role);
    add(words, "state", state);
    add(words, "only", privileged ? "privileged" : "");
    add(words, "permissions", permissions);
    add(words, "sensitivity at least", sensitivity);
    add(words, "category", category);
    add(words, "only", held ? "what is held" : "");
    return words.toString();
  }

  private static void add(StringBuilder words, String name, String value) {
    if (!value.isEmpty()) {
      words.append(words.isEmpty() ? "" : "; ").append(name).append(' ').append(value.strip());
    }
  }

  /// The accounts asked for, in the code-point order of their keys.
  List<Account> accountsOf(Snapshot snapshot, ApplicationAccess access, AccessTexts texts) {
    Set<String> pasted = pasted(access);
    Set<Integer> holders = role.isEmpty() ? Set.of() : holders(access, snapshot);
    String wanted = AccessTexts.small(accounts.strip());
    return texts.byKey().stream()
        .filter(account ->
            pasted.isEmpty()
                ? wanted.isEmpty() || texts.speaksOf(account, wanted)
                : pasted.contains(account.key()))
        .filter(account -> department.isEmpty() || department.equals(access.departmentOf(account)))
        .filter(account -> role.isEmpty() || holders.contains(account.index()))
        .filter(account ->
            state.isEmpty() || account.isEnabled(snapshot.asOf()) == state.equals("usable"))
        .filter(account -> !privileged || access.isPrivileged(account))
        .toList();
  }

  /// The keys of a pasted list; empty when the text is something else.
  private Set<String> pasted(ApplicationAccess access) {
    String[] words = accounts.strip().split("[\\s,;]+");
    if (words.length < 2) {
      return Set.of();
    }
    Set<String> keys = new HashSet<>();
    for (String word : words) {
      Account account = access.book().find("", word);
      if (account == null) {
        return Set.of();
      }
      keys.add(account.key());
    }
    return keys;
  }

  private Set<Integer> holders(ApplicationAccess access, Snapshot snapshot) {
    return access.assignments().stream()
        .filter(assignment -> assignment.role().equals(role))
        .filter(assignment -> assignment.isCurrent(snapshot.asOf()))
        .map(Assignment::account)
        .map(Account::index)
        .collect(Collectors.toSet());
  }

  /// The numbers of the permissions asked for.
  BitSet permissionsOf(ApplicationAccess access, AccessTexts texts) {
    Universe universe = access.effective().universe();
    String wanted = AccessTexts.small(permissions.strip());
    Sensitivity least = Sensitivity.of(sensitivity);
    BitSet chosen = new BitSet(universe.size());
    for (int i = 0; i < universe.size(); i++) {
      PermissionDetail detail = universe.detail(i);
      boolean fits =
          universe.sensitivity(i).compareTo(least) >= 0
              && (category.isEmpty() || (detail != null && detail.category().equals(category)))
              && (wanted.isEmpty() || texts.speaksOf(i, wanted));
      chosen.set(i, fits);
    }
    return chosen;
  }
}
