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
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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

  private record Wanted(Snapshot snapshot, AccessFilter filter, Order order) {}

  private final Examinations examinations;
  private final Map<Wanted, Plan> plans =
      new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Wanted, Plan> eldest) {
          return size() > KEPT;
        }
      };

  AccessPlans(Examinations examinations) {
    this.examinations = examinations;
  }

  Plan plan(long snapshotId, AccessFilter filter, Order order) {
    Snapshot snapshot = examinations.loaded(snapshotId);
    Wanted wanted = new Wanted(snapshot, filter, order);
    synchronized (plans) {
      Plan known = plans.get(wanted);
      if (known != null && known.snapshot == snapshot) {
        return known;
      }
    }
    Plan fresh = compute(snapshot, access(snapshot, filter.application()), filter, order);
    synchronized (plans) {
      plans.put(wanted, fresh);
    }
    return fresh;
  }

  static ApplicationAccess access(Snapshot snapshot, String application) {
    return snapshot.applications().stream()
        .filter(access -> access.application().id().equals(application))
        .findFirst()
        .orElseThrow(() -> Refusal.missing("There is no such application in this audit."));
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
      Snapshot snapshot, ApplicationAccess access, AccessFilter filter, Order order) {
    EffectiveAccess effective = access.effective();
    BitSet shown = filter.permissionsOf(access);
    List<Account> accounts = new ArrayList<>(filter.accountsOf(snapshot, access));
    Map<Account, BitSet> held = new HashMap<>();
    int[] holders = new int[effective.universe().size()];
    for (Account account : accounts) {
      BitSet own = (BitSet) effective.permissions(account).clone();
      own.and(shown);
      held.put(account, own);
      own.stream().forEach(number -> holders[number]++);
    }
    if (filter.held()) {
      accounts.removeIf(account -> held.getOrDefault(account, new BitSet()).isEmpty());
      shown.stream().filter(number -> holders[number] == 0).boxed().toList().forEach(shown::clear);
    }
    int[] permissions = columns(shown, holders, order);
    Map<Integer, String> firstRole =
        order.group.equals("role") ? firstRoles(snapshot, access) : Map.of();
    accounts.sort(
        Comparator.comparing((Account account) -> group(access, account, order, firstRole))
            .thenComparing(rows(access, held, permissions, order)));
    int[] perAccount =
        accounts.stream()
            .mapToInt(account -> held.getOrDefault(account, new BitSet()).cardinality())
            .toArray();
    int[] perPermission = new int[permissions.length];
    for (int i = 0; i < permissions.length; i++) {
      perPermission[i] = holders[permissions[i]];
    }
    return new Plan(
        snapshot,
        access,
        List.copyOf(accounts),
        accounts.stream().map(account -> group(access, account, order, firstRole)).toList(),
        permissions,
        perAccount,
        perPermission,
        java.util.Arrays.stream(perAccount).asLongStream().sum());
  }

  private static int[] columns(BitSet shown, int[] holders, Order order) {
    if (order.columns.equals("count")) {
      return shown.stream()
          .boxed()
          .sorted(Comparator.comparingInt((Integer number) -> -holders[number]))
          .mapToInt(Integer::intValue)
          .toArray();
    }
    return shown.stream().toArray();
  }

  private static Comparator<Account> rows(
      ApplicationAccess access, Map<Account, BitSet> held, int[] permissions, Order order) {
    Comparator<Account> byKey = Comparator.comparing(Account::key, CodePoints.ORDER);
    Comparator<Account> sorted =
        switch (order.sort) {
          case "count" ->
              Comparator.comparingInt(
                  (Account account) -> -held.getOrDefault(account, new BitSet()).cardinality());
          case "department" -> Comparator.comparing(account -> access.departmentOf(account));
          case "alike" -> (one, other) -> alike(one, other, held, permissions);
          default -> byKey;
        };
    return sorted.thenComparing(byKey);
  }

  /// Accounts that hold the same stand together: compared column by column, the holder first.
  private static int alike(
      Account one, Account other, Map<Account, BitSet> held, int[] permissions) {
    BitSet mine = held.getOrDefault(one, new BitSet());
    BitSet theirs = held.getOrDefault(other, new BitSet());
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
