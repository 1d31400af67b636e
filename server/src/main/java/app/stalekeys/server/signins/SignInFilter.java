package app.stalekeys.server.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.signin.Detail;
import app.stalekeys.core.signin.Inquiry;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.Timeline;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.platform.Refusal;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.util.MultiValueMap;

/// A question about sign-ins as the address of the view carries it. What is missing is "any".
///
/// @param words the filter in words, for what leaves the program; empty when nothing is left out
record SignInFilter(Inquiry inquiry, String words) {

  /// Types of accounts that are no person's.
  private static final Set<Account.Type> PROGRAMS =
      EnumSet.of(Account.Type.SERVICE, Account.Type.BUILT_IN);

  private static final String NOT_SAID = "(not said)";

  /// Whether it is an account of a program and not of a person.
  static boolean isProgram(Timeline.Who who) {
    return who.account() != null && PROGRAMS.contains(who.account().type());
  }

  /// @param asked the parameters of the request
  /// @throws Refusal when a time, range, outcome or hour cannot be read
  static SignInFilter of(Timelines.Opened opened, MultiValueMap<String, String> asked) {
    Reader reader = new Reader(opened, asked);
    Inquiry inquiry = reader.inquiry();
    return new SignInFilter(inquiry, String.join("; ", reader.words));
  }

  /// Reads one request's parameters and says each in words.
  private static final class Reader {
    private final Timelines.Opened opened;
    private final MultiValueMap<String, String> asked;
    private final List<String> words = new ArrayList<>();

    Reader(Timelines.Opened opened, MultiValueMap<String, String> asked) {
      this.opened = opened;
      this.asked = asked;
    }

    private String one(String name) {
      String value = asked.getFirst(name);
      return value == null ? "" : value.strip();
    }

    /// Several values: given several times, or separated by commas.
    private List<String> several(String name) {
      return asked.getOrDefault(name, List.of()).stream()
          .flatMap(value -> Arrays.stream(value.split(",", -1)))
          .map(String::strip)
          .filter(value -> !value.isEmpty())
          .toList();
    }

    private String say(String name, String value) {
      if (!value.isEmpty()) {
        words.add(name + " " + value);
      }
      return value;
    }

    Inquiry inquiry() {
      return new Inquiry(
          moment("from", Long.MIN_VALUE),
          moment("until", Long.MAX_VALUE),
          outcomes(),
          who(),
          wanted(),
          ranges(),
          say("with", one("text")),
          hours());
    }

    private long moment(String name, long any) {
      String text = say(name, one(name));
      if (text.isEmpty()) {
        return any;
      }
      try {
        return LocalDateTime.parse(text.length() == 10 ? text + "T00:00" : text)
            .atZone(opened.snapshot().zone())
            .toInstant()
            .toEpochMilli();
      } catch (DateTimeException unreadable) {
        throw Refusal.unusable(
            "\"%s\" is \"%s\", expected a time such as 2026-06-09T02:00.".formatted(name, text));
      }
    }

    private Set<Outcome> outcomes() {
      List<String> wanted = several("outcome");
      if (wanted.isEmpty()) {
        return EnumSet.allOf(Outcome.class);
      }
      say("outcome", String.join(", ", wanted));
      EnumSet<Outcome> outcomes = EnumSet.noneOf(Outcome.class);
      for (String word : wanted) {
        outcomes.add(
            Arrays.stream(Outcome.values())
                .filter(one -> one.word().equals(word))
                .findFirst()
                .orElseThrow(() ->
                    Refusal.unusable(
                        "\"%s\" is no outcome; they are %s."
                            .formatted(
                                word,
                                Arrays.stream(Outcome.values())
                                    .map(Outcome::word)
                                    .collect(Collectors.joining(", "))))));
      }
      return outcomes;
    }

    private Map<Detail, Set<String>> wanted() {
      Map<Detail, Set<String>> wanted = new EnumMap<>(Detail.class);
      for (Detail detail : Timeline.FACETS) {
        List<String> values = asked.getOrDefault(detail.word(), List.of());
        if (detail == Detail.ADDRESS) {
          values = values.stream().filter(NOT_SAID::equals).toList();
        } else if (detail == Detail.ROLE) {
          values = asked.getOrDefault("logged-role", List.of());
        }
        values = values.stream().filter(value -> !value.isEmpty()).toList();
        if (!values.isEmpty()) {
          say(detail.word(), String.join(" or ", values));
          wanted.put(
              detail,
              values.stream()
                  .map(value -> value.equals(NOT_SAID) ? "" : value)
                  .collect(Collectors.toSet()));
        }
      }
      return wanted;
    }

    private List<AddressRange> ranges() {
      List<String> texts =
          several("address").stream().filter(text -> !text.equals(NOT_SAID)).toList();
      say("address", String.join(", ", texts));
      return texts.stream()
          .map(text ->
              AddressRange.of(text)
                  .orElseThrow(() ->
                      Refusal.unusable(
                          "\"%s\" is no address and no range; expected one such as 10.20.0.0/16 or 2001:db8::/32."
                              .formatted(text))))
          .toList();
    }

    private Set<Integer> hours() {
      Set<Integer> hours = new HashSet<>();
      for (String text : several("hour")) {
        if (!text.matches("[0-9]{1,3}") || Integer.parseInt(text) > 167) {
          throw Refusal.unusable(
              "\"hour\" is \"%s\", expected an hour of the week from 0 (Monday 00) to 167."
                  .formatted(text));
        }
        hours.add(Integer.parseInt(text));
      }
      say(
          "hour of the week",
          hours.stream().sorted().map(String::valueOf).collect(Collectors.joining(", ")));
      return hours;
    }

    private Predicate<Timeline.Who> who() {
      Predicate<Timeline.Who> who = one -> true;
      List<String> applications = several("application");
      if (!applications.isEmpty()) {
        say("application", String.join(", ", applications));
        who = who.and(one -> applications.contains(one.application()));
      }
      String accounts = say("accounts", one("accounts"));
      if (!accounts.isEmpty()) {
        who = who.and(named(accounts));
      }
      String role = say("role", one("role"));
      if (!role.isEmpty()) {
        who = who.and(holders(role));
      }
      if (one("programs").equals("out")) {
        words.add("without service and built-in accounts");
        who = who.and(Predicate.not(SignInFilter::isProgram));
      }
      if (one("privileged").equals("true")) {
        words.add("privileged accounts only");
        who =
            who.and(one ->
                one.account() != null
                    && opened.access(one.application()).isPrivileged(one.account()));
      }
      String known = say("known", one("known"));
      if (known.equals("no")) {
        who = who.and(one -> one.account() == null);
      }
      return who;
    }

    /// One word is looked for in key, name and person; several are a list of keys.
    private Predicate<Timeline.Who> named(String text) {
      List<String> list =
          Arrays.stream(text.split("[\\s,;]+")).map(one -> one.toLowerCase(Locale.ROOT)).toList();
      if (list.size() > 1) {
        Set<String> keys = Set.copyOf(list);
        return who -> keys.contains(who.key().toLowerCase(Locale.ROOT));
      }
      String word = text.toLowerCase(Locale.ROOT);
      if (word.startsWith("=")) {
        return who -> who.key().equalsIgnoreCase(word.substring(1));
      }
      return who -> said(who).toLowerCase(Locale.ROOT).contains(word);
    }

    private String said(Timeline.Who who) {
      Account account = who.account();
      if (account == null) {
        return who.key();
      }
      Match match = opened.access(who.application()).match(account);
      return String.join(
          "\n",
          account.key(),
          account.name(),
          match == null ? "" : match.person().name() + "\n" + match.person().id());
    }

    /// `application/role`, or a role's id in any application.
    private Predicate<Timeline.Who> holders(String role) {
      Snapshot snapshot = opened.snapshot();
      Map<String, Set<Integer>> holders = new java.util.HashMap<>();
      for (ApplicationAccess access : snapshot.applications()) {
        String application = access.application().id();
        String id =
            role.startsWith(application + "/") ? role.substring(application.length() + 1) : role;
        Set<Integer> own = new HashSet<>();
        for (Assignment assignment : access.assignments()) {
          if (assignment.role().equals(id) && assignment.isCurrent(snapshot.asOf())) {
            own.add(assignment.account().index());
          }
        }
        holders.put(application, own);
      }
      return who ->
          who.account() != null
              && holders.getOrDefault(who.application(), Set.of()).contains(who.account().index());
    }
  }
}
