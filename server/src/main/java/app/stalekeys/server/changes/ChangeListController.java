package app.stalekeys.server.changes;

import app.stalekeys.core.source.Place;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Attachment;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// Changes, or what was run or refused, as a list that leaves whole.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/changes")
class ChangeListController {

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

  private final ChangeBook books;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  ChangeListController(ChangeBook books, Snapshots snapshots, CitedPlaces places) {
    this.books = books;
    this.snapshots = snapshots;
    this.places = places;
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
              RunsController.runs(book, narrowed, asked.getOrDefault("order", "most"))
                  .forEach(one -> {
                    RunsController.RunLine line =
                        RunsController.run(book, one.getKey(), one.getValue(), cited);
                    receiver.accept(
                        List.of(
                            line.application(),
                            line.account(),
                            line.person(),
                            line.action(),
                            line.resource(),
                            line.denied() ? "yes" : "no",
                            String.valueOf(line.times()),
                            line.first(),
                            line.last(),
                            "%s row %d".formatted(line.place().file(), line.place().row())));
                  }));
    }
    return new ListExport(
        "Changes of access",
        above,
        CHANGE_HEADS,
        receiver ->
            ChangeFilter.find(book, asked)
                .forEach(change -> {
                  ChangesController.ChangeLine line = ChangesController.line(book, change, cited);
                  receiver.accept(
                      List.of(
                          line.at(),
                          line.application(),
                          line.actor(),
                          line.actorPerson(),
                          line.action(),
                          line.target(),
                          line.targetPerson(),
                          line.scope(),
                          line.before(),
                          line.after(),
                          line.privileged() ? "yes" : "no",
                          line.self() ? "yes" : "no",
                          line.approval(),
                          line.request() == null ? "" : line.request(),
                          "%s row %d".formatted(line.place().file(), line.place().row())));
                }));
  }
}
