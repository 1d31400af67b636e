package app.stalekeys.server.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Inquiry;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.Sessions;
import app.stalekeys.core.signin.StripUnit;
import app.stalekeys.core.signin.Tally;
import app.stalekeys.core.signin.Timeline;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.source.ZoneClock;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Attachment;
import app.stalekeys.server.platform.Refusal;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// Who was in at a moment, several at once, and for how long.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/sign-ins/sessions")
class SessionsController {

  private static final int MOST = 1000;

  private static final List<String> HEADS =
      List.of(
          "application",
          "account",
          "person",
          "from",
          "until",
          "minutes",
          "at once",
          "address",
          "client",
          "session",
          "evidence");

  /// @param atOnce sessions of the account that were open when this one began, itself included
  record SessionLine(
      String application,
      String account,
      String person,
      String from,
      String until,
      long minutes,
      int atOnce,
      String address,
      String client,
      String session,
      CitedPlaces.CitedPlace place) {}

  /// @param open successes under the filter whose end nothing says: they are in no lane
  /// @param strangers successes under the filter by names that no accounts file defines: whose sessions they
  ///     are is not known
  /// @param most the most that were in at once under the filter, and when
  /// @param missing applications whose log names no session, sign-out or duration
  record SessionPage(
      int total,
      int open,
      int strangers,
      int most,
      @Nullable String mostAt,
      List<String> missing,
      List<SessionLine> sessions) {}

  /// One session with what stands about its account.
  private record Found(
      ApplicationAccess access, Account account, Sessions.Session session, int atOnce) {
    long start() {
      return session.start().at();
    }
  }

  private record All(List<Found> found, int open, List<String> missing) {}

  private final Timelines timelines;
  private final Snapshots snapshots;
  private final CitedPlaces places;

  SessionsController(Timelines timelines, Snapshots snapshots, CitedPlaces places) {
    this.timelines = timelines;
    this.snapshots = snapshots;
    this.places = places;
  }

  /// Sessions of which the beginning meets the filter, so that the tab shows what the attempts show.
  ///
  /// @param asked beside the filter: `at` a local time, only those that were open then; `least` minutes that a
  ///     session has to have lasted; `several` only those that began while another of the same account was open;
  ///     `order` by `start`, `longest` or `account`
  @GetMapping
  SessionPage sessions(
      @PathVariable long snapshot,
      @RequestParam MultiValueMap<String, String> asked,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "200") int limit) {
    Timelines.Opened opened = timelines.of(snapshot);
    All all = find(opened, asked);
    var cited = places.of(snapshots.get(snapshot));
    Crowd crowd = Crowd.of(all.found);
    int from = Math.clamp(offset, 0, all.found.size());
    int to = Math.min(all.found.size(), from + Math.clamp(limit, 1, MOST));
    return new SessionPage(
        all.found.size(),
        all.open,
        strangers(opened.timeline(), SignInFilter.of(opened, asked).inquiry()),
        crowd.most,
        crowd.most == 0 ? null : SignInsController.local(crowd.at, opened.snapshot().zone()),
        all.missing,
        all.found.subList(from, to).stream()
            .map(one -> line(opened, one, cited.apply(one.session.start().place())))
            .toList());
  }

  @GetMapping("/list.csv")
  ResponseEntity<StreamingResponseBody> csv(
      @PathVariable long snapshot, @RequestParam MultiValueMap<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.csv("sessions", list::csv);
  }

  @GetMapping("/list.xlsx")
  ResponseEntity<StreamingResponseBody> xlsx(
      @PathVariable long snapshot, @RequestParam MultiValueMap<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.xlsx("sessions", list::xlsx);
  }

  private ListExport list(long snapshot, MultiValueMap<String, String> asked) {
    Timelines.Opened opened = timelines.of(snapshot);
    All all = find(opened, asked);
    var cited = places.of(snapshots.get(snapshot));
    return new ListExport(
        "Sessions",
        SignInListController.above(
            snapshots.get(snapshot), SignInFilter.of(opened, asked).words(), all.found.size()),
        HEADS,
        receiver ->
            all.found.forEach(one -> {
              SessionLine line = line(opened, one, cited.apply(one.session.start().place()));
              receiver.accept(
                  List.of(
                      line.application,
                      line.account,
                      line.person,
                      line.from,
                      line.until,
                      String.valueOf(line.minutes),
                      String.valueOf(line.atOnce),
                      line.address,
                      line.client,
                      line.session,
                      "%s row %d".formatted(line.place.file(), line.place.row())));
            }));
  }

  private static SessionLine line(
      Timelines.Opened opened, Found one, CitedPlaces.CitedPlace place) {
    Attempt start = one.session.start();
    Match match = one.access.match(one.account);
    return new SessionLine(
        one.access.application().id(),
        one.account.key(),
        match == null ? "" : match.person().name(),
        SignInsController.local(start.at(), opened.snapshot().zone()),
        SignInsController.local(one.session.end(), opened.snapshot().zone()),
        one.session.length() / 60_000,
        one.atOnce,
        start.address(),
        start.client(),
        start.session(),
        place);
  }

  private static int strangers(Timeline timeline, Inquiry inquiry) {
    Inquiry asked = inquiry.by(who -> who.account() == null);
    return Tally.of(timeline, asked, Long.MIN_VALUE, Long.MIN_VALUE, StripUnit.YEAR)
        .total()[Outcome.SUCCESS.ordinal()];
  }

  private static All find(Timelines.Opened opened, MultiValueMap<String, String> asked) {
    Map<String, String> given = asked.toSingleValueMap();
    String at = given.getOrDefault("at", "");
    long least = minutes(given.getOrDefault("least", ""));
    boolean several = given.getOrDefault("several", "").equals("true");
    String order = given.getOrDefault("order", "start");
    Inquiry inquiry = SignInFilter.of(opened, asked).inquiry();
    Long moment = at.isBlank() ? null : moment(opened, at);
    List<Found> found = new ArrayList<>();
    List<String> missing = new ArrayList<>();
    int open = 0;
    ZoneClock clock = new ZoneClock(opened.snapshot().zone());
    for (ApplicationAccess access : opened.snapshot().applications()) {
      if (!access.coverage().has("sign-ins")) {
        continue;
      }
      Taken taken = new Taken(inquiry, clock, access, found);
      access.signIns().histories().forEach(taken::add);
      access.signIns().letGo();
      open += taken.open;
      if (taken.entered && !taken.known) {
        missing.add(access.application().name());
      }
    }
    found.removeIf(one ->
        (moment != null && (one.start() > moment || one.session.end() <= moment))
            || one.session.length() < least * 60_000
            || (several && one.atOnce < 2));
    Comparator<Found> byStart = Comparator.comparingLong(Found::start);
    found.sort(
        switch (order) {
          case "longest" ->
              Comparator.comparingLong((Found one) -> -one.session.length()).thenComparing(byStart);
          case "account" ->
              Comparator.comparing((Found one) -> one.account.key()).thenComparing(byStart);
          default -> byStart;
        });
    return new All(found, open, missing);
  }

  /// What one walk over an application's log takes: sessions of which the beginning meets the filter.
  private static final class Taken {
    private final Inquiry inquiry;
    private final ZoneClock clock;
    private final ApplicationAccess access;
    private final List<Found> found;

    /// Successes under the filter without a known end.
    private int open;

    /// Whether anybody entered under the filter, and whether the log tells of any end at all.
    private boolean entered;

    private boolean known;

    Taken(Inquiry inquiry, ZoneClock clock, ApplicationAccess access, List<Found> found) {
      this.inquiry = inquiry;
      this.clock = clock;
      this.access = access;
      this.found = found;
    }

    void add(Account account, List<Attempt> attempts) {
      List<Sessions.Session> sessions = Sessions.of(attempts);
      known |= !sessions.isEmpty();
      Timeline.Who who = new Timeline.Who(access.application().id(), account.key(), account);
      if (!inquiry.who().test(who)) {
        return;
      }
      long successes =
          attempts.stream()
              .filter(one -> one.outcome() == Outcome.SUCCESS && inquiry.isMet(one, who, clock))
              .count();
      int before = found.size();
      PriorityQueue<Long> running = new PriorityQueue<>();
      for (Sessions.Session session : sessions) {
        while (!running.isEmpty() && running.peek() <= session.start().at()) {
          running.remove();
        }
        running.add(session.end());
        if (inquiry.isMet(session.start(), who, clock)) {
          found.add(new Found(access, account, session, running.size()));
        }
      }
      entered |= successes > 0;
      open += (int) successes - (found.size() - before);
    }
  }

  private static long minutes(String text) {
    if (!text.matches("[0-9]{0,9}")) {
      throw Refusal.unusable(
          "\"least\" is \"%s\", expected a whole number of minutes.".formatted(text));
    }
    return text.isEmpty() ? 0 : Long.parseLong(text);
  }

  private static long moment(Timelines.Opened opened, String text) {
    try {
      return LocalDateTime.parse(text).atZone(opened.snapshot().zone()).toInstant().toEpochMilli();
    } catch (DateTimeException unreadable) {
      throw Refusal.unusable(
          "\"at\" is \"%s\", expected a time such as 2026-06-09T02:30.".formatted(text));
    }
  }

  /// The most sessions that were open at once.
  private record Crowd(int most, long at) {
    static Crowd of(List<Found> found) {
      List<Found> byStart = new ArrayList<>(found);
      byStart.sort(Comparator.comparingLong(Found::start));
      PriorityQueue<Long> open = new PriorityQueue<>();
      Crowd most = new Crowd(0, 0);
      for (Found one : byStart) {
        while (!open.isEmpty() && open.peek() <= one.start()) {
          open.remove();
        }
        open.add(one.session.end());
        if (open.size() > most.most) {
          most = new Crowd(open.size(), one.start());
        }
      }
      return most;
    }
  }
}
