package app.stalekeys.server.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.match.Suggester;
import app.stalekeys.core.match.Suggestion;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Matching;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.CitedPlaces;
import java.security.Principal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.WeakHashMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Accounts beside people. An auditor decides by it whose an account is and who answers for it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/match")
class MatchController {

  private static final int MOST = 500;

  /// @param byRule how many accounts each rule matched, in the order in which rules are tried
  record MatchCounts(
      String application,
      String name,
      int accounts,
      Map<String, Integer> byRule,
      int nobody,
      int owned,
      int person,
      int owner,
      int broken) {}

  record MatchView(int people, List<String> rules, List<MatchCounts> applications) {}

  record SuggestionView(
      String person,
      String name,
      String department,
      String title,
      String email,
      boolean left,
      int score,
      boolean sure,
      List<String> reasons,
      CitedPlaces.CitedPlace place) {}

  /// @param left `nothing`, `person`, `owner` or `broken`
  record MatchLine(
      String application,
      String applicationName,
      String account,
      String name,
      String email,
      String department,
      String title,
      String type,
      String status,
      CitedPlaces.CitedPlace place,
      String left,
      @Nullable String person,
      @Nullable String personName,
      @Nullable String rule,
      String owner,
      @Nullable String ownerFault,
      @Nullable String broken,
      Rulings.@Nullable RulingView ruling,
      List<SuggestionView> suggestions) {}

  record MatchPage(int total, int sure, List<MatchLine> lines) {}

  record RuleAll(List<Rulings.Rule> rules) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final CitedPlaces places;
  private final Rulings rulings;

  /// By whom suggestions are made, for as long as anybody has the application's access in memory.
  private final Map<ApplicationAccess, Suggester> suggesters = new WeakHashMap<>();

  MatchController(
      Snapshots snapshots, Examinations examinations, CitedPlaces places, Rulings rulings) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.places = places;
    this.rulings = rulings;
  }

  @GetMapping
  MatchView counts(@PathVariable long snapshot) {
    Snapshot loaded = examinations.loaded(snapshot);
    List<String> rules = new ArrayList<>();
    for (Match.Rule rule : Match.Rule.values()) {
      rules.add(rule.words());
    }
    return new MatchView(
        loaded.roster().people().size(),
        rules,
        loaded.applications().stream().map(access -> counts(loaded, access)).toList());
  }

  private static MatchCounts counts(Snapshot snapshot, ApplicationAccess access) {
    Map<String, Integer> byRule = new LinkedHashMap<>();
    Map<Matching.Left, Integer> left = new LinkedHashMap<>();
    int nobody = 0;
    int owned = 0;
    for (Account account : access.accounts()) {
      Match match = access.match(account);
      Ruling ruling = access.matching().ruling(account);
      Matching.Left open = access.matching().left(account, snapshot.asOf());
      if (match != null) {
        byRule.merge(match.rule().words(), 1, Integer::sum);
      } else if (open == Matching.Left.NOTHING && ruling != null && ruling.saysNobody()) {
        nobody++;
      } else if (open == Matching.Left.NOTHING) {
        owned++;
      }
      left.merge(open, 1, Integer::sum);
    }
    return new MatchCounts(
        access.application().id(),
        access.application().name(),
        access.accounts().size(),
        byRule,
        nobody,
        owned,
        left.getOrDefault(Matching.Left.PERSON, 0),
        left.getOrDefault(Matching.Left.OWNER, 0),
        left.getOrDefault(Matching.Left.BROKEN, 0));
  }

  /// @param show `open` for all that is left to decide; `person`, `owner`, `broken`; `nobody`; a rule's
  ///     words; `all`
  @GetMapping("/accounts")
  MatchPage accounts(
      @PathVariable long snapshot,
      @RequestParam(defaultValue = "") String application,
      @RequestParam(defaultValue = "open") String show,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "200") int limit) {
    OpenSnapshot open = snapshots.get(snapshot);
    Snapshot loaded = examinations.loaded(snapshot);
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(open);
    List<MatchLine> page = new ArrayList<>();
    int total = 0;
    int sure = 0;
    int from = Math.max(0, offset);
    int to = from + Math.clamp(limit, 1, MOST);
    for (ApplicationAccess access : loaded.applications()) {
      if (!application.isEmpty() && !application.equals(access.application().id())) {
        continue;
      }
      Lines lines = new Lines(loaded, access, suggester(loaded, access), cited);
      for (Account account : access.accounts()) {
        if (lines.isShown(account, show) && speaksOf(account, text)) {
          boolean inSight = total >= from && total < to;
          total++;
          if (inSight) {
            MatchLine line = lines.line(account);
            page.add(line);
            sure += line.suggestions().stream().anyMatch(SuggestionView::sure) ? 1 : 0;
          }
        }
      }
    }
    return new MatchPage(total, sure, page);
  }

  private Suggester suggester(Snapshot loaded, ApplicationAccess access) {
    synchronized (suggesters) {
      return suggesters.computeIfAbsent(
          access, key -> new Suggester(loaded.roster(), access.application().ids()));
    }
  }

  private static boolean speaksOf(Account account, String text) {
    String wanted = text.toLowerCase(Locale.ROOT).strip();
    return wanted.isEmpty()
        || (account.key() + " " + account.name() + " " + account.email())
            .toLowerCase(Locale.ROOT)
            .contains(wanted);
  }

  @PostMapping("/rulings")
  void rule(@PathVariable long snapshot, @RequestBody RuleAll all, Principal who) {
    rulings.rule(snapshot, all.rules(), who.getName());
  }

  /// The lines of one application.
  private record Lines(
      Snapshot snapshot,
      ApplicationAccess access,
      Suggester suggester,
      Function<Place, CitedPlaces.CitedPlace> cited) {

    boolean isShown(Account account, String show) {
      Matching.Left left = access.matching().left(account, snapshot.asOf());
      Match match = access.match(account);
      Ruling ruling = access.matching().ruling(account);
      return switch (show) {
        case "all" -> true;
        case "open" -> left != Matching.Left.NOTHING;
        case "person", "owner", "broken" -> left.name().toLowerCase(Locale.ROOT).equals(show);
        case "nobody" -> ruling != null && ruling.saysNobody();
        default -> match != null && match.rule().words().equals(show);
      };
    }

    MatchLine line(Account account) {
      Matching matching = access.matching();
      Match match = access.match(account);
      Ruling ruling = matching.ruling(account);
      Matching.Left left = matching.left(account, snapshot.asOf());
      String owner = matching.owner(account);
      Person owning = owner.isEmpty() ? null : matching.person(owner);
      boolean wanting = left == Matching.Left.PERSON || left == Matching.Left.BROKEN;
      return new MatchLine(
          access.application().id(),
          access.application().name(),
          account.key(),
          account.name(),
          account.email(),
          account.department(),
          account.title(),
          account.type().name().toLowerCase(Locale.ROOT).replace('_', '-'),
          account.status().word(),
          cited.apply(account.place()),
          left.name().toLowerCase(Locale.ROOT),
          match == null ? null : match.person().id(),
          match == null ? null : match.person().name(),
          match == null ? null : match.rule().words(),
          owning == null ? owner : owning.id() + " " + owning.name(),
          Matching.needsOwner(account) ? matching.faultOfOwner(owner, snapshot.asOf()) : null,
          matching.broken(account),
          Rulings.RulingView.of(ruling),
          wanting
              ? suggester.suggest(account, ruling == null ? List.of() : ruling.not()).stream()
                  .map(this::suggestion)
                  .toList()
              : List.of());
    }

    private SuggestionView suggestion(Suggestion suggestion) {
      Person person = Objects.requireNonNull(suggestion.person());
      return new SuggestionView(
          person.id(),
          person.name(),
          person.department(),
          person.title(),
          person.email(),
          person.hasLeft(snapshot.asOf()),
          suggestion.score(),
          suggestion.sure(),
          suggestion.reasons(),
          cited.apply(person.place()));
    }
  }
}
