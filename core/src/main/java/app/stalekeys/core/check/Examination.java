package app.stalekeys.core.check;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.ApplicationAccess.Privilege;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// One check at work on one application: what it may look at, and where it says what it found.
public final class Examination {

  private final Check check;
  private final Snapshot snapshot;
  private final ApplicationAccess access;
  private final CheckSettings settings;
  private final List<Finding> findings = new ArrayList<>();
  private int tested;

  Examination(Check check, Snapshot snapshot, ApplicationAccess access, CheckSettings settings) {
    this.check = check;
    this.snapshot = snapshot;
    this.access = access;
    this.settings = settings;
  }

  public ApplicationAccess access() {
    return access;
  }

  public Snapshot snapshot() {
    return snapshot;
  }

  public LocalDate asOf() {
    return snapshot.asOf();
  }

  /// The value set for a parameter, or its standard one.
  public int number(String parameter) {
    Integer set = settings.number(parameter);
    if (set != null) {
      return set;
    }
    return check.parameters().stream()
        .filter(known -> known.name().equals(parameter))
        .findFirst()
        .map(Parameter::standard)
        .orElseThrow(() -> new IllegalArgumentException("no parameter " + parameter));
  }

  public Stream<Account> enabledAccounts() {
    return access.accounts().stream().filter(account -> account.isEnabled(asOf()));
  }

  public @Nullable Person person(Account account) {
    Match match = access.match(account);
    return match == null ? null : match.person();
  }

  /// Counts one subject as tested.
  public void tested() {
    tested++;
  }

  /// `raised` where the account is privileged, else `usual`.
  public Severity bySeverityOf(Account account, Severity usual, Severity raised) {
    return access.isPrivileged(account) ? raised : usual;
  }

  /// Begins a finding about an account: name, person and privilege are among its figures, and its row
  /// in the accounts file is the first evidence.
  public Draft flag(Account account, Severity severity) {
    List<Place> grounds = access.privileges(account).stream().map(Privilege::place).toList();
    Draft draft = new Draft(Subject.account(account.key()), severity, grounds);
    draft.fact("name", account.name());
    Match match = access.match(account);
    if (match != null) {
      draft.fact("person", match.person().id());
      draft.fact("personName", match.person().name());
      draft.fact("department", match.person().department());
      draft.fact("matchedBy", match.rule().words());
    }
    List<String> roles =
        access.privileges(account).stream().map(Privilege::words).distinct().toList();
    if (!roles.isEmpty()) {
      draft.fact("privilegedBy", roles);
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
    private final List<Place> evidence = new ArrayList<>();

    private Draft(Subject subject, Severity severity, List<Place> grounds) {
      this.subject = subject;
      this.severity = severity;
      this.grounds = grounds;
    }

    /// @param value a text, whole number, yes or no, day, or list of texts; empty texts are left out
    public Draft fact(String name, @Nullable Object value) {
      if (value instanceof LocalDate day) {
        facts.put(name, day.toString());
      } else if (value != null && !value.equals("")) {
        facts.put(name, value);
      }
      return this;
    }

    public Draft evidence(Place place) {
      if (!evidence.contains(place)) {
        evidence.add(place);
      }
      return this;
    }

    /// Ends the finding. Rows that make a privileged account privileged are cited last.
    public void saying(String sentence) {
      grounds.forEach(this::evidence);
      Severity held = Objects.requireNonNullElse(settings.severity(), severity);
      findings.add(
          new Finding(
              Finding.id(check.id(), access.application().id(), subject),
              check.id(),
              held,
              access.application().id(),
              subject,
              "",
              sentence,
              facts,
              evidence));
    }
  }
}
