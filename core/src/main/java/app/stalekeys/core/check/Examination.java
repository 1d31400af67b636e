package app.stalekeys.core.check;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.ApplicationAccess.Privilege;
import app.stalekeys.core.snapshot.Coverage;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.ZoneClock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// One check at work on one application, or on all of them together: what it may look at, and where it
/// says what it found.
public final class Examination {

  /// What stands for the application in findings that reach across several.
  public static final String ACROSS = "*";

  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss");

  private final Check check;
  private final Snapshot snapshot;
  private final @Nullable ApplicationAccess access;
  private final CheckSettings settings;
  private final List<Finding> findings = new ArrayList<>();

  /// Parameters that were asked for: checks ask once a row.
  private final Map<String, Integer> numbers = new HashMap<>();

  private final ZoneClock clock;
  private int tested;

  /// @param access null for all applications together
  Examination(
      Check check, Snapshot snapshot, @Nullable ApplicationAccess access, CheckSettings settings) {
    this.check = check;
    this.snapshot = snapshot;
    this.access = access;
    this.settings = settings;
    this.clock = new ZoneClock(snapshot.zone());
  }

  /// Whether all applications are examined together.
  public boolean isAcross() {
    return access == null;
  }

  /// The application examined; only where [#isAcross] says no.
  public ApplicationAccess access() {
    return Objects.requireNonNull(access, "no single application is examined");
  }

  /// The application's id, or [#ACROSS].
  public String application() {
    return access == null ? ACROSS : access.application().id();
  }

  /// What evidence there is: the application's with the organisation's own, or the latter alone.
  public Coverage coverage() {
    return access == null ? snapshot.shared() : access.coverage();
  }

  public Snapshot snapshot() {
    return snapshot;
  }

  public LocalDate asOf() {
    return snapshot.asOf();
  }

  /// Whole days from a day to the as-of date; negative when it lies after it.
  public long daysSince(LocalDate day) {
    return ChronoUnit.DAYS.between(day, asOf());
  }

  /// The day of a moment, in milliseconds since 1970-01-01 UTC, in the audit's zone.
  public LocalDate day(long at) {
    return LocalDate.ofEpochDay(clock.epochDay(at));
  }

  /// A moment as sentences say it: `2026-05-11 10:14:03` in the audit's zone.
  public String moment(long at) {
    return Instant.ofEpochMilli(at).atZone(snapshot.zone()).format(MOMENT);
  }

  /// Days and times of day in the audit's zone.
  public ZoneClock clock() {
    return clock;
  }

  /// The first millisecond of the period.
  public long periodStart() {
    return snapshot.periodFrom().atStartOfDay(snapshot.zone()).toInstant().toEpochMilli();
  }

  /// The value set for a parameter, or its standard one.
  public int number(String parameter) {
    return numbers.computeIfAbsent(parameter, name -> Integer.parseInt(words(name).getFirst()));
  }

  /// The words set for a parameter, or its standard ones.
  public List<String> words(String parameter) {
    return check.words(settings, parameter);
  }

  public Stream<Account> enabledAccounts() {
    return access().accounts().stream().filter(account -> account.isEnabled(asOf()));
  }

  public @Nullable Person person(Account account) {
    Match match = access().match(account);
    return match == null ? null : match.person();
  }

  /// Counts one subject as tested.
  public void tested() {
    tested++;
  }

  /// `raised` where the account is privileged, else `usual`.
  public Severity bySeverityOf(Account account, Severity usual, Severity raised) {
    return access().isPrivileged(account) ? raised : usual;
  }

  /// Begins a finding about anything but an account.
  public Draft flag(Subject subject, Severity severity) {
    return new Draft(subject, severity, List.of());
  }

  /// Begins a finding about an account: name, person and privilege are among its figures, and its row
  /// in the accounts file is the first evidence.
  public Draft flag(Account account, Severity severity) {
    ApplicationAccess own = access();
    List<Privilege> reasons = own.privileges(account);
    List<Place> grounds = reasons.stream().map(Privilege::place).toList();
    Draft draft = new Draft(Subject.account(account.key()), severity, grounds);
    draft.fact("name", account.name());
    Match match = own.match(account);
    if (match != null) {
      draft.fact("person", match.person().id());
      draft.fact("personName", match.person().name());
      draft.fact("department", match.person().department());
      draft.fact("matchedBy", match.rule().words());
    }
    List<String> privileges = reasons.stream().map(Privilege::words).distinct().toList();
    if (!privileges.isEmpty()) {
      draft.fact("privilegedBy", privileges);
    }
    draft.evidence(account.place());
    return draft;
  }

  List<Finding> findings() {
    return findings;
  }

  int testedCount() {
    return tested;
  }

  /// A finding in the making.
  public final class Draft {
    private final Subject subject;
    private final Severity severity;
    private final List<Place> grounds;
    private final Map<String, Object> facts = new LinkedHashMap<>();
    private final Set<Place> evidence = new LinkedHashSet<>();
    private String apart = "";
    private String scope = "";

    private Draft(Subject subject, Severity severity, List<Place> grounds) {
      this.subject = subject;
      this.severity = severity;
      this.grounds = grounds;
    }

    /// @param value a text, whole number, yes or no, day, or list of texts; empty texts are left out
    public Draft fact(String name, @Nullable Object value) {
      if (value instanceof LocalDate day) {
        facts.put(name, day.toString());
      } else if (value instanceof Integer number) {
        facts.put(name, number.longValue());
      } else if (value != null && !value.equals("")) {
        facts.put(name, value);
      }
      return this;
    }

    public Draft evidence(Place place) {
      evidence.add(place);
      return this;
    }

    /// What tells this finding from others of the same check about the same subject: a conflict's id.
    public Draft of(String other) {
      apart = other;
      return this;
    }

    public Draft within(String part) {
      scope = part;
      return this;
    }

    /// Ends the finding. Rows that make a privileged account privileged are cited last.
    public void saying(String sentence) {
      grounds.forEach(this::evidence);
      Severity held = Objects.requireNonNullElse(settings.severity(), severity);
      findings.add(
          new Finding(
              Finding.id(check.id(), application(), subject, apart),
              check.id(),
              held,
              application(),
              subject,
              scope,
              sentence,
              facts,
              List.copyOf(evidence)));
    }
  }
}
