package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/// A client seen at most `count` times in the period for the application, used by a privileged account.
public final class RareClient implements Check {

  private static final CheckCard CARD =
      CheckCard.of("rare-client", "Unusual program, privileged account")
          .why("A tool that nobody else uses is worth a look when it comes with all rights.")
          .severity(Severity.LOW)
          .tests("privileged accounts with a client in the log of the period")
          .needsAll("accounts", "sign-ins")
          .needs("roles", "permissions")
          .references("AU-6")
          .remedy("Ask", 10, "Ask which program it was and why it was used.")
          .number("count", 3, "times in the period up to which a client is rare")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    long from = examination.periodStart();
    Map<String, Integer> seen = new HashMap<>();
    examination
        .access()
        .signIns()
        .histories()
        .attempts(attempt -> {
          if (attempt.at() >= from && !attempt.client().isEmpty()) {
            seen.merge(attempt.client(), 1, Integer::sum);
          }
        });
    Attempts.byAccount(
            examination,
            EnumSet.allOf(Outcome.class),
            attempt ->
                attempt.at() >= from
                    && !attempt.client().isEmpty()
                    && examination.access().isPrivileged(Objects.requireNonNull(attempt.account())))
        .forEach((account, attempts) -> {
          examination.tested();
          List<Attempt> rare =
              attempts.stream()
                  .filter(one -> seen.getOrDefault(one.client(), 0) <= examination.number("count"))
                  .toList();
          if (!rare.isEmpty()) {
            List<String> clients = rare.stream().map(Attempt::client).distinct().toList();
            Examination.Draft draft =
                examination.flag(account, Severity.LOW).fact("clients", clients);
            Attempts.cite(draft, rare);
            draft.saying(
                "The privileged account %s used a program that is rarely seen: %s."
                    .formatted(account.key(), Enumeration.of(clients)));
          }
        });
  }
}
