package app.stalekeys.server.changes;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Who gave what to whom, when, in which scope, by which approved request, and who administers. An auditor asks by
/// it who answers for a right.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/changes")
class ChangesController {

  private static final int MOST = 1000;
  private static final DateTimeFormatter SECONDS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss");

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
    List<ChangeBook.Change> found = ChangeFilter.find(book, asked);
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

  /// A local time, to the second.
  static String local(ChangeBook.Book book, long at) {
    return SECONDS.format(
        LocalDateTime.ofInstant(Instant.ofEpochMilli(at), book.snapshot().zone()));
  }

  static ChangeLine line(
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
    return access.roles().role(role) != null && access.isPrivilegedRole(role);
  }

  /// Who administers accounts and access, and privileged accounts that never did.
  @GetMapping("/administrators")
  List<AdministratorLine> administrators(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ChangeBook.Book book = books.of(snapshot);
    Map<String, List<ChangeBook.Change>> byActor = new LinkedHashMap<>();
    for (ChangeBook.Change change : ChangeFilter.find(book, asked)) {
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
      if (ChangeFilter.isOf(access, asked)) {
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
}
