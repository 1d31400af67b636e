package app.stalekeys.server.access;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.platform.Refusal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;
import org.springframework.stereotype.Service;

/// Which accounts and permissions a grid shows, and in which order. A plan is computed once for a filter
/// and an order; windows of the grid are cut from it.
@Service
class AccessPlans {

  private static final int KEPT = 24;

  /// @param groups by account, what it is grouped under; empty texts without grouping
  /// @param perAccount held permissions among those shown
  /// @param perPermission accounts that hold it among those shown, by position in `permissions`
  record Plan(
      Snapshot snapshot,
      ApplicationAccess access,
      List<Account> accounts,
      List<String> groups,
      int[] permissions,
      int[] perAccount,
      int[] perPermission,
      long cells) {}

  /// @param sort `account`, `department`, `count` or `alike`; columns follow `permission`, `count`
  record Order(String sort, String columns, String group) {}

  private record Wanted(long snapshotId, AccessFilter filter, Order order) {}

  private final Examinations examinations;
  private final Map<Wanted, Plan> plans =
      new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Wanted, Plan> eldest) {
          return size() > KEPT;
        }
      };

  /// For as long as anybody has the application's access in memory.
  private final Map<ApplicationAccess, AccessTexts> texts = new WeakHashMap<>();

  AccessPlans(Examinations examinations) {
    this.examinations = examinations;
  }

  Plan plan(long snapshotId, AccessFilter filter, Order order) {
    Snapshot snapshot = examinations.loaded(snapshotId);
    Wanted wanted = new Wanted(snapshotId, filter, order);
    synchronized (plans) {
      Plan known = plans.get(wanted);
      if (known != null && known.snapshot == snapshot) {
        return known;
      }
    }
    ApplicationAccess access = Examinations.application(snapshot, filter.application());
    Plan fresh = compute(snapshot, access, texts(access), filter, order);
    synchronized (plans) {
      plans.put(wanted, fresh);
    }
    return fresh;
  }

  private AccessTexts texts(ApplicationAccess access) {
    synchronized (texts) {
      return texts.computeIfAbsent(access, AccessTexts::new);
    }
  }

  static Account account(ApplicationAccess access, String key) {
    return access.accounts().stream()
        .filter(account -> account.key().equals(key))
        .findFirst()
        .orElseThrow(() ->
            Refusal.missing(
                "There is no account %s in %s.".formatted(key, access.application().name())));
  }

  private static Plan compute(
      Snapshot snapshot,
      ApplicationAccess access,
      AccessTexts texts,
      AccessFilter filter,
      Order order) {
    BitSet shown = filter.permissionsOf(access, texts);
    List<Account> accounts = new ArrayList<>(filter.accountsOf(snapshot, access, texts));
    Holders holders = Holders.count(access.effective(), accounts, shown);
    if (filter.held()) {
      accounts.removeIf(account -> holders.ofAccount(account) == 0);
      shown.stream()
          .filter(number -> holders.ofPermission(number) == 0)
          .boxed()
          .toList()
          .forEach(shown::clear);
    }
    int[] permissions = columns(shown, holders, order);
    Map<Integer, String> firstRole =
        order.group.equals("role") ? firstRoles(snapshot, access) : Map.of();
    sort(accounts, access, holders, permissions, order, firstRole);
    int[] perAccount = accounts.stream().mapToInt(holders::ofAccount).toArray();
    return new Plan(
        snapshot,
        access,
        List.copyOf(accounts),
        accounts.stream().map(account -> group(access, account, order, firstRole)).toList(),
        permissions,
        perAccount,
        Arrays.stream(permissions).map(holders::ofPermission).toArray(),
        Arrays.stream(perAccount).asLongStream().sum());
  }

  /// How many of the shown permissions each account holds, and how many accounts each permission.
  @SuppressWarnings("ArrayRecordComponent") // never compared as a whole
  private record Holders(int[] byAccount, int[] byPermission) {

    static Holders count(EffectiveAccess effective, List<Account> accounts, BitSet shown) {
      int[] byPermission = new int[effective.universe().size()];
      int most = accounts.stream().mapToInt(Account::index).max().orElse(-1);
      int[] byAccount = new int[most + 1];
      // Accounts with the same roles share one set, so that it is gone through once for all of
      // them.
      Map<BitSet, Shared> sets = new IdentityHashMap<>();
      for (Account account : accounts) {
        Shared shared =
            sets.computeIfAbsent(effective.permissions(account), set -> new Shared(set, shown));
        shared.accounts++;
        byAccount[account.index()] = shared.numbers.length;
      }
      for (Shared shared : sets.values()) {
        for (int number : shared.numbers) {
          byPermission[number] += shared.accounts;
        }
      }
      return new Holders(byAccount, byPermission);
    }

    private static final class Shared {
      private final int[] numbers;
      private int accounts;

      Shared(BitSet set, BitSet shown) {
        BitSet both = (BitSet) set.clone();
        both.and(shown);
        numbers = both.stream().toArray();
      }
    }

    int ofAccount(Account account) {
      return byAccount[account.index()];
    }

    int ofPermission(int number) {
      return byPermission[number];
    }
  }

  private static int[] columns(BitSet shown, Holders holders, Order order) {
    if (order.columns.equals("count")) {
      return shown.stream()
          .boxed()
          .sorted(Comparator.comparingInt((Integer number) -> -holders.ofPermission(number)))
          .mapToInt(Integer::intValue)
          .toArray();
    }
    return shown.stream().toArray();
  }

  /// By group, then as asked; what is left alike stays in the order of the keys.
  private static void sort(
      List<Account> accounts,
      ApplicationAccess access,
      Holders holders,
      int[] permissions,
      Order order,
      Map<Integer, String> firstRole) {
    EffectiveAccess effective = access.effective();
    switch (order.sort) {
      case "count" -> accounts.sort(Comparator.comparingInt(one -> -holders.ofAccount(one)));
      case "department" -> accounts.sort(Comparator.comparing(access::departmentOf));
      case "alike" ->
          accounts.sort((one, other) ->
              alike(effective.permissions(one), effective.permissions(other), permissions));
      default -> {
        // They come in the order of their keys.
      }
    }
    if (!order.group.isEmpty()) {
      accounts.sort(Comparator.comparing(one -> group(access, one, order, firstRole)));
    }
  }

  /// Accounts that hold the same stand together: compared column by column, the holder first.
  private static int alike(BitSet mine, BitSet theirs, int[] permissions) {
    for (int permission : permissions) {
      if (mine.get(permission) != theirs.get(permission)) {
        return mine.get(permission) ? -1 : 1;
      }
    }
    return 0;
  }

  private static Map<Integer, String> firstRoles(Snapshot snapshot, ApplicationAccess access) {
    Map<Integer, String> first = new HashMap<>();
    for (Assignment assignment : access.assignments()) {
      if (assignment.isCurrent(snapshot.asOf())) {
        first.merge(
            assignment.account().index(),
            assignment.role(),
            (a, b) -> CodePoints.ORDER.compare(a, b) <= 0 ? a : b);
      }
    }
    return first;
  }

  private static String group(
      ApplicationAccess access, Account account, Order order, Map<Integer, String> firstRole) {
    return switch (order.group) {
      case "department" -> access.departmentOf(account);
      case "role" -> firstRole.getOrDefault(account.index(), "");
      default -> "";
    };
  }
}
