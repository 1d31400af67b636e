package app.stalekeys.server.signins;

import app.stalekeys.core.source.Place;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.platform.Attachment;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// The attempts of a filter as a list that leaves whole, every column of the log in it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/sign-ins")
class SignInListController {

  private static final List<String> HEADS =
      List.of(
          "at",
          "application",
          "account",
          "in the accounts file",
          "person",
          "outcome",
          "reason",
          "address",
          "client",
          "browser",
          "os",
          "location",
          "environment",
          "role",
          "method",
          "challenge",
          "session",
          "duration",
          "evidence");

  private final Timelines timelines;
  private final Snapshots snapshots;
  private final Evidence evidence;
  private final CitedPlaces places;

  SignInListController(
      Timelines timelines, Snapshots snapshots, Evidence evidence, CitedPlaces places) {
    this.timelines = timelines;
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.places = places;
  }

  @GetMapping("/list.csv")
  ResponseEntity<StreamingResponseBody> csv(
      @PathVariable long snapshot, @RequestParam MultiValueMap<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.csv("sign-ins", list::csv);
  }

  @GetMapping("/list.xlsx")
  ResponseEntity<StreamingResponseBody> xlsx(
      @PathVariable long snapshot, @RequestParam MultiValueMap<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.xlsx("sign-ins", list::xlsx);
  }

  /// What stands above every list about sign-ins.
  static List<String> above(OpenSnapshot open, String filter, int rows) {
    return List.of(
        "%s, as of %s, times in %s"
            .formatted(open.file().title(), open.file().asOf(), open.file().zone()),
        "Filter: " + (filter.isEmpty() ? "none" : filter),
        "%,d rows".formatted(rows));
  }

  private ListExport list(long snapshot, MultiValueMap<String, String> asked) {
    OpenSnapshot open = snapshots.get(snapshot);
    Timelines.Opened opened = timelines.of(snapshot);
    SignInFilter filter = SignInFilter.of(opened, asked);
    List<Integer> rows = filter.inquiry().rows(opened.timeline(), 0, Integer.MAX_VALUE, false);
    List<String> above = new ArrayList<>(above(open, filter.words(), rows.size()));
    evidence.summaries(open.id()).stream()
        .filter(file -> file.kinds().contains("sign-ins"))
        .forEach(file -> above.add("Source %s, SHA-256 %s".formatted(file.file(), file.sha256())));
    return new ListExport(
        "Sign-ins", above, HEADS, receiver -> rows(opened, rows, receiver, places.of(open)));
  }

  private static void rows(
      Timelines.Opened opened,
      List<Integer> rows,
      Consumer<List<String>> receiver,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    for (int row : rows) {
      AttemptsController.AttemptLine line = AttemptsController.line(opened, row, cited);
      receiver.accept(
          List.of(
              line.at(),
              line.application(),
              line.account(),
              line.known() ? "yes" : "no",
              line.person(),
              line.outcome(),
              line.reason(),
              line.address(),
              line.client(),
              line.browser(),
              line.os(),
              line.location(),
              line.environment(),
              line.role(),
              line.method(),
              line.challenge(),
              line.session(),
              line.duration(),
              "%s row %d".formatted(line.place().file(), line.place().row())));
    }
  }
}
