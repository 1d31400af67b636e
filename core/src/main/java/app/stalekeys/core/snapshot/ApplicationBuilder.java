package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Credential;
import app.stalekeys.core.access.Policies;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scopes;
import app.stalekeys.core.activity.ActivityLog;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.match.Matcher;
import app.stalekeys.core.people.Roster;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/// Puts one application's facts together.
final class ApplicationBuilder {

  /// Kinds whose rows name accounts and so must say the directory where accounts have one.
  private static final Set<Kind> NAMING_ACCOUNTS =
      Set.of(Kind.ASSIGNMENTS, Kind.SIGN_INS, Kind.CREDENTIALS, Kind.USAGE);

  private final Application application;
  private final List<FactSource> own;
  private final Map<String, Integer> strangers = new LinkedHashMap<>();
  private final List<FactSource> shared;
  private final Roster roster;
  private final LocalDate asOf;
  private final ZoneId zone;
  private final Instant end;

  ApplicationBuilder(
      Application application,
      List<FactSource> own,
      List<FactSource> shared,
      Roster roster,
      LocalDate asOf,
      ZoneId zone) {
    this.application = application;
    this.own = own;
    this.shared = shared;
    this.roster = roster;
    this.asOf = asOf;
    this.zone = zone;
    this.end = Snapshot.endOf(asOf, zone);
  }

  ApplicationAccess build(List<Issue> problems) {
    AccountBook book = AccountBook.read(own, application.ids(), problems);
    RoleGraph roles = RoleGraph.read(own);
    Undefined undefined = new Undefined(application.name());
    List<Assignment> assignments = assignments(book, roles, undefined);
    EffectiveAccess effective =
        EffectiveAccess.of(
            book,
            roles,
            assignments,
            EffectiveAccess.Rows.read(book, roles, own, application.levels(), problems),
            asOf);
    SignInLog log = new SignInLog(own, book, end);
    problems.addAll(undefined.problems());
    problems.addAll(missingDirectories(book));
    Matching matching =
        new Matching(
            book.accounts(), new Matcher(roster, application.ids(), application.rulings()));
    problems.addAll(brokenRulings(book, matching));
    return new ApplicationAccess(
        application,
        Coverage.of(Stream.concat(own.stream(), shared.stream()).toList()),
        book,
        roles,
        assignments,
        Map.copyOf(strangers),
        matching,
        effective,
        new Privileges(book, roles, assignments, effective, asOf),
        records(book, roles, effective),
        log,
        log.lastSuccesses());
  }

  private List<Assignment> assignments(AccountBook book, RoleGraph roles, Undefined undefined) {
    List<Assignment> assignments = new ArrayList<>();
    Scopes scopes = new Scopes();
    for (FactSource source : own) {
      FactCursor.forEach(
          source,
          Kind.ASSIGNMENTS,
          row -> {
            Account account = book.find(row.text("directory"), row.text("account"));
            Role role = roles.role(row.text("role"));
            if (role == null) {
              undefined.role(row.text("role"), row.place());
              role = roles.name(row.text("role"), row.place());
            }
            if (account == null) {
              undefined.account(row.text("account"), row.place());
              strangers.merge(application.ids().key(row.text("account")), 1, Integer::sum);
            } else {
              assignments.add(
                  new Assignment(
                      account,
                      role.id(),
                      scopes.of(row.text("scope")),
                      row.day("from"),
                      row.day("until"),
                      row.instant("at"),
                      row.place()));
            }
          });
    }
    return List.copyOf(assignments);
  }

  private List<Issue> missingDirectories(AccountBook book) {
    List<Issue> problems = new ArrayList<>();
    if (book.hasDirectories()) {
      for (FactSource source : own) {
        for (Kind kind : NAMING_ACCOUNTS) {
          if (source.serves(kind) && !source.fields(kind).contains("directory")) {
            problems.add(
                Issue.unusable(
                    "directory-unmapped",
                    "the accounts of %s are told apart by directory, and %s name accounts without one; map \"directory\""
                        .formatted(application.name(), kind.id()),
                    Place.ofFile(source.file())));
          }
        }
      }
    }
    return problems;
  }

  private ApplicationRecords records(AccountBook book, RoleGraph roles, EffectiveAccess effective) {
    ActivityLog activity = new ActivityLog(own, book, end);
    return new ApplicationRecords(
        Credential.read(own, book),
        Policies.read(own, book, roles),
        Usage.read(own, book, effective.universe(), activity, zone),
        activity,
        Licences.read(own, effective.universe()),
        SystemRecord.read(own),
        AccessRequest.read(Stream.concat(own.stream(), shared.stream()).toList()));
  }

  private static List<Issue> brokenRulings(AccountBook book, Matching matching) {
    List<Issue> problems = new ArrayList<>();
    for (Account account : book.accounts()) {
      String why = matching.broken(account);
      if (why != null) {
        problems.add(
            Issue.problem(
                "match-broken",
                "the decision whose the account %s is does not hold any more: %s; decide it again"
                    .formatted(Quoted.text(account.key()), why),
                account.place()));
      }
    }
    return problems;
  }

  /// Collects accounts and roles that rows point at and no file defines: one problem each, with the
  /// first place and how many rows.
  private static final class Undefined {
    private final String application;
    private final Map<String, Place> firstAccount = new LinkedHashMap<>();
    private final Map<String, Place> firstRole = new LinkedHashMap<>();
    private final Map<String, Integer> accountRows = new LinkedHashMap<>();
    private final Map<String, Integer> roleRows = new LinkedHashMap<>();

    Undefined(String application) {
      this.application = application;
    }

    void account(String id, Place place) {
      firstAccount.putIfAbsent(id, place);
      accountRows.merge(id, 1, Integer::sum);
    }

    void role(String id, Place place) {
      firstRole.putIfAbsent(id, place);
      roleRows.merge(id, 1, Integer::sum);
    }

    List<Issue> problems() {
      List<Issue> problems = new ArrayList<>();
      firstAccount.forEach((id, place) ->
          problems.add(
              Issue.problem(
                  "account-undefined",
                  "account %s is in no accounts file of %s (assignments here: %d); it is in no check"
                      .formatted(Quoted.text(id), application, accountRows.get(id)),
                  place)));
      firstRole.forEach((id, place) ->
          problems.add(
              Issue.problem(
                  "role-undefined",
                  "role %s is in no roles file of %s; it is taken as defined, without flags"
                      .formatted(Quoted.text(id), application),
                  place)));
      return problems;
    }
  }
}
