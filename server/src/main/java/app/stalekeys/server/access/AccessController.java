package app.stalekeys.server.access;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Policies;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Trace;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Refusal;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// What can this one do, who can do this, and why. An auditor shows by it, to somebody who doubts a
/// right, each row that gives or takes it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/access")
class AccessController {

  private static final int MOST_ROWS = 300;
  private static final int MOST_COLUMNS = 200;
  private static final HexFormat HEX = HexFormat.of();

  /// @param departments of the accounts or their people
  record AccessApplication(
      String id,
      String name,
      int accounts,
      int permissions,
      List<String> departments,
      List<String> roles,
      List<String> categories,
      boolean usageKnown) {}

  record GridAccount(
      String key,
      String name,
      @Nullable String person,
      String personName,
      String department,
      String group,
      String status,
      boolean usable,
      boolean privileged,
      int held) {}

  record GridPermission(
      String resource,
      String action,
      String name,
      String sensitivity,
      String category,
      int holders) {}

  /// A window of the grid.
  ///
  /// @param cells a text an account, two hexadecimal digits a permission: 1 held, 2 by a grant to the
  ///     account itself, 4 by a role, 8 nested, 16 by level or pattern only, 32 limited by a ceiling, 64
  ///     denied, 128 used within the days asked for
  record GridView(
      int accounts,
      int permissions,
      long held,
      int top,
      int left,
      List<GridAccount> rows,
      List<GridPermission> columns,
      List<String> cells) {}

  record StepView(
      String kind, String to, String scope, String window, CitedPlaces.CitedPlace place) {}

  record PathView(String effect, String fate, @Nullable String scope, List<StepView> steps) {}

  /// @param all paths there are; more than that when not `counted`
  record TraceView(
      String application,
      String account,
      String resource,
      String action,
      String sensitivity,
      boolean can,
      boolean usable,
      String reason,
      List<PathView> paths,
      long all,
      boolean counted,
      @Nullable String lastUsed,
      CitedPlaces.@Nullable CitedPlace usedPlace) {}

  record PermissionLine(
      String resource,
      String action,
      String sensitivity,
      List<String> scopes,
      List<String> except,
      @Nullable String lastUsed) {}

  record PolicyView(
      String policy,
      String setting,
      String value,
      String holder,
      boolean enforced,
      CitedPlaces.CitedPlace place) {}

  /// @param policies the enforced ones that reach the account, and from which holder
  record AccountAccess(
      String key,
      String name,
      boolean usable,
      List<PermissionLine> lines,
      List<PolicyView> policies) {}

  /// @param left where the one at the left holds it, in words; null when it does not
  record DifferenceLine(
      String resource,
      String action,
      String sensitivity,
      @Nullable String left,
      @Nullable String right) {}

  /// @param same permissions that both hold in the same places
  record AccessDifference(String left, String right, int same, List<DifferenceLine> lines) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final AccessPlans plans;
  private final CitedPlaces places;

  AccessController(
      Snapshots snapshots, Examinations examinations, AccessPlans plans, CitedPlaces places) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.plans = plans;
    this.places = places;
  }

  @GetMapping
  List<AccessApplication> applications(@PathVariable long snapshot) {
    return examinations.loaded(snapshot).applications().stream()
        .map(AccessController::application)
        .toList();
  }

  private static AccessApplication application(ApplicationAccess access) {
    Universe universe = access.effective().universe();
    Set<String> departments = new TreeSet<>();
    access.accounts().forEach(account -> departments.add(access.departmentOf(account)));
    departments.remove("");
    Set<String> categories = new TreeSet<>();
    IntStream.range(0, universe.size())
        .mapToObj(universe::detail)
        .filter(detail -> detail != null && !detail.category().isEmpty())
        .forEach(detail -> categories.add(detail.category()));
    return new AccessApplication(
        access.application().id(),
        access.application().name(),
        access.accounts().size(),
        universe.size(),
        List.copyOf(departments),
        access.roles().roles().stream().map(role -> role.id()).sorted().toList(),
        List.copyOf(categories),
        access.coverage().has("usage") || access.coverage().has("activity"));
  }

  @GetMapping("/grid")
  GridView grid(
      @PathVariable long snapshot,
      @RequestParam Map<String, String> asked,
      @RequestParam(defaultValue = "account") String sort,
      @RequestParam(defaultValue = "permission") String columns,
      @RequestParam(defaultValue = "") String group,
      @RequestParam(defaultValue = "90") int days,
      @RequestParam(defaultValue = "0") int top,
      @RequestParam(defaultValue = "60") int rows,
      @RequestParam(defaultValue = "0") int left,
      @RequestParam(defaultValue = "40") int cols) {
    AccessPlans.Plan plan =
        plans.plan(snapshot, AccessFilter.of(asked), new AccessPlans.Order(sort, columns, group));
    int firstRow = Math.clamp(top, 0, plan.accounts().size());
    int lastRow = Math.min(plan.accounts().size(), firstRow + Math.clamp(rows, 1, MOST_ROWS));
    int firstColumn = Math.clamp(left, 0, plan.permissions().length);
    int lastColumn =
        Math.min(plan.permissions().length, firstColumn + Math.clamp(cols, 1, MOST_COLUMNS));
    List<GridAccount> accounts = new ArrayList<>();
    List<String> cells = new ArrayList<>();
    for (int i = firstRow; i < lastRow; i++) {
      Account account = plan.accounts().get(i);
      accounts.add(account(plan, i));
      IntFunction<EffectiveAccess.Manner> manners = plan.access().effective().manners(account);
      StringBuilder row = new StringBuilder();
      for (int j = firstColumn; j < lastColumn; j++) {
        int permission = plan.permissions()[j];
        row.append(cell(plan, account, permission, manners.apply(permission), days));
      }
      cells.add(row.toString());
    }
    return new GridView(
        plan.accounts().size(),
        plan.permissions().length,
        plan.cells(),
        firstRow,
        firstColumn,
        accounts,
        IntStream.range(firstColumn, lastColumn).mapToObj(j -> permission(plan, j)).toList(),
        cells);
  }

  private static GridAccount account(AccessPlans.Plan plan, int row) {
    Account account = plan.accounts().get(row);
    Match match = plan.access().match(account);
    return new GridAccount(
        account.key(),
        account.name(),
        match == null ? null : match.person().id(),
        match == null ? "" : match.person().name(),
        plan.access().departmentOf(account),
        plan.groups().get(row),
        account.status().word(),
        account.isEnabled(plan.snapshot().asOf()),
        plan.access().isPrivileged(account),
        plan.perAccount()[row]);
  }

  private static GridPermission permission(AccessPlans.Plan plan, int column) {
    Universe universe = plan.access().effective().universe();
    int number = plan.permissions()[column];
    PermissionDetail detail = universe.detail(number);
    return new GridPermission(
        universe.at(number).resource(),
        universe.at(number).action(),
        detail == null ? "" : detail.name(),
        universe.sensitivity(number).word(),
        detail == null ? "" : detail.category(),
        plan.perPermission()[column]);
  }

  private static String cell(
      AccessPlans.Plan plan,
      Account account,
      int permission,
      EffectiveAccess.Manner manner,
      int days) {
    if (manner.isBlank()) {
      return "00";
    }
    Usage.Use use = plan.access().records().usage().last(account, permission);
    boolean used = use != null && ChronoUnit.DAYS.between(use.day(), plan.snapshot().asOf()) < days;
    int flags =
        (manner.held() ? 1 : 0)
            | (manner.direct() ? 2 : 0)
            | (manner.byRole() ? 4 : 0)
            | (manner.nested() ? 8 : 0)
            | (manner.byLevel() ? 16 : 0)
            | (manner.limited() ? 32 : 0)
            | (manner.denied() ? 64 : 0)
            | (used ? 128 : 0);
    return HEX.toHexDigits((byte) flags);
  }

  @GetMapping("/trace")
  TraceView trace(
      @PathVariable long snapshot,
      @RequestParam String application,
      @RequestParam String account,
      @RequestParam String resource,
      @RequestParam String action,
      @RequestParam(required = false) @Nullable String scope) {
    Snapshot loaded = examinations.loaded(snapshot);
    ApplicationAccess access = Examinations.application(loaded, application);
    Account of = AccessPlans.account(access, account);
    Universe universe = access.effective().universe();
    int number = universe.number(new Permission(resource, action));
    if (number < 0) {
      throw Refusal.missing(
          "%s has no permission to %s %s."
              .formatted(access.application().name(), action, resource));
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    Trace trace = access.effective().trace(of, number, scope == null ? null : Scope.of(scope));
    Usage.Use use = access.records().usage().last(of, number);
    return new TraceView(
        application,
        of.key(),
        resource,
        action,
        universe.sensitivity(number).word(),
        trace.line() != null,
        trace.usable(),
        trace.reason(),
        trace.paths().stream().map(path -> path(path, cited)).toList(),
        trace.all(),
        trace.counted(),
        use == null ? null : use.day().toString(),
        use == null ? null : cited.apply(use.place()));
  }

  private static PathView path(Trace.Path path, Function<Place, CitedPlaces.CitedPlace> cited) {
    return new PathView(
        path.effect().name().toLowerCase(Locale.ROOT),
        path.fate().name().toLowerCase(Locale.ROOT).replace('_', ' '),
        path.scope() == null ? null : path.scope().toString(),
        path.steps().stream()
            .map(step ->
                new StepView(
                    step.kind().name().toLowerCase(Locale.ROOT),
                    step.to(),
                    step.scope().toString(),
                    step.window(),
                    cited.apply(step.place())))
            .toList());
  }

  /// Everything one account can do, and the policies that reach it.
  @GetMapping("/account")
  AccountAccess account(
      @PathVariable long snapshot, @RequestParam String application, @RequestParam String account) {
    Snapshot loaded = examinations.loaded(snapshot);
    ApplicationAccess access = Examinations.application(loaded, application);
    Account of = AccessPlans.account(access, account);
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    Universe universe = access.effective().universe();
    List<PermissionLine> lines = new ArrayList<>();
    access
        .effective()
        .forEach(
            of,
            line -> {
              int number = universe.number(line.permission());
              Usage.Use use = access.records().usage().last(of, number);
              lines.add(
                  new PermissionLine(
                      line.permission().resource(),
                      line.permission().action(),
                      universe.sensitivity(number).word(),
                      line.scopes(),
                      line.except(),
                      use == null ? null : use.day().toString()));
            });
    return new AccountAccess(
        of.key(),
        of.name(),
        of.isEnabled(loaded.asOf()),
        lines,
        policies(access, of).stream()
            .map(setting ->
                new PolicyView(
                    setting.policy(),
                    setting.name(),
                    setting.value(),
                    setting.holder(),
                    setting.enforced(),
                    cited.apply(setting.place())))
            .toList());
  }

  private static List<Policies.Setting> policies(ApplicationAccess access, Account account) {
    Set<String> reached =
        access.effective().currentAssignments(account).stream()
            .flatMap(assignment -> reached(access, assignment))
            .collect(Collectors.toSet());
    Policies policies = access.records().policies();
    Set<String> names = new LinkedHashSet<>();
    policies.all().forEach(setting -> names.add(setting.name()));
    return names.stream().flatMap(name -> policies.of(account, reached, name).stream()).toList();
  }

  private static Stream<String> reached(ApplicationAccess access, Assignment assignment) {
    return access.roles().reachedFrom(assignment.role(), assignment.scope()).stream()
        .map(RoleGraph.Reach::role);
  }

  /// Two accounts, two roles, or one of them on two dates: what differs.
  ///
  /// @param left `account:KEY` or `role:ID`; @param right the same, or empty with `before`
  /// @param before another snapshot of the audit, from which the one at the left is taken
  @GetMapping("/difference")
  AccessDifference difference(
      @PathVariable long snapshot,
      @RequestParam String application,
      @RequestParam String left,
      @RequestParam(defaultValue = "") String right,
      @RequestParam(required = false) @Nullable Long before) {
    Snapshot now = examinations.loaded(snapshot);
    Snapshot then = before == null ? now : examinations.loaded(before);
    Side leftSide = Side.of(Examinations.application(then, application), left);
    Side rightSide =
        Side.of(Examinations.application(now, application), right.isEmpty() ? left : right);
    TreeSet<Permission> all = new TreeSet<>(leftSide.held());
    all.addAll(rightSide.held());
    List<DifferenceLine> lines = new ArrayList<>();
    int same = 0;
    for (Permission permission : all) {
      String one = leftSide.where(permission);
      String other = rightSide.where(permission);
      if (Objects.equals(one, other)) {
        same++;
      } else {
        lines.add(
            new DifferenceLine(
                permission.resource(),
                permission.action(),
                rightSide.sensitivity(permission).word(),
                one,
                other));
      }
    }
    return new AccessDifference(
        leftSide.words() + (before == null ? "" : " on " + then.asOf()),
        rightSide.words() + (before == null ? "" : " on " + now.asOf()),
        same,
        lines);
  }

  /// An account or a role whose permissions are compared.
  private record Side(ApplicationAccess access, @Nullable Account account, String role) {

    static Side of(ApplicationAccess access, String named) {
      int colon = named.indexOf(':');
      String kind = colon < 0 ? "" : named.substring(0, colon);
      String id = named.substring(colon + 1);
      return switch (kind) {
        case "account" -> new Side(access, AccessPlans.account(access, id), "");
        case "role" -> {
          if (access.roles().role(id) == null) {
            throw Refusal.missing(
                "There is no role %s in %s.".formatted(id, access.application().name()));
          }
          yield new Side(access, null, id);
        }
        default -> throw Refusal.unusable("Say what to compare as account:KEY or role:ID.");
      };
    }

    String words() {
      return account == null ? role : account.key();
    }

    List<Permission> held() {
      EffectiveAccess effective = access.effective();
      BitSet numbers = account == null ? effective.ofRole(role) : effective.permissions(account);
      return numbers.stream().mapToObj(effective.universe()::at).toList();
    }

    Sensitivity sensitivity(Permission permission) {
      int number = access.effective().universe().number(permission);
      return number < 0 ? Sensitivity.UNKNOWN : access.effective().universe().sensitivity(number);
    }

    @Nullable String where(Permission permission) {
      EffectiveAccess effective = access.effective();
      int number = effective.universe().number(permission);
      if (number < 0) {
        return null;
      }
      Area area =
          account == null ? effective.areaOfRole(role, number) : effective.area(account, number);
      if (area.isEmpty()) {
        return null;
      }
      String except =
          area.except().isEmpty()
              ? ""
              : " except " + area.except().stream().map(Scope::toString).sorted().toList();
      return area.scopes().stream()
              .map(scope -> scope.segments().isEmpty() ? "everywhere" : scope.toString())
              .sorted()
              .collect(Collectors.joining(", "))
          + except;
    }
  }
}
