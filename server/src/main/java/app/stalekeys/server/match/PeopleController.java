package app.stalekeys.server.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.signin.Outcome;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.platform.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// People, and one card a person: everything somebody has in every application.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/people")
class PeopleController {

  private static final int MOST = 12;

  record PersonLine(String id, String name, String department, String title, boolean left) {}

  record HoldingView(
      String role,
      String name,
      String scope,
      String window,
      boolean current,
      CitedPlaces.CitedPlace place) {}

  /// @param lastSignIn a day; null when it is not known
  /// @param failures in the log; null when there is no log
  /// @param passwordSet a day; null when no export says
  /// @param mfa `yes`, `no`, or empty when no export says
  record AccountCard(
      String application,
      String applicationName,
      String account,
      String type,
      String status,
      boolean usable,
      String matchedBy,
      @Nullable String created,
      @Nullable String expires,
      @Nullable String lastSignIn,
      String signInFrom,
      @Nullable Integer failures,
      @Nullable Integer lockouts,
      @Nullable String passwordSet,
      String mfa,
      List<String> privileges,
      int permissions,
      List<HoldingView> roles,
      int directGrants,
      CitedPlaces.CitedPlace place) {}

  record PersonCard(
      String id,
      String name,
      String email,
      String status,
      String title,
      String department,
      String manager,
      @Nullable String start,
      @Nullable String end,
      boolean left,
      CitedPlaces.CitedPlace place,
      List<AccountCard> accounts,
      List<String> owns,
      List<FindingList.OfPerson> findings) {}

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final CitedPlaces places;
  private final FindingList findings;

  PeopleController(
      Snapshots snapshots, Examinations examinations, CitedPlaces places, FindingList findings) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.places = places;
    this.findings = findings;
  }

  /// The people whose id, name or mail address has the text in it; the first dozen.
  @GetMapping
  List<PersonLine> find(@PathVariable long snapshot, @RequestParam String text) {
    Snapshot loaded = examinations.loaded(snapshot);
    String wanted = text.toLowerCase(Locale.ROOT).strip();
    return loaded.roster().people().stream()
        .filter(person ->
            (person.id() + " " + person.name() + " " + person.email())
                .toLowerCase(Locale.ROOT)
                .contains(wanted))
        .limit(MOST)
        .map(person ->
            new PersonLine(
                person.id(),
                person.name(),
                person.department(),
                person.title(),
                person.hasLeft(loaded.asOf())))
        .toList();
  }

  @GetMapping("/{id}")
  PersonCard card(@PathVariable long snapshot, @PathVariable String id) {
    OpenSnapshot open = snapshots.get(snapshot);
    Snapshot loaded = examinations.loaded(snapshot);
    Person person = loaded.roster().byId(id);
    if (person == null) {
      throw Refusal.missing("There is no person %s in the roster of this date.".formatted(id));
    }
    Function<Place, CitedPlaces.CitedPlace> cited = places.of(open);
    List<AccountCard> accounts = new ArrayList<>();
    List<String> owns = new ArrayList<>();
    for (ApplicationAccess access : loaded.applications()) {
      for (Account account : access.accounts()) {
        Match match = access.match(account);
        if (match != null && match.person().id().equals(person.id())) {
          accounts.add(card(loaded, access, account, match, cited));
        }
        Person owner = access.matching().person(access.matching().owner(account));
        if (owner != null && owner.id().equals(person.id())) {
          owns.add(account.key() + " of " + access.application().name());
        }
      }
    }
    return new PersonCard(
        person.id(),
        person.name(),
        person.email(),
        person.status().name().toLowerCase(Locale.ROOT).replace('_', ' '),
        person.title(),
        person.department(),
        person.manager(),
        day(person.start()),
        day(person.end()),
        person.hasLeft(loaded.asOf()),
        cited.apply(person.place()),
        accounts,
        owns,
        findings.ofPerson(open, person.id()));
  }

  private static AccountCard card(
      Snapshot snapshot,
      ApplicationAccess access,
      Account account,
      Match match,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    LocalDate asOf = snapshot.asOf();
    SignInLog.Success success = access.lastSuccess(account);
    LocalDate logged = success == null ? null : success.at().atZone(snapshot.zone()).toLocalDate();
    LocalDate declared = account.lastSignIn();
    boolean byLog = logged != null && (declared == null || !declared.isAfter(logged));
    return new AccountCard(
        access.application().id(),
        access.application().name(),
        account.key(),
        account.type().name().toLowerCase(Locale.ROOT).replace('_', '-'),
        account.status().word(),
        account.isEnabled(asOf),
        match.rule().words(),
        day(account.created()),
        day(account.expires()),
        day(byLog ? logged : declared),
        byLog ? "log" : declared == null ? "" : "accounts file",
        count(access, account, Outcome.FAILURE),
        count(access, account, Outcome.LOCKOUT),
        day(account.password().set()),
        account.mfa() == Answer.UNKNOWN ? "" : account.mfa().name().toLowerCase(Locale.ROOT),
        access.privileges(account).stream()
            .map(ApplicationAccess.Privilege::words)
            .distinct()
            .toList(),
        access.effective().permissions(account).cardinality(),
        access.assignments().stream()
            .filter(assignment -> assignment.account().index() == account.index())
            .map(assignment -> holding(access, assignment, asOf, cited))
            .toList(),
        (int)
            access.effective().grants().stream()
                .map(grant -> grant.account())
                .filter(Objects::nonNull)
                .filter(holder -> holder.index() == account.index())
                .count(),
        cited.apply(account.place()));
  }

  private static @Nullable Integer count(
      ApplicationAccess access, Account account, Outcome outcome) {
    return access.coverage().has("sign-ins")
        ? Integer.valueOf(
            (int)
                access.signIns().histories().of(account).stream()
                    .filter(attempt -> attempt.outcome() == outcome)
                    .count())
        : null;
  }

  private static HoldingView holding(
      ApplicationAccess access,
      Assignment assignment,
      LocalDate asOf,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    var role = access.roles().role(assignment.role());
    return new HoldingView(
        assignment.role(),
        role == null ? assignment.role() : role.name(),
        assignment.scope().toString(),
        (assignment.from() == null ? "" : "from " + assignment.from())
            + (assignment.until() == null ? "" : " until " + assignment.until()),
        assignment.isCurrent(asOf),
        cited.apply(assignment.place()));
  }

  private static @Nullable String day(@Nullable LocalDate day) {
    return day == null ? null : day.toString();
  }
}
