package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Sessions;
import java.util.Comparator;
import java.util.List;

/// A session longer than `hours`. One finding an account, the longest named.
public final class LongSession implements Check {

  private static final CheckCard CARD =
      CheckCard.of("long-session", "Very long session")
          .why("A session nobody ends is a door left open.")
          .severity(Severity.LOW)
          .tests("accounts with a session whose end is known")
          .needsAll("accounts", "sign-ins")
          .references("AC-12")
          .remedy("End sessions by rule", 30, "Let the application end idle sessions.")
          .number("hours", 12, "hours above which a session is flagged")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    long most = examination.number("hours") * 3_600_000L;
    Sessions.of(examination.access().signIns().histories())
        .forEach((account, sessions) -> {
          examination.tested();
          List<Sessions.Session> longer =
              sessions.stream().filter(session -> session.length() > most).toList();
          if (!longer.isEmpty()) {
            Sessions.Session longest =
                longer.stream()
                    .max(Comparator.comparingLong(Sessions.Session::length))
                    .orElseThrow();
            Examination.Draft draft =
                examination
                    .flag(account, Severity.LOW)
                    .fact("sessions", longer.size())
                    .fact("longestHours", longest.length() / 3_600_000);
            longer.stream()
                .limit(Attempts.MOST_CITED)
                .forEach(session -> draft.evidence(session.start().place()));
            draft.saying(
                "The account %s had %d sessions of more than %d hours, the longest of %d hours from %s on."
                    .formatted(
                        account.key(),
                        longer.size(),
                        examination.number("hours"),
                        longest.length() / 3_600_000,
                        examination.moment(longest.start().at())));
          }
        });
  }
}
