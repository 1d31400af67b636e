package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Sessions;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/// `count` sessions or more of one account open at once; a session holds its start and not its end.
public final class OverlappingSessions implements Check {

  private static final CheckCard CARD =
      CheckCard.of("overlapping-sessions", "Several sessions at once")
          .why("Who is in from three places at once has lent the account, or lost it.")
          .severity(Severity.LOW)
          .tests("accounts with a session whose end is known")
          .needsAll("accounts", "sign-ins")
          .references("AC-10")
          .remedy("Ask", 10, "Ask whether the account is shared.", "Limit the number of sessions.")
          .number("count", 3, "sessions at once from which it is flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Sessions.of(examination.access().signIns().histories())
        .forEach((account, sessions) -> {
          examination.tested();
          PriorityQueue<Sessions.Session> open =
              new PriorityQueue<>(Comparator.comparingLong(Sessions.Session::end));
          int most = 0;
          long at = 0;
          for (Sessions.Session session : sessions) {
            while (!open.isEmpty() && open.peek().end() <= session.start().at()) {
              open.remove();
            }
            if (session.length() > 0) {
              open.add(session);
            }
            if (open.size() > most) {
              most = open.size();
              at = session.start().at();
            }
          }
          if (most >= examination.number("count")) {
            Examination.Draft draft =
                examination
                    .flag(account, Severity.LOW)
                    .fact("atOnce", most)
                    .fact("at", examination.moment(at));
            Attempts.cite(draft, openAt(sessions, at));
            draft.saying(
                "The account %s had %d sessions open at once, on %s."
                    .formatted(account.key(), most, examination.moment(at)));
          }
        });
  }

  /// A session holds its start and not its end.
  private static List<Attempt> openAt(List<Sessions.Session> sessions, long at) {
    return sessions.stream()
        .filter(session -> session.start().at() <= at && at < session.end())
        .map(Sessions.Session::start)
        .toList();
  }
}
