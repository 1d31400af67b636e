package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Mark;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Attachment;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// The items of a round as the auditor looks through them, and as they leave: whole, by reviewer or by application.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/rounds/{round}")
class RoundListController {

  private static final int MOST = 500;

  private static final List<String> HEADS =
      List.of(
          "application",
          "account",
          "person",
          "department",
          "kind",
          "item",
          "scopes",
          "what it lets do",
          "marks",
          "last used",
          "given",
          "given by",
          "reviewer",
          "why this reviewer",
          "decision",
          "reason",
          "to",
          "decided at (UTC)",
          "decision last time",
          "evidence");

  record ItemPage(long total, List<ItemViews.ItemView> items) {}

  private final Rounds rounds;
  private final ItemSearch search;
  private final ReviewerRows reviewers;
  private final ItemViews views;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  RoundListController(
      Rounds rounds,
      ItemSearch search,
      ReviewerRows reviewers,
      ItemViews views,
      Snapshots snapshots,
      CitedPlaces places) {
    this.rounds = rounds;
    this.search = search;
    this.reviewers = reviewers;
    this.views = views;
    this.snapshots = snapshots;
    this.places = places;
  }

  @GetMapping("/items")
  ItemPage items(
      @PathVariable long snapshot,
      @PathVariable long round,
      ItemSearch.Wanted wanted,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    RoundRow row = rounds.get(snapshot, round);
    var view = views.of(row, Set.of(), "");
    return new ItemPage(
        search.count(round, wanted),
        search.page(round, wanted, Math.max(0, offset), Math.clamp(limit, 1, MOST)).stream()
            .map(view)
            .toList());
  }

  @GetMapping("/list.{format:csv|xlsx}")
  ResponseEntity<StreamingResponseBody> list(
      @PathVariable long snapshot,
      @PathVariable long round,
      @PathVariable String format,
      ItemSearch.Wanted wanted) {
    RoundRow row = rounds.get(snapshot, round);
    OpenSnapshot open = snapshots.get(row.snapshotId());
    Map<String, String> names =
        reviewers.findByRoundIdOrderByName(round).stream()
            .collect(Collectors.toMap(ReviewerRow::person, ReviewerRow::name));
    var cited = places.of(open);
    return Attachment.of(
        "certification",
        format,
        new ListExport(
            "Certification: " + row.name(),
            above(row, open, wanted),
            HEADS,
            receiver -> {
              List<ItemRow> page;
              int offset = 0;
              do {
                page = search.page(round, wanted, offset, MOST);
                for (ItemRow item : page) {
                  receiver.accept(line(item, names, cited.apply(rounds.item(item).place())));
                }
                offset += MOST;
              } while (page.size() == MOST);
            }));
  }

  private List<String> above(RoundRow row, OpenSnapshot open, ItemSearch.Wanted wanted) {
    List<String> above = new ArrayList<>();
    above.add("%s, as of %s".formatted(open.file().title(), open.file().asOf()));
    above.add("Population: " + rounds.plan(row).words());
    above.add("Filter: " + wanted.words());
    above.add("%,d items".formatted(search.count(row.id(), wanted)));
    above.add(row.isSealed() ? "Sealed, seal " + row.seal() : "Not sealed: decisions may change");
    return above;
  }

  private List<String> line(ItemRow row, Map<String, String> names, CitedPlaces.CitedPlace place) {
    Item item = rounds.item(row);
    return List.of(
        row.application(),
        row.account(),
        row.who(),
        item.department(),
        item.kind(),
        item.what().isEmpty() ? item.name() : item.what(),
        String.join(", ", item.scopes()),
        item.does(),
        item.marks().stream().map(Mark::word).collect(Collectors.joining(", ")),
        item.useKnown() ? Objects.toString(item.lastUsed(), "never") : "not known",
        Objects.toString(item.given(), ""),
        item.givenBy(),
        names.getOrDefault(row.reviewer(), row.reviewer().isEmpty() ? "nobody" : row.reviewer()),
        row.why(),
        row.isDecided() ? row.choice() : "not decided",
        row.reason(),
        row.target(),
        Objects.toString(row.decidedAt(), ""),
        row.lastChoice(),
        "%s row %d".formatted(place.file(), place.row()));
  }
}
