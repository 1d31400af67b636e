package app.stalekeys.server.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.change.RolesOnADay;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Attachment;
import app.stalekeys.server.platform.Refusal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// Who gave what to whom, when, in which scope, by which approved request; who administers; what was refused;
/// what is run how often; and what an account held on a day. An auditor asks by it who answers for a right.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/changes")
class ChangesController {

  private static final int MOST = 1000;
  private static final DateTimeFormatter SECONDS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss");

  private static final List<String> CHANGE_HEADS =
      List.of(
          "at",
          "application",
          "by",
          "by person",
          "action",
          "to",
          "to person",
          "scope",
          "before",
          "after",
          "privileged",
          "to oneself",
          "approval",
          "request",
          "evidence");

  private static final List<String> RUN_HEADS =
      List.of(
          "application",
          "account",
          "person",
          "action",
          "resource",
          "refused",
          "times",
          "first",
          "last",
          "evidence of the first");

  /// @param privileged whether the role given or taken is flagged or reaches a critical permission
  /// @param request the approved one; null when there is none
  record ChangeLine(
      String at,
      String application,
      String actor,
      String actorPerson,
      String action,
      String target,
      String targetPerson,
      String scope,
      String before,
      String after,
      boolean privileged,
      boolean self,
      String approval,
      @Nullable String request,
      CitedPlaces.@Nullable CitedPlace requestPlace,
      CitedPlaces.CitedPlace place) {}

  /// @param missing applications without activity: nothing is known of their changes
  /// @param counts changes under the filter by what stands behind them
  record ChangePage(
      int all,
      int total,
      Map<String, Integer> counts,
      List<String> actions,
      List<String> applications,
      List<String> missing,
      @Nullable String first,
      List<ChangeLine> lines) {}

  /// @param byAction how often each
  record AdministratorLine(
      String application,
      String account,
      String person,
      boolean known,
      boolean privileged,
      int deeds,
      Map<String, Integer> byAction,
      @Nullable String first,
      @Nullable String last) {}

  record RunLine(
      String application,
      String account,
      String person,
      String action,
      String resource,
      boolean denied,
      int times,
      String first,
      String last,
      CitedPlaces.CitedPlace place) {}

  /// @param deeds how many records they are together
  record RunPage(int total, long deeds, List<RunLine> lines) {}

  record RoleOnDay(String role, String state, String why, List<CitedPlaces.CitedPlace> places) {}

  record RolesView(
      String application,
      String account,
      String day,
      String asOf,
      @Nullable String comparedWith,
      List<RoleOnDay> roles) {}

  private final ChangeBook books;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  ChangesController(ChangeBook books, Snapshots snapshots, CitedPlaces places) {
    this.books = books;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// @param order `newest` or `oldest` first
  @GetMapping
  ChangePage changes(
      @PathVariable long snapshot,
      @RequestParam Map<String, String> asked,
      @RequestParam(defaultValue = "newest") String order,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "300") int limit) {
    ChangeBook.Book book = books.of(snapshot);
    List<ChangeBook.Change> found = find(book, asked);
    Map<String, Integer> counts = new TreeMap<>();
    found.forEach(change -> counts.merge(change.approval().word(), 1, Integer::sum));
    List<ChangeBook.Change> ordered = order.equals("oldest") ? found : found.reversed();
    int from = Math.clamp(offset, 0, ordered.size());
    int to = Math.min(ordered.size(), from + Math.clamp(limit, 1, MOST));
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    return new ChangePage(
        book.changes().size(),
        found.size(),
        counts,
        book.changes().stream().map(change -> change.done().action()).distinct().sorted().toList(),
        applications(book, true).stream().map(access -> access.application().id()).toList(),
        applications(book, false).stream().map(access -> access.application().name()).toList(),
        book.changes().isEmpty() ? null : local(book, book.changes().getFirst().done().at()),
        ordered.subList(from, to).stream().map(change -> line(book, change, cited)).toList());
  }

  private static List<ApplicationAccess> applications(ChangeBook.Book book, boolean withActivity) {
    return book.snapshot().applications().stream()
        .filter(access -> access.coverage().has("activity") == withActivity)
        .toList();
  }

  private static String local(ChangeBook.Book book, long at) {
    return SECONDS.format(
        LocalDateTime.ofInstant(Instant.ofEpochMilli(at), book.snapshot().zone()));
  }

  private static ChangeLine line(
      ChangeBook.Book book,
      ChangeBook.Change change,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    ApplicationAccess access = change.access();
    Account actor = change.done().actor();
    Account target = change.target();
    return new ChangeLine(
        local(book, change.done().at()),
        access.application().id(),
        actor == null ? change.done().actorName() : actor.key(),
        ChangeBook.person(access, actor),
        change.done().action(),
        target == null ? change.done().target() : target.key(),
        ChangeBook.person(access, target),
        change.done().scope(),
        change.done().before(),
        change.done().after(),
        isPrivileged(access, change.done().before()) || isPrivileged(access, change.done().after()),
        change.self(),
        change.approval().word(),
        change.request() == null ? null : change.request().id(),
        change.request() == null ? null : cited.apply(change.request().place()),
        cited.apply(change.done().place()));
  }

  private static boolean isPrivileged(ApplicationAccess access, String role) {
    return access.roles().role(role) != null
        && (!access.roles().flaggedFrom(role, Scope.EVERYWHERE).isEmpty()
            || access
                .effective()
                .ofRole(role)
                .intersects(
                    access
                        .effective()
                        .universe()
                        .atLeast(app.stalekeys.core.effective.Sensitivity.CRITICAL)));
  }

  private static List<ChangeBook.Change> find(ChangeBook.Book book, Map<String, String> asked) {
    Predicate<ChangeBook.Change> wanted =
        inTime(book, asked).and(change -> isOf(change.access(), asked));
    String account = asked.getOrDefault("account", "").strip().toLowerCase(Locale.ROOT);
    if (!account.isEmpty()) {
      wanted = wanted.and(change -> names(change, account));
    }
    String action = asked.getOrDefault("action", "");
    if (!action.isEmpty()) {
      wanted = wanted.and(change -> change.done().action().equals(action));
    }
    String approval = asked.getOrDefault("approval", "");
    if (!approval.isEmpty()) {
      wanted = wanted.and(change -> change.approval().word().equals(approval));
    }
    if (asked.getOrDefault("self", "").equals("true")) {
      wanted = wanted.and(ChangeBook.Change::self);
    }
    String text = asked.getOrDefault("text", "").strip().toLowerCase(Locale.ROOT);
    if (!text.isEmpty()) {
      wanted =
          wanted.and(change ->
              String.join(
                      "\n",
                      change.done().before(),
                      change.done().after(),
                      change.done().resource(),
                      change.done().scope())
                  .toLowerCase(Locale.ROOT)
                  .contains(text));
    }
    return book.changes().stream().filter(wanted).toList();
  }

  private static boolean isOf(ApplicationAccess access, Map<String, String> asked) {
    String application = asked.getOrDefault("application", "");
    return application.isEmpty() || access.application().id().equals(application);
  }

  /// Both sides of a change are asked: who did it and to whom, by key or person.
  private static boolean names(ChangeBook.Change change, String word) {
    Account actor = change.done().actor();
    Account target = change.target();
    return String.join(
            "\n",
            actor == null ? change.done().actorName() : actor.key(),
            ChangeBook.person(change.access(), actor),
            target == null ? change.done().target() : target.key(),
            ChangeBook.person(change.access(), target))
        .toLowerCase(Locale.ROOT)
        .contains(word);
  }

  private static Predicate<ChangeBook.Change> inTime(
      ChangeBook.Book book, Map<String, String> asked) {
    ZoneId zone = book.snapshot().zone();
    LocalDate from = day(asked, "from");
    LocalDate until = day(asked, "until");
    long first = from == null ? Long.MIN_VALUE : from.atStartOfDay(zone).toInstant().toEpochMilli();
    long end =
        until == null
            ? Long.MAX_VALUE
            : until.plusDays(1).atStartOfDay(zone).toInstant().toEpochMilli();
    return change -> change.done().at() >= first && change.done().at() < end;
  }

  private static @Nullable LocalDate day(Map<String, String> asked, String name) {
    String text = asked.getOrDefault(name, "");
    try {
      return text.isEmpty() ? null : LocalDate.parse(text);
    } catch (DateTimeException unreadable) {
      throw Refusal.unusable(
          "\"%s\" is \"%s\", expected a day such as 2026-06-30.".formatted(name, text));
    }
  }

  /// Who administers accounts and access, and privileged accounts that never did.
  @GetMapping("/administrators")
  List<AdministratorLine> administrators(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ChangeBook.Book book = books.of(snapshot);
    Map<String, List<ChangeBook.Change>> byActor = new LinkedHashMap<>();
    for (ChangeBook.Change change : find(book, asked)) {
      Account actor = change.done().actor();
      byActor
          .computeIfAbsent(
              change.access().application().id()
                  + "\n"
                  + (actor == null ? change.done().actorName() : actor.key()),
              key -> new ArrayList<>())
          .add(change);
    }
    List<AdministratorLine> lines = new ArrayList<>();
    byActor.values().forEach(changes -> lines.add(administrator(book, changes)));
    for (ApplicationAccess access : applications(book, true)) {
      if (isOf(access, asked)) {
        access.accounts().stream()
            .filter(account -> account.isEnabled(book.snapshot().asOf()))
            .filter(access::isPrivileged)
            .filter(
                account -> !byActor.containsKey(access.application().id() + "\n" + account.key()))
            .forEach(account -> lines.add(idle(access, account)));
      }
    }
    lines.sort(
        Comparator.comparingInt((AdministratorLine line) -> -line.deeds)
            .thenComparing(AdministratorLine::application)
            .thenComparing(AdministratorLine::account));
    return lines;
  }

  private static AdministratorLine administrator(
      ChangeBook.Book book, List<ChangeBook.Change> changes) {
    ChangeBook.Change first = changes.getFirst();
    Account actor = first.done().actor();
    Map<String, Integer> byAction = new TreeMap<>();
    changes.forEach(change -> byAction.merge(change.done().action(), 1, Integer::sum));
    return new AdministratorLine(
        first.access().application().id(),
        actor == null ? first.done().actorName() : actor.key(),
        ChangeBook.person(first.access(), actor),
        actor != null,
        actor != null && first.access().isPrivileged(actor),
        changes.size(),
        byAction,
        local(book, first.done().at()),
        local(book, changes.getLast().done().at()));
  }

  private static AdministratorLine idle(ApplicationAccess access, Account account) {
    return new AdministratorLine(
        access.application().id(),
        account.key(),
        ChangeBook.person(access, account),
        true,
        true,
        0,
        Map.of(),
        null,
        null);
  }

  /// What was done how often, by whom.
  ///
  /// @param denied `true` for what was refused alone
  /// @param order `most` or `least` often first
  @GetMapping("/runs")
  RunPage runs(
      @PathVariable long snapshot,
      @RequestParam Map<String, String> asked,
      @RequestParam(defaultValue = "most") String order,
      @RequestParam(defaultValue = "300") int limit) {
    ChangeBook.Book book = books.of(snapshot);
    List<Map.Entry<ChangeBook.Deed, ChangeBook.Runs>> found = runs(book, asked, order);
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    return new RunPage(
        found.size(),
        found.stream().mapToLong(one -> one.getValue().count).sum(),
        found.stream()
            .limit(Math.clamp(limit, 1, MOST))
            .map(one -> run(book, one.getKey(), one.getValue(), cited))
            .toList());
  }

  private static List<Map.Entry<ChangeBook.Deed, ChangeBook.Runs>> runs(
      ChangeBook.Book book, Map<String, String> asked, String order) {
    String account = asked.getOrDefault("account", "").strip().toLowerCase(Locale.ROOT);
    String text = asked.getOrDefault("text", "").strip().toLowerCase(Locale.ROOT);
    String application = asked.getOrDefault("application", "");
    boolean denied = asked.getOrDefault("denied", "").equals("true");
    Comparator<Map.Entry<ChangeBook.Deed, ChangeBook.Runs>> byCount =
        Comparator.comparingInt(one -> one.getValue().count);
    return book.runs().entrySet().stream()
        .filter(one -> !denied || one.getKey().denied())
        .filter(one -> application.isEmpty() || one.getKey().application().equals(application))
        .filter(one ->
            account.isEmpty()
                || (one.getKey().actor() + "\n" + one.getValue().person)
                    .toLowerCase(Locale.ROOT)
                    .contains(account))
        .filter(one ->
            text.isEmpty()
                || (one.getKey().action() + " " + one.getKey().resource())
                    .toLowerCase(Locale.ROOT)
                    .contains(text))
        .sorted(
            (order.equals("least") ? byCount : byCount.reversed())
                .thenComparing(one -> one.getKey().application())
                .thenComparing(one -> one.getKey().actor())
                .thenComparing(one -> one.getKey().action())
                .thenComparing(one -> one.getKey().resource()))
        .toList();
  }

  private static RunLine run(
      ChangeBook.Book book,
      ChangeBook.Deed deed,
      ChangeBook.Runs runs,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    return new RunLine(
        deed.application(),
        deed.actor(),
        runs.person,
        deed.action(),
        deed.resource(),
        deed.denied(),
        runs.count,
        local(book, runs.first),
        local(book, runs.last),
        cited.apply(java.util.Objects.requireNonNull(runs.place)));
  }

  /// What one account held at the end of a day.
  @GetMapping("/roles-on")
  RolesView rolesOn(
      @PathVariable long snapshot,
      @RequestParam String application,
      @RequestParam String account,
      @RequestParam Map<String, String> asked) {
    Snapshot loaded = books.of(snapshot).snapshot();
    ApplicationAccess access =
        loaded.applications().stream()
            .filter(one -> one.application().id().equals(application))
            .findFirst()
            .orElseThrow(() -> Refusal.missing("There is no such application in this audit."));
    Account of =
        access.accounts().stream()
            .filter(one -> one.key().equals(account))
            .findFirst()
            .orElseThrow(() ->
                Refusal.missing(
                    "There is no account %s in %s; look for its key as the accounts file has it."
                        .formatted(account, access.application().name())));
    LocalDate day = day(asked, "day");
    LocalDate on = day == null ? loaded.asOf() : day;
    if (on.isAfter(loaded.asOf())) {
      throw Refusal.unusable(
          "%s is after the as-of date %s; nothing is known of it.".formatted(on, loaded.asOf()));
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    return new RolesView(
        application,
        account,
        on.toString(),
        loaded.asOf().toString(),
        loaded.earlier() == null ? null : loaded.earlier().asOf().toString(),
        RolesOnADay.of(loaded, access, of, on).stream()
            .map(state ->
                new RoleOnDay(
                    state.role(),
                    state.state().word(),
                    state.why(),
                    state.places().stream().map(cited).toList()))
            .toList());
  }

  @GetMapping("/list.csv")
  ResponseEntity<StreamingResponseBody> csv(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.csv("changes", list::csv);
  }

  @GetMapping("/list.xlsx")
  ResponseEntity<StreamingResponseBody> xlsx(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.xlsx("changes", list::xlsx);
  }

  /// The list of the view that is open: changes, or what was run or refused.
  private ListExport list(long snapshot, Map<String, String> asked) {
    ChangeBook.Book book = books.of(snapshot);
    OpenSnapshot open = snapshots.get(snapshot);
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(open);
    String view = asked.getOrDefault("view", "");
    boolean ofRuns = view.equals("runs") || view.equals("refused");
    List<String> above =
        List.of(
            "%s, as of %s, times in %s"
                .formatted(open.file().title(), open.file().asOf(), open.file().zone()),
            "Filter: "
                + asked.entrySet().stream()
                    .filter(one -> !one.getValue().isEmpty())
                    .map(one -> one.getKey() + " " + one.getValue())
                    .sorted()
                    .reduce((one, other) -> one + "; " + other)
                    .orElse("none"));
    if (ofRuns) {
      Map<String, String> narrowed = new LinkedHashMap<>(asked);
      narrowed.put("denied", view.equals("refused") ? "true" : "");
      return new ListExport(
          view.equals("refused") ? "Refused" : "What is run",
          above,
          RUN_HEADS,
          receiver ->
              runs(book, narrowed, asked.getOrDefault("order", "most"))
                  .forEach(one -> {
                    RunLine line = run(book, one.getKey(), one.getValue(), cited);
                    receiver.accept(
                        List.of(
                            line.application,
                            line.account,
                            line.person,
                            line.action,
                            line.resource,
                            line.denied ? "yes" : "no",
                            String.valueOf(line.times),
                            line.first,
                            line.last,
                            "%s row %d".formatted(line.place.file(), line.place.row())));
                  }));
    }
    return new ListExport(
        "Changes of access",
        above,
        CHANGE_HEADS,
        receiver ->
            find(book, asked)
                .forEach(change -> {
                  ChangeLine line = line(book, change, cited);
                  receiver.accept(
                      List.of(
                          line.at,
                          line.application,
                          line.actor,
                          line.actorPerson,
                          line.action,
                          line.target,
                          line.targetPerson,
                          line.scope,
                          line.before,
                          line.after,
                          line.privileged ? "yes" : "no",
                          line.self ? "yes" : "no",
                          line.approval,
                          line.request == null ? "" : line.request,
                          "%s row %d".formatted(line.place.file(), line.place.row())));
                }));
  }
}
