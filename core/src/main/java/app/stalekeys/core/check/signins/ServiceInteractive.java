package app.stalekeys.core.check.signins;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/// A success of a service account by one of the `names` of methods, or with a browser.
public final class ServiceInteractive implements Check {

  private static final CheckCard CARD =
      CheckCard.of("service-interactive", "Service account used by a person")
          .why("A person behind a service account has no name in any log.")
          .severity(Severity.HIGH)
          .tests("service accounts with a success in the log")
          .needsAll("accounts", "accounts.type", "sign-ins")
          .references("AC-6")
          .remedy(
              "Bar it",
              30,
              "Change its secret.",
              "Forbid interactive sign-in for it.",
              "Ask who used it, and why.")
          .list(
              "names", List.of("interactive", "password", "browser"), "methods that a person uses")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    List<String> methods = examination.words("names");
    Attempts.byAccount(
            examination,
            Set.of(Outcome.SUCCESS),
            attempt -> Objects.requireNonNull(attempt.account()).type() == Account.Type.SERVICE)
        .forEach((account, successes) -> {
          examination.tested();
          List<Attempt> byPeople =
              successes.stream()
                  .filter(one ->
                      !one.browser().isEmpty()
                          || methods.stream().anyMatch(one.method().strip()::equalsIgnoreCase))
                  .toList();
          if (!byPeople.isEmpty()) {
            Attempt first = byPeople.getFirst();
            Examination.Draft draft =
                examination
                    .flag(account, Severity.HIGH)
                    .fact("signIns", byPeople.size())
                    .fact("method", first.method())
                    .fact("browser", first.browser())
                    .fact("first", examination.moment(first.at()));
            Attempts.cite(draft, byPeople);
            draft.saying(
                "The service account %s was signed in to %,d times as a person does, first on %s."
                    .formatted(account.key(), byPeople.size(), examination.moment(first.at())));
          }
        });
  }
}
