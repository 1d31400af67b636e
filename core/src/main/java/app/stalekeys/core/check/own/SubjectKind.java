package app.stalekeys.core.check.own;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Credential;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.snapshot.ApplicationAccess;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/// What an own check may look at: its fields, how an examination lists it, and how a finding about it begins.
///
/// @param name as the check names it
/// @param kinds evidence without which there is none
/// @param isAcross whether it is looked at once over all applications
/// @param <S> one subject with what its fields are computed from
record SubjectKind<S>(
    String name,
    String words,
    List<String> kinds,
    boolean isAcross,
    List<SubjectField<S>> fields,
    Walk<S> walk,
    Flag<S> flag) {

  interface Walk<S> {
    void each(Examination examination, Consumer<S> visitor);
  }

  interface Flag<S> {
    Examination.Draft begin(Examination examination, S subject, Severity severity);
  }

  record OneAccount(Examination in, Account account, Holdings holdings) {
    private ApplicationAccess access() {
      return in.access();
    }

    private @Nullable LocalDate lastSignIn() {
      LocalDate declared = account.lastSignIn();
      var success = access().lastSuccess(account);
      LocalDate logged = success == null ? null : in.day(success.at().toEpochMilli());
      LocalDate known = declared != null && declared.isAfter(in.asOf()) ? null : declared;
      return logged == null || (known != null && known.isAfter(logged)) ? known : logged;
    }
  }

  record OneRole(Examination in, Role role, int holders) {}

  record OnePerson(
      Examination in,
      Person person,
      List<Account> accounts,
      int applications,
      boolean privileged) {}

  record OneCredential(Examination in, Credential credential) {}

  record OneSignIn(Examination in, Attempt attempt, Account account) {}

  static final SubjectKind<OneAccount> ACCOUNT =
      new SubjectKind<>(
          "account",
          "one account of an application",
          List.of("accounts"),
          false,
          new Fields<OneAccount>("account")
              .text("key", "its id in the application", one -> one.account.key())
              .text("name", "the name on it", one -> one.account.name(), "accounts.name")
              .text("email", "its mail address", one -> one.account.email(), "accounts.email")
              .text(
                  "department",
                  "its own, else its person's",
                  one -> one.access().departmentOf(one.account),
                  "accounts.department",
                  "people")
              .text(
                  "title",
                  "its own, else its person's",
                  one -> one.access().titleOf(one.account),
                  "accounts.title",
                  "people")
              .text(
                  "type",
                  "personal, service, shared, built-in, external; empty when unknown",
                  one -> one.account.type().word(),
                  "accounts.type")
              .text(
                  "status",
                  "enabled, disabled, locked, suspended, pending, expired, deleted",
                  one -> one.account.status().word(),
                  "accounts.status")
              .text("owner", "who answers for it", one -> one.account.owner(), "accounts.owner")
              .text(
                  "mfa",
                  "second factor: yes, no; empty when unknown",
                  one -> word(one.account.mfa()),
                  "accounts.mfa")
              .text(
                  "mfaMethod",
                  "which second factor",
                  one -> one.account.mfaMethod(),
                  "accounts.mfa-method")
              .text("licence", "its licence", one -> one.account.licence(), "accounts.licence")
              .text(
                  "person",
                  "its person's id; empty for none",
                  one -> one.in.person(one.account) instanceof Person person ? person.id() : "",
                  "people")
              .yesNo(
                  "enabled",
                  "status enabled and not expired",
                  one -> one.account.isEnabled(one.in.asOf()),
                  "accounts.status")
              .yesNo(
                  "privileged",
                  "reaches a role for administrators or a critical permission",
                  one -> one.access().isPrivileged(one.account),
                  "assignments",
                  "grants")
              .yesNo(
                  "hasPerson",
                  "belongs to a person",
                  one -> one.in.person(one.account) != null,
                  "people")
              .yesNo(
                  "personLeft",
                  "its person has left",
                  one ->
                      one.in.person(one.account) instanceof Person person
                          && person.hasLeft(one.in.asOf()),
                  "people")
              .count(
                  "daysSinceSignIn",
                  "days since the last sign-in; null when never",
                  one -> days(one.in, one.lastSignIn()),
                  "sign-ins",
                  "accounts.last-sign-in")
              .count(
                  "daysSinceCreated",
                  "days since it was created",
                  one -> days(one.in, one.account.created()),
                  "accounts.created")
              .count(
                  "daysSincePasswordSet",
                  "days since the password was set",
                  one -> days(one.in, one.account.password().set()),
                  "accounts.password-set")
              .count(
                  "daysUntilExpiry",
                  "days until it expires; less than 0 afterwards",
                  one -> until(one.in, one.account.expires()),
                  "accounts.expires")
              .count(
                  "roleCount",
                  "roles held itself today",
                  one -> (long) one.holdings.roles(one.account).size(),
                  "assignments")
              .count(
                  "grantCount",
                  "grants of its own today",
                  one -> (long) one.holdings.grants(one.account).size(),
                  "grants")
              .count(
                  "permissionCount",
                  "permissions it can use",
                  one -> (long) one.access().effective().permissions(one.account).cardinality(),
                  "grants")
              .texts(
                  "roles",
                  "ids of the roles held itself today",
                  one -> List.copyOf(one.holdings.roles(one.account)),
                  "assignments")
              .texts(
                  "reachedRoles",
                  "the same with nested ones",
                  one -> List.copyOf(one.holdings.reached(one.account)),
                  "assignments")
              .list(),
          (examination, visitor) -> {
            Holdings holdings = Holdings.current(examination);
            examination
                .access()
                .accounts()
                .forEach(account -> visitor.accept(new OneAccount(examination, account, holdings)));
          },
          (examination, one, severity) -> examination.flag(one.account, severity));

  static final SubjectKind<OneRole> ROLE =
      new SubjectKind<>(
          "role",
          "one role of an application",
          List.of("roles"),
          false,
          new Fields<OneRole>("role")
              .text("id", "its id", one -> one.role.id())
              .text("name", "its name", one -> one.role.name(), "roles.name")
              .text(
                  "description",
                  "what it is for",
                  one -> one.role.description(),
                  "roles.description")
              .text("kind", "as the application calls it", one -> one.role.kind(), "roles.kind")
              .text("owner", "who answers for it", one -> one.role.owner(), "roles.owner")
              .text("licence", "the licence it takes", one -> one.role.licence(), "roles.licence")
              .yesNo(
                  "flagged",
                  "marked for administrators, or allows everything",
                  one -> one.role.isFlagged(),
                  "roles.privileged",
                  "roles.everything")
              .count(
                  "holders",
                  "accounts that hold it themselves today",
                  one -> (long) one.holders,
                  "assignments")
              .count(
                  "permissionCount",
                  "permissions it gives by itself and by nesting",
                  one -> (long) one.in.access().effective().ofRole(one.role.id()).cardinality(),
                  "grants")
              .list(),
          (examination, visitor) -> {
            Map<String, Integer> holders = new HashMap<>();
            Holdings holdings = Holdings.current(examination);
            examination
                .access()
                .accounts()
                .forEach(account ->
                    holdings.roles(account).forEach(role -> holders.merge(role, 1, Integer::sum)));
            examination
                .access()
                .roles()
                .roles()
                .forEach(role ->
                    visitor.accept(
                        new OneRole(examination, role, holders.getOrDefault(role.id(), 0))));
          },
          (examination, one, severity) ->
              examination.flag(Subject.role(one.role.id()), severity).evidence(one.role.place()));

  static final SubjectKind<OnePerson> PERSON =
      new SubjectKind<>(
          "person",
          "one person, over all applications",
          List.of("people"),
          true,
          new Fields<OnePerson>("person")
              .text("id", "number in the roster", one -> one.person.id())
              .text("name", "name", one -> one.person.name())
              .text("department", "department", one -> one.person.department(), "people.department")
              .text("title", "title", one -> one.person.title(), "people.title")
              .text("manager", "the manager's id", one -> one.person.manager(), "people.manager")
              .text(
                  "workerType",
                  "employee, contractor, external",
                  one -> one.person.workerType(),
                  "people.worker-type")
              .yesNo(
                  "left",
                  "has left",
                  one -> one.person.hasLeft(one.in.asOf()),
                  "people.status",
                  "people.end")
              .yesNo("privileged", "has a privileged enabled account", one -> one.privileged)
              .count(
                  "daysSinceStart",
                  "days since the first day",
                  one -> days(one.in, one.person.start()),
                  "people.start")
              .count(
                  "daysSinceEnd",
                  "days since the last day",
                  one -> days(one.in, one.person.end()),
                  "people.end")
              .count("accounts", "enabled accounts", one -> (long) one.accounts.size())
              .count(
                  "applications",
                  "applications with an enabled account",
                  one -> (long) one.applications)
              .list(),
          SubjectKind::people,
          (examination, one, severity) -> {
            Examination.Draft draft =
                examination
                    .flag(Subject.person(one.person.id()), severity)
                    .fact("person", one.person.id())
                    .fact("personName", one.person.name())
                    .evidence(one.person.place());
            one.accounts.forEach(account -> draft.evidence(account.place()));
            return draft;
          });

  static final SubjectKind<OneCredential> CREDENTIAL =
      new SubjectKind<>(
          "credential",
          "one key, secret, token or certificate",
          List.of("accounts", "credentials"),
          false,
          new Fields<OneCredential>("credential")
              .text("id", "its id", one -> one.credential.id())
              .text(
                  "type",
                  "key, secret, token, certificate, password",
                  one -> one.credential.type(),
                  "credentials.type")
              .text("account", "key of its account", one -> one.credential.account().key())
              .yesNo(
                  "active", "status active", one -> one.credential.isActive(), "credentials.status")
              .count(
                  "daysSinceCreated",
                  "days since it was created",
                  one -> days(one.in, one.credential.created()),
                  "credentials.created")
              .count(
                  "daysSinceRotated",
                  "days since it was last changed",
                  one -> days(one.in, one.credential.rotated()),
                  "credentials.rotated")
              .count(
                  "daysSinceUsed",
                  "days since it was last used",
                  one -> days(one.in, one.credential.lastUsed()),
                  "credentials.last-used")
              .count(
                  "daysUntilExpiry",
                  "days until it expires; less than 0 afterwards",
                  one -> until(one.in, one.credential.expires()),
                  "credentials.expires")
              .list(),
          (examination, visitor) ->
              examination
                  .access()
                  .records()
                  .credentials()
                  .forEach(one -> visitor.accept(new OneCredential(examination, one))),
          (examination, one, severity) ->
              examination
                  .flag(
                      Subject.credential(
                          one.credential.account().key() + "/" + one.credential.id()),
                      severity)
                  .fact("account", one.credential.account().key())
                  .evidence(one.credential.place())
                  .evidence(one.credential.account().place()));

  static final SubjectKind<OneSignIn> SIGN_IN =
      new SubjectKind<>(
          "sign-in",
          "attempts to enter; an account is flagged when one of its attempts meets the condition",
          List.of("accounts", "sign-ins"),
          false,
          new Fields<OneSignIn>("signin")
              .text("account", "key of the account", one -> one.account.key())
              .text(
                  "outcome",
                  "success, failure, lockout, sign-out",
                  one -> one.attempt.outcome().word())
              .text("address", "where from", one -> one.attempt.address(), "sign-ins.address")
              .text("client", "with which program", one -> one.attempt.client(), "sign-ins.client")
              .text(
                  "browser", "with which browser", one -> one.attempt.browser(), "sign-ins.browser")
              .text(
                  "location",
                  "place, as the log says",
                  one -> one.attempt.location(),
                  "sign-ins.location")
              .text("method", "by which method", one -> one.attempt.method(), "sign-ins.method")
              .yesNo(
                  "privileged",
                  "of a privileged account",
                  one -> one.in.access().isPrivileged(one.account),
                  "assignments",
                  "grants")
              .yesNo(
                  "inPeriod",
                  "in the period of the audit",
                  one -> one.attempt.at() >= one.in.periodStart())
              .count(
                  "hour",
                  "hour of the day, 0 to 23, in the audit's zone",
                  one -> one.in.clock().millisOfDay(one.attempt.at()) / 3_600_000)
              .count(
                  "weekday",
                  "1 for Monday to 7 for Sunday",
                  one -> (long) one.in.clock().dayOfWeek(one.attempt.at()))
              .list(),
          (examination, visitor) ->
              examination
                  .access()
                  .signIns()
                  .histories()
                  .forEach((account, attempts) ->
                      attempts.forEach(
                          attempt -> visitor.accept(new OneSignIn(examination, attempt, account)))),
          (examination, one, severity) -> examination.flag(one.account, severity));

  static final List<SubjectKind<?>> ALL = List.of(ACCOUNT, ROLE, PERSON, CREDENTIAL, SIGN_IN);

  private static String word(Answer answer) {
    return answer == Answer.YES ? "yes" : answer == Answer.NO ? "no" : "";
  }

  private static Object days(Examination in, @Nullable LocalDate day) {
    return day == null ? Condition.UNKNOWN : (Object) in.daysSince(day);
  }

  private static Object until(Examination in, @Nullable LocalDate day) {
    return day == null ? Condition.UNKNOWN : (Object) (-in.daysSince(day));
  }

  private static void people(Examination examination, Consumer<OnePerson> visitor) {
    Map<String, Person> people = new TreeMap<>();
    Map<String, List<Account>> accounts = new HashMap<>();
    Map<String, Integer> applications = new HashMap<>();
    Map<String, Boolean> privileged = new HashMap<>();
    examination.snapshot().roster().people().forEach(person -> people.put(person.id(), person));
    for (ApplicationAccess access : examination.snapshot().applications()) {
      Map<String, Boolean> here = new HashMap<>();
      for (Account account : access.accounts()) {
        var match = access.match(account);
        if (match != null && account.isEnabled(examination.asOf())) {
          String id = match.person().id();
          accounts.computeIfAbsent(id, key -> new ArrayList<>()).add(account);
          here.put(id, true);
          privileged.merge(id, access.isPrivileged(account), Boolean::logicalOr);
        }
      }
      here.keySet().forEach(id -> applications.merge(id, 1, Integer::sum));
    }
    people.forEach((id, person) ->
        visitor.accept(
            new OnePerson(
                examination,
                person,
                accounts.getOrDefault(id, List.of()),
                applications.getOrDefault(id, 0),
                privileged.getOrDefault(id, false))));
  }

  /// Writes a list of fields.
  private static final class Fields<S> {
    private final String subject;
    private final List<SubjectField<S>> fields = new ArrayList<>();

    Fields(String subject) {
      this.subject = subject;
    }

    private Fields<S> add(
        String name,
        SubjectField.Type type,
        String words,
        Function<S, Object> value,
        String... needs) {
      fields.add(new SubjectField<>(subject + "." + name, type, List.of(needs), words, value));
      return this;
    }

    Fields<S> text(String name, String words, Function<S, Object> value, String... needs) {
      return add(name, SubjectField.Type.TEXT, words, value, needs);
    }

    Fields<S> yesNo(String name, String words, Function<S, Object> value, String... needs) {
      return add(name, SubjectField.Type.YES_NO, words, value, needs);
    }

    Fields<S> count(String name, String words, Function<S, Object> value, String... needs) {
      return add(name, SubjectField.Type.COUNT, words, value, needs);
    }

    Fields<S> texts(String name, String words, Function<S, Object> value, String... needs) {
      return add(name, SubjectField.Type.TEXTS, words, value, needs);
    }

    List<SubjectField<S>> list() {
      return List.copyOf(fields);
    }
  }
}
