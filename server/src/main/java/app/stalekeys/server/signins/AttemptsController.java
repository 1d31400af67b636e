package app.stalekeys.server.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Detail;
import app.stalekeys.core.signin.Inquiry;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.Sessions;
import app.stalekeys.core.signin.Timeline;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Refusal;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Single attempts: a page of them under a filter, and one with everything the log says, whose account it was
/// and what was done after it.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/sign-ins")
class AttemptsController {

  private static final int MOST = 500;

  /// Attempts of the same account shown before and after one.
  private static final int AROUND = 8;

  /// What was done is followed for so long when nothing says when the session ended.
  private static final long WITHOUT_END = 12 * 3_600_000L;

  private static final int MOST_DEEDS = 200;

  /// @param row its place in the order of time, for asking about it
  /// @param known whether an accounts file defines the account
  record AttemptLine(
      int row,
      String at,
      String application,
      String account,
      boolean known,
      String person,
      String outcome,
      String reason,
      String address,
      String client,
      String browser,
      String os,
      String location,
      String environment,
      String role,
      String method,
      String challenge,
      String session,
      String duration,
      CitedPlaces.CitedPlace place) {}

  /// @param offset of the first line among all that match
  record AttemptPage(int offset, List<AttemptLine> lines) {}

  record DeedLine(
      String at,
      String action,
      String target,
      String resource,
      String before,
      String after,
      boolean denied,
      boolean administrative,
      CitedPlaces.CitedPlace place) {}

  /// @param person null when it is nobody's that is known
  /// @param lastSuccess local time; null when there is none in the log
  /// @param passwordSet a day; null when no export says
  record AttemptAccount(
      String application,
      String key,
      String name,
      String type,
      String status,
      boolean usable,
      boolean privileged,
      @Nullable String person,
      String personName,
      int successes,
      int failures,
      int lockouts,
      @Nullable String lastSuccess,
      @Nullable String passwordSet,
      @Nullable String expires,
      CitedPlaces.CitedPlace place) {}

  /// @param account null when no accounts file defines it
  /// @param until when the session ended; null when nothing says
  /// @param deedsBy `session` when the activity names it, `time` when it is what the account did until the session
  ///     ended, the next sign-in or twelve hours, `unknown` when there is no activity of the application
  /// @param deeds the first of them; `allDeeds` counts all
  record AttemptView(
      AttemptLine attempt,
      @Nullable AttemptAccount account,
      @Nullable String until,
      String deedsBy,
      int allDeeds,
      List<DeedLine> deeds,
      List<AttemptLine> around) {}

  private final Timelines timelines;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  AttemptsController(Timelines timelines, Snapshots snapshots, CitedPlaces places) {
    this.timelines = timelines;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// @param order `newest` or `oldest` first
  @GetMapping("/attempts")
  AttemptPage attempts(
      @PathVariable long snapshot,
      @RequestParam MultiValueMap<String, String> asked,
      @RequestParam(defaultValue = "newest") String order,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "100") int limit) {
    Timelines.Opened opened = timelines.of(snapshot);
    Inquiry inquiry = SignInFilter.of(opened, asked).inquiry();
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    return new AttemptPage(
        offset,
        inquiry
            .rows(
                opened.timeline(),
                Math.max(0, offset),
                Math.clamp(limit, 1, MOST),
                !order.equals("oldest"))
            .stream()
            .map(row -> line(opened, row, cited))
            .toList());
  }

  static AttemptLine line(
      Timelines.Opened opened, int row, Function<Place, CitedPlaces.CitedPlace> cited) {
    Timeline.Who who = opened.timeline().who(row);
    Attempt attempt = opened.timeline().attempt(row);
    Match match =
        who.account() == null ? null : opened.access(who.application()).match(who.account());
    return new AttemptLine(
        row,
        SignInsController.local(attempt.at(), opened.snapshot().zone()),
        who.application(),
        who.key(),
        who.account() != null,
        match == null ? "" : match.person().name(),
        attempt.outcome().word(),
        attempt.detail(Detail.REASON),
        attempt.address(),
        attempt.client(),
        attempt.browser(),
        attempt.detail(Detail.OS),
        attempt.location(),
        attempt.detail(Detail.ENVIRONMENT),
        attempt.detail(Detail.ROLE),
        attempt.method(),
        attempt.detail(Detail.CHALLENGE),
        attempt.session(),
        attempt.duration(),
        cited.apply(attempt.place()));
  }

  @GetMapping("/attempt")
  AttemptView attempt(@PathVariable long snapshot, @RequestParam int row) {
    Timelines.Opened opened = timelines.of(snapshot);
    Timeline timeline = opened.timeline();
    if (row < 0 || row >= timeline.size()) {
      throw Refusal.missing(
          "There is no attempt %,d; this snapshot has %,d.".formatted(row, timeline.size()));
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(snapshots.get(snapshot));
    Timeline.Who who = timeline.who(row);
    List<Integer> own = own(timeline, who);
    int position = own.indexOf(row);
    List<Integer> around =
        own.subList(Math.max(0, position - AROUND), Math.min(own.size(), position + AROUND + 1));
    Attempt attempt = timeline.attempt(row);
    Followed followed = follow(opened, who, attempt, next(timeline, own, position));
    return new AttemptView(
        line(opened, row, cited),
        who.account() == null ? null : account(opened, who, own, cited),
        followed.until == null
            ? null
            : SignInsController.local(followed.until, opened.snapshot().zone()),
        followed.by,
        followed.deeds.size(),
        followed.deeds.stream()
            .limit(MOST_DEEDS)
            .map(deed -> deed(deed, opened.snapshot().zone(), cited))
            .toList(),
        around.stream().map(one -> line(opened, one, cited)).toList());
  }

  /// All attempts of the same account or name, in the order of time.
  private static List<Integer> own(Timeline timeline, Timeline.Who who) {
    Inquiry inquiry =
        new Inquiry(
            Inquiry.ALL.from(),
            Inquiry.ALL.until(),
            Inquiry.ALL.outcomes(),
            Predicate.isEqual(who),
            Inquiry.ALL.wanted(),
            List.of(),
            "",
            Inquiry.ALL.weekHours());
    return inquiry.rows(timeline, 0, Integer.MAX_VALUE, false);
  }

  /// When the account was next signed in to.
  private static @Nullable Long next(Timeline timeline, List<Integer> own, int position) {
    return own.subList(position + 1, own.size()).stream()
        .filter(row -> timeline.outcome(row) == Outcome.SUCCESS)
        .map(timeline::at)
        .findFirst()
        .orElse(null);
  }

  private record Followed(String by, @Nullable Long until, List<Activity> deeds) {}

  private static Followed follow(
      Timelines.Opened opened, Timeline.Who who, Attempt attempt, @Nullable Long next) {
    ApplicationAccess access = opened.access(who.application());
    Long end = end(access, who, attempt);
    if (!access.coverage().has("activity")) {
      return new Followed("unknown", end, List.of());
    }
    if (attempt.outcome() != Outcome.SUCCESS) {
      return new Followed("time", end, List.of());
    }
    List<Activity> bySession = new ArrayList<>();
    List<Activity> byTime = new ArrayList<>();
    long until =
        end != null
            ? end + 1
            : Math.min(attempt.at() + WITHOUT_END, next == null ? Long.MAX_VALUE : next);
    access
        .records()
        .activity()
        .scan(done -> {
          if (!attempt.session().isEmpty() && attempt.session().equals(done.session())) {
            bySession.add(done);
          } else if (done.at() >= attempt.at()
              && done.at() < until
              && who.account() != null
              && who.account().equals(done.actor())) {
            byTime.add(done);
          }
        });
    List<Activity> deeds = bySession.isEmpty() ? byTime : bySession;
    deeds.sort(Comparator.comparingLong(Activity::at));
    return new Followed(bySession.isEmpty() ? "time" : "session", end, deeds);
  }

  private static @Nullable Long end(ApplicationAccess access, Timeline.Who who, Attempt attempt) {
    if (who.account() == null || attempt.outcome() != Outcome.SUCCESS) {
      return null;
    }
    return Sessions.of(access.signIns().histories().of(who.account())).stream()
        .filter(session -> session.start().place().equals(attempt.place()))
        .map(Sessions.Session::end)
        .findFirst()
        .orElse(null);
  }

  private static AttemptAccount account(
      Timelines.Opened opened,
      Timeline.Who who,
      List<Integer> own,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    Account account = java.util.Objects.requireNonNull(who.account());
    ApplicationAccess access = opened.access(who.application());
    Match match = access.match(account);
    Timeline timeline = opened.timeline();
    int[] counts = new int[Outcome.values().length];
    own.forEach(row -> counts[timeline.outcome(row).ordinal()]++);
    Long last =
        IntStream.range(0, own.size())
            .mapToObj(i -> own.get(own.size() - 1 - i))
            .filter(row -> timeline.outcome(row) == Outcome.SUCCESS)
            .map(timeline::at)
            .findFirst()
            .orElse(null);
    return new AttemptAccount(
        who.application(),
        account.key(),
        account.name(),
        account.type().word(),
        account.status().word(),
        account.isEnabled(opened.snapshot().asOf()),
        access.isPrivileged(account),
        match == null ? null : match.person().id(),
        match == null ? "" : match.person().name(),
        counts[Outcome.SUCCESS.ordinal()],
        counts[Outcome.FAILURE.ordinal()],
        counts[Outcome.LOCKOUT.ordinal()],
        last == null ? null : SignInsController.local(last, opened.snapshot().zone()),
        account.password().set() == null ? null : account.password().set().toString(),
        account.expires() == null ? null : account.expires().toString(),
        cited.apply(account.place()));
  }

  private static DeedLine deed(
      Activity done, ZoneId zone, Function<Place, CitedPlaces.CitedPlace> cited) {
    return new DeedLine(
        SignInsController.local(done.at(), zone),
        done.action(),
        done.target(),
        done.resource(),
        done.before(),
        done.after(),
        done.denied(),
        done.isAdministrative(),
        cited.apply(done.place()));
  }
}
