package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.effective.EffectiveAccess;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/// The enabled accounts of one application by department and title, and how many of each group hold what:
/// counted once a group, so that a group of ten thousand costs no more than its members.
final class Peers {

  /// What is the same for all of a group: the department and title of the account, else of its person.
  private record Key(String department, String title) {}

  /// The enabled accounts of one department and title.
  static final class Group {
    private final List<Account> members = new ArrayList<>();
    private final Map<String, Integer> roles = new HashMap<>();
    private final int[] permissions;

    /// @param universe how many permissions the application has
    private Group(int universe) {
      permissions = new int[universe];
    }

    int size() {
      return members.size();
    }

    /// Whether at most that share of the others, in percent, hold a role that one of them holds.
    boolean isRareRole(String role, int share) {
      return isRare(roles.getOrDefault(role, 0), share);
    }

    boolean isRarePermission(int permission, int share) {
      return isRare(permissions[permission], share);
    }

    /// Whether few of the others have it; the one who is asked about does.
    private boolean isRare(int holders, int share) {
      return (holders - 1) * 100L <= (long) share * Math.max(1, members.size() - 1);
    }
  }

  private static final Group NOBODY = new Group(0);

  private final Examination examination;
  private final Map<Key, Group> groups = new HashMap<>();

  Peers(Examination examination, Holdings holdings) {
    this.examination = examination;
    EffectiveAccess effective = examination.access().effective();
    int universe = effective.universe().size();
    examination
        .enabledAccounts()
        .forEach(account -> {
          Key key = key(account);
          if (!key.department.isEmpty() && !key.title.isEmpty()) {
            Group group = groups.computeIfAbsent(key, k -> new Group(universe));
            group.members.add(account);
            holdings.roles(account).forEach(role -> group.roles.merge(role, 1, Integer::sum));
            effective.permissions(account).stream().forEach(number -> group.permissions[number]++);
          }
        });
  }

  private Key key(Account account) {
    return new Key(
        examination.access().departmentOf(account), examination.access().titleOf(account));
  }

  /// The group of an enabled account; an empty one when department or title is unknown.
  Group of(Account account) {
    return groups.getOrDefault(key(account), NOBODY);
  }

  /// `Finance, Clerk`: the group in words.
  String words(Account account) {
    Key key = key(account);
    return key.department + ", " + key.title;
  }
}
