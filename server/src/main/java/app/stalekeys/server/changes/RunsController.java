package app.stalekeys.server.changes;

import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// What is done how often by whom, and what was refused.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/changes")
class RunsController {

  private static final int MOST = 1000;

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

  private final ChangeBook books;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  RunsController(ChangeBook books, Snapshots snapshots, CitedPlaces places) {
    this.books = books;
    this.snapshots = snapshots;
    this.places = places;
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

  static List<Map.Entry<ChangeBook.Deed, ChangeBook.Runs>> runs(
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

  static RunLine run(
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
        ChangesController.local(book, runs.first),
        ChangesController.local(book, runs.last),
        cited.apply(java.util.Objects.requireNonNull(runs.place)));
  }
}
