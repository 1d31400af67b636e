package app.stalekeys.server.findings;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.signin.SignInLog;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.OpenSnapshot;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// The life of an account in days: created, signed in, expires, its person joined and left.
@Component
class LifeLine {

  /// @param kind `created`, `sign-in`, `expires`, `joined`, `left` or `as-of`
  record Event(String day, String kind, String words) {}

  private final Examinations examinations;

  LifeLine(Examinations examinations) {
    this.examinations = examinations;
  }

  /// The account's events in order of time, up to the as-of date or what was planned after it.
  List<Event> of(OpenSnapshot open, FindingRow row) {
    Snapshot snapshot = examinations.loaded(open.id());
    ApplicationAccess access = snapshot.application(row.application());
    return access == null ? List.of() : events(snapshot, access, row.subjectKey());
  }

  private static List<Event> events(Snapshot snapshot, ApplicationAccess access, String key) {
    List<Event> events = new ArrayList<>();
    access.accounts().stream()
        .filter(account -> account.key().equals(key))
        .findFirst()
        .ifPresent(account -> add(events, snapshot, access, account));
    if (!events.isEmpty()) {
      add(events, snapshot.asOf(), "as-of", "as of");
    }
    events.sort(Comparator.comparing(Event::day));
    return events;
  }

  private static void add(
      List<Event> events, Snapshot snapshot, ApplicationAccess access, Account account) {
    add(events, account.created(), "created", "created");
    add(events, account.expires(), "expires", "expires");
    SignInLog.Success success = access.lastSuccess(account);
    LocalDate logged = success == null ? null : success.at().atZone(snapshot.zone()).toLocalDate();
    LocalDate declared = account.lastSignIn();
    boolean logIsLater = logged != null && (declared == null || logged.isAfter(declared));
    add(events, logIsLater ? logged : declared, "sign-in", "last sign-in");
    Match match = access.match(account);
    if (match != null) {
      add(events, match.person().start(), "joined", "joined");
      add(events, match.person().end(), "left", "last day");
    }
  }

  private static void add(List<Event> events, @Nullable LocalDate day, String kind, String words) {
    if (day != null) {
      events.add(new Event(day.toString(), kind, words));
    }
  }
}
