package app.stalekeys.server.signins;

import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.signins.BurstMark;
import app.stalekeys.core.signin.Detail;
import app.stalekeys.core.signin.Inquiry;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.StripUnit;
import app.stalekeys.core.signin.Tally;
import app.stalekeys.core.signin.Timeline;
import app.stalekeys.core.signin.TimelineColumn;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.server.platform.Refusal;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Who entered, when, from where, and how often it failed: counted under any filter. An auditor finds by it the
/// night that differs from all others.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/sign-ins")
class SignInsController {

  private static final int KINDS = Outcome.values().length;
  private static final DateTimeFormatter SECONDS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss");
  private static final int SHOWN = 8;
  private static final int MOST = 1000;

  /// @param counts success, failure, lock-out, sign-out
  record StripBar(String start, int[] counts) {}

  /// @param counts success, failure, lock-out, sign-out
  record RankLine(String value, String application, String name, int[] counts, int total) {}

  /// @param different how many different values were seen
  record RankView(String facet, int different, List<RankLine> most, List<RankLine> least) {}

  record MarkView(
      String check,
      String application,
      String subject,
      String from,
      String until,
      int failures,
      int accounts) {}

  /// @param missing applications without a log of sign-ins: not looked at, not clean
  /// @param strangers attempts by names that no accounts file defines
  /// @param programs attempts of service and built-in accounts under the same filter; 0 when they are left out
  record SignInView(
      String zone,
      int all,
      int[] total,
      int programs,
      int strangers,
      @Nullable String first,
      @Nullable String last,
      String unit,
      List<StripBar> strip,
      int[] week,
      List<RankView> ranks,
      List<MarkView> marks,
      List<String> applications,
      List<String> missing) {}

  record RankPage(String facet, int different, List<RankLine> lines) {}

  private final Timelines timelines;

  SignInsController(Timelines timelines) {
    this.timelines = timelines;
  }

  /// @param zoom `true` to let the strip span the chosen period alone
  @GetMapping
  SignInView view(
      @PathVariable long snapshot,
      @RequestParam MultiValueMap<String, String> asked,
      @RequestParam(defaultValue = "") String unit,
      @RequestParam(defaultValue = "false") boolean zoom) {
    Timelines.Opened opened = timelines.of(snapshot);
    Timeline timeline = opened.timeline();
    Inquiry inquiry = SignInFilter.of(opened, asked).inquiry();
    ZoneId zone = opened.snapshot().zone();
    int size = timeline.size();
    long first = size == 0 ? 0 : timeline.at(0);
    long last = size == 0 ? 0 : timeline.at(size - 1);
    long from = zoom ? Math.max(first, inquiry.from()) : first;
    long until = zoom ? Math.min(last + 1, inquiry.until()) : last + 1;
    Tally tally = Tally.of(timeline, inquiry, from, until, unit(unit, Math.max(0, until - from)));
    return new SignInView(
        zone.getId(),
        size,
        tally.total(),
        programs(timeline, tally),
        strangers(timeline, tally),
        size == 0 ? null : local(first, zone),
        size == 0 ? null : local(last, zone),
        tally.strip().unit().word(),
        strip(tally.strip()),
        tally.week(),
        ranks(opened, tally),
        asked(opened, inquiry).stream()
            .filter(mark -> mark.until() >= from && mark.from() < until)
            .map(mark -> mark(mark, zone))
            .toList(),
        opened.snapshot().applications().stream()
            .filter(access -> access.coverage().has("sign-ins"))
            .map(access -> access.application().id())
            .toList(),
        opened.snapshot().applications().stream()
            .filter(access -> !access.coverage().has("sign-ins"))
            .map(access -> access.application().name())
            .toList());
  }

  private static StripUnit unit(String word, long millis) {
    if (word.isEmpty()) {
      return StripUnit.fitting(millis / 3_600_000);
    }
    return Arrays.stream(StripUnit.values())
        .filter(one -> one.word().equals(word))
        .findFirst()
        .orElseThrow(() ->
            Refusal.unusable(
                "\"unit\" is \"%s\", expected hour, day, week, month or year.".formatted(word)));
  }

  /// Of the runs of failures those whose account, or for an address whose application, the filter lets through.
  private static List<BurstMark> asked(Timelines.Opened opened, Inquiry inquiry) {
    if (opened.marks().isEmpty()) {
      return List.of();
    }
    Set<String> accounts = new HashSet<>();
    Set<String> applications = new HashSet<>();
    for (Timeline.Who who : opened.timeline().who()) {
      if (inquiry.who().test(who)) {
        accounts.add(who.application() + "\n" + who.key());
        applications.add(who.application());
      }
    }
    return opened.marks().stream()
        .filter(mark ->
            mark.check().equals("spraying")
                ? applications.contains(mark.application())
                : accounts.contains(mark.application() + "\n" + mark.subject()))
        .toList();
  }

  private static MarkView mark(BurstMark mark, ZoneId zone) {
    return new MarkView(
        mark.check(),
        mark.application(),
        mark.subject(),
        local(mark.from(), zone),
        local(mark.until(), zone),
        mark.failures(),
        mark.accounts());
  }

  static String local(long at, ZoneId zone) {
    return SECONDS.format(LocalDateTime.ofInstant(Instant.ofEpochMilli(at), zone));
  }

  private static List<StripBar> strip(Tally.Strip strip) {
    return IntStream.range(0, strip.buckets().size())
        .mapToObj(i ->
            new StripBar(
                LocalDateTime.ofEpochSecond(
                        strip.buckets().get(i) * 3600L, 0, java.time.ZoneOffset.UTC)
                    .toString(),
                Arrays.copyOfRange(strip.counts(), i * KINDS, (i + 1) * KINDS)))
        .toList();
  }

  private static int programs(Timeline timeline, Tally tally) {
    return IntStream.range(0, timeline.who().size())
        .filter(i -> SignInFilter.isProgram(timeline.who().get(i)))
        .map(i -> sum(tally.accounts(), i))
        .sum();
  }

  private static int strangers(Timeline timeline, Tally tally) {
    return IntStream.range(0, timeline.who().size())
        .filter(i -> timeline.who().get(i).account() == null)
        .map(i -> sum(tally.accounts(), i))
        .sum();
  }

  private static int sum(int[] counts, int position) {
    int sum = 0;
    for (int i = 0; i < KINDS; i++) {
      sum += counts[position * KINDS + i];
    }
    return sum;
  }

  private static List<RankView> ranks(Timelines.Opened opened, Tally tally) {
    List<RankView> ranks = new ArrayList<>();
    List<String> facets = new ArrayList<>(List.of("account", "application", "held-role"));
    tally.facets().keySet().forEach(detail -> facets.add(facet(detail)));
    for (String facet : facets) {
      List<RankLine> lines = lines(opened, tally, facet);
      if (!lines.isEmpty()) {
        int shown = Math.min(SHOWN, lines.size());
        ranks.add(
            new RankView(
                facet, lines.size(), lines.subList(0, shown), lines.reversed().subList(0, shown)));
      }
    }
    return ranks;
  }

  private static String facet(Detail detail) {
    return detail == Detail.ROLE ? "logged-role" : detail.word();
  }

  /// Every value that was seen, most first.
  private static List<RankLine> lines(Timelines.Opened opened, Tally tally, String facet) {
    List<RankLine> lines =
        switch (facet) {
          case "account" -> accounts(opened, tally);
          case "application" -> applications(opened, tally);
          case "held-role" -> heldRoles(opened, tally);
          default -> values(opened.timeline(), tally, facet);
        };
    lines.sort(
        Comparator.comparingInt((RankLine line) -> -line.total)
            .thenComparing(RankLine::application)
            .thenComparing(RankLine::value));
    return lines;
  }

  private static List<RankLine> values(Timeline timeline, Tally tally, String facet) {
    List<RankLine> lines = new ArrayList<>();
    tally
        .facets()
        .forEach((detail, counts) -> {
          if (facet(detail).equals(facet)) {
            TimelineColumn column = Objects.requireNonNull(timeline.column(detail));
            for (int code = 0; code < column.texts().size(); code++) {
              if (sum(counts, code) > 0) {
                lines.add(line(column.texts().get(code), "", "", counts, code));
              }
            }
          }
        });
    return lines;
  }

  private static RankLine line(
      String value, String application, String name, int[] counts, int position) {
    return new RankLine(
        value,
        application,
        name,
        Arrays.copyOfRange(counts, position * KINDS, (position + 1) * KINDS),
        sum(counts, position));
  }

  private static List<RankLine> accounts(Timelines.Opened opened, Tally tally) {
    List<RankLine> lines = new ArrayList<>();
    List<Timeline.Who> who = opened.timeline().who();
    for (int i = 0; i < who.size(); i++) {
      if (sum(tally.accounts(), i) > 0) {
        Timeline.Who one = who.get(i);
        String name = one.account() == null ? "" : one.account().name();
        lines.add(line(one.key(), one.application(), name, tally.accounts(), i));
      }
    }
    return lines;
  }

  private static List<RankLine> applications(Timelines.Opened opened, Tally tally) {
    Map<String, int[]> counts = new LinkedHashMap<>();
    List<Timeline.Who> who = opened.timeline().who();
    for (int i = 0; i < who.size(); i++) {
      add(counts.computeIfAbsent(who.get(i).application(), key -> new int[KINDS]), tally, i);
    }
    List<RankLine> lines = new ArrayList<>();
    counts.forEach((application, own) -> {
      if (sum(own, 0) > 0) {
        String name = opened.access(application).application().name();
        lines.add(line(application, application, name, own, 0));
      }
    });
    return lines;
  }

  private static void add(int[] counts, Tally tally, int account) {
    for (int i = 0; i < KINDS; i++) {
      counts[i] += tally.accounts()[account * KINDS + i];
    }
  }

  /// Attempts of the accounts that hold each role on the as-of date; who holds two is counted in both.
  private static List<RankLine> heldRoles(Timelines.Opened opened, Tally tally) {
    Map<String, Map<Integer, Integer>> positions = new LinkedHashMap<>();
    List<Timeline.Who> who = opened.timeline().who();
    for (int i = 0; i < who.size(); i++) {
      Timeline.Who one = who.get(i);
      if (one.account() != null && sum(tally.accounts(), i) > 0) {
        positions
            .computeIfAbsent(one.application(), key -> new LinkedHashMap<>())
            .put(one.account().index(), i);
      }
    }
    List<RankLine> lines = new ArrayList<>();
    positions.forEach((application, accounts) ->
        heldRoles(opened.access(application), opened, accounts, tally)
            .forEach((role, counts) -> lines.add(line(role, application, "", counts, 0))));
    return lines;
  }

  private static Map<String, int[]> heldRoles(
      ApplicationAccess access,
      Timelines.Opened opened,
      Map<Integer, Integer> positions,
      Tally tally) {
    Map<String, int[]> counts = new LinkedHashMap<>();
    access.assignments().stream()
        .filter(assignment -> assignment.isCurrent(opened.snapshot().asOf()))
        .map(Held::of)
        .distinct()
        .forEach(held -> {
          Integer position = positions.get(held.account);
          if (position != null) {
            add(counts.computeIfAbsent(held.role, key -> new int[KINDS]), tally, position);
          }
        });
    return counts;
  }

  /// Whatever the scopes: an account holds a role once.
  private record Held(int account, String role) {
    static Held of(Assignment assignment) {
      return new Held(assignment.account().index(), assignment.role());
    }
  }

  /// All values of one respect, as far as asked for.
  @GetMapping("/rank")
  RankPage rank(
      @PathVariable long snapshot,
      @RequestParam MultiValueMap<String, String> asked,
      @RequestParam String facet,
      @RequestParam(defaultValue = "most") String order,
      @RequestParam(defaultValue = "") String find,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "300") int limit) {
    Timelines.Opened opened = timelines.of(snapshot);
    Inquiry inquiry = SignInFilter.of(opened, asked).inquiry();
    Tally tally =
        Tally.of(opened.timeline(), inquiry, Long.MAX_VALUE, Long.MAX_VALUE, StripUnit.YEAR);
    String word = find.strip().toLowerCase(Locale.ROOT);
    List<RankLine> lines =
        lines(opened, tally, facet).stream()
            .filter(line ->
                word.isEmpty()
                    || (line.value + "\n" + line.name).toLowerCase(Locale.ROOT).contains(word))
            .toList();
    List<RankLine> ordered = order.equals("least") ? lines.reversed() : lines;
    int from = Math.clamp(offset, 0, ordered.size());
    int to = Math.min(ordered.size(), from + Math.clamp(limit, 1, MOST));
    return new RankPage(facet, ordered.size(), ordered.subList(from, to));
  }
}
