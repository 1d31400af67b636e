package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Mark;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// Items as the pages show them.
@Component
class ItemViews {

  /// One item with what is known of it and what was decided.
  ///
  /// @param applicationName as people call it
  /// @param given null when nothing says so
  /// @param useKnown whether there is evidence of use; without it `lastUsed` says nothing
  /// @param team others in the department; 0 also when it is hidden
  /// @param lastChoice what the round before decided; empty when nothing
  /// @param isOwn whether it is the access of the one who looks
  record ItemView(
      long id,
      int version,
      String application,
      String applicationName,
      String account,
      String subject,
      String who,
      String department,
      String title,
      String kind,
      String what,
      String name,
      List<String> scopes,
      String does,
      List<ItemMark> marks,
      boolean risky,
      @Nullable LocalDate lastUsed,
      boolean useKnown,
      @Nullable LocalDate given,
      String givenBy,
      int team,
      int teamWith,
      List<String> teamNames,
      String lastChoice,
      String lastWords,
      String reviewer,
      String why,
      String choice,
      String reason,
      String target,
      @Nullable Instant decidedAt,
      boolean isOwn,
      CitedPlaces.CitedPlace place) {}

  /// @param high whether keeping takes a reason
  record ItemMark(String word, boolean high, String why, String finding) {}

  private final Rounds rounds;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  ItemViews(Rounds rounds, Snapshots snapshots, CitedPlaces places) {
    this.rounds = rounds;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// @param hidden what is not shown
  /// @param looker the person who looks; empty for an auditor
  Function<ItemRow, ItemView> of(RoundRow round, Set<RoundPlan.Sight> hidden, String looker) {
    OpenSnapshot open = snapshots.get(round.snapshotId());
    Map<String, String> names =
        open.file().applications().stream()
            .collect(
                Collectors.toMap(one -> one.id(), one -> one.name(), (a, b) -> a, TreeMap::new));
    var cited = places.of(open);
    return row -> view(row, rounds.item(row), names, hidden, looker, cited);
  }

  private static ItemView view(
      ItemRow row,
      Item item,
      Map<String, String> names,
      Set<RoundPlan.Sight> hidden,
      String looker,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    boolean showsTeam = !hidden.contains(RoundPlan.Sight.TEAM);
    boolean showsUse = !hidden.contains(RoundPlan.Sight.USE);
    boolean showsLast = !hidden.contains(RoundPlan.Sight.LAST_TIME);
    return new ItemView(
        row.getId(),
        row.version(),
        row.application(),
        names.getOrDefault(row.application(), row.application()),
        row.account(),
        row.subject(),
        row.who(),
        item.department(),
        item.title(),
        item.kind(),
        item.what(),
        item.name(),
        item.scopes(),
        item.does(),
        item.marks().stream()
            .filter(mark -> mark.finding().isEmpty() || !hidden.contains(RoundPlan.Sight.FINDINGS))
            .filter(mark -> showsUse || !mark.word().equals("unused"))
            .map(ItemViews::mark)
            .toList(),
        row.risky(),
        showsUse ? item.lastUsed() : null,
        showsUse && item.useKnown(),
        item.given(),
        item.givenBy(),
        showsTeam ? item.team() : 0,
        showsTeam ? item.teamWith() : 0,
        showsTeam ? item.teamNames() : List.of(),
        showsLast ? row.lastChoice() : "",
        showsLast ? row.lastWords() : "",
        row.reviewer(),
        row.why(),
        row.choice(),
        row.reason(),
        row.target(),
        row.decidedAt(),
        row.subject().equals(looker),
        cited.apply(item.place()));
  }

  private static ItemMark mark(Mark mark) {
    return new ItemMark(mark.word(), mark.high(), mark.why(), mark.finding());
  }
}
