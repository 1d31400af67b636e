package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Sprays;
import app.stalekeys.core.source.CodePoints;
import java.util.List;

/// One address that fails against `count` different accounts or more within `minutes`, in sliding windows, accounts
/// that no file defines included. One finding an address.
public final class Spraying implements Check {

  private static final CheckCard CARD =
      CheckCard.of("spraying", "One address, many accounts")
          .why("Whoever tries one password on everybody stays below every lock.")
          .severity(Severity.HIGH)
          .tests("addresses with a failure in the log")
          .needsAll("accounts", "sign-ins")
          .references("AU-6")
          .remedy(
              "Block it",
              30,
              "Find out whose address it is.",
              "Block it, and look for a success among its attempts.")
          .number("count", 10, "accounts from which an address is flagged")
          .number("minutes", 60, "minutes within which they lie")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    BurstMark.failuresByAddress(examination.access().signIns().histories())
        .forEach((address, failures) -> {
          examination.tested();
          List<Attempt> flagged =
              Sprays.of(
                      failures,
                      examination.number("count"),
                      Attempts.minutes(examination.number("minutes")))
                  .stream()
                  .flatMap(List::stream)
                  .toList();
          if (!flagged.isEmpty()) {
            List<String> accounts =
                flagged.stream()
                    .map(Attempt::accountKey)
                    .distinct()
                    .sorted(CodePoints.ORDER)
                    .toList();
            Examination.Draft draft =
                examination
                    .flag(new Subject("address", address), Severity.HIGH)
                    .fact("count", accounts.size())
                    .fact("accounts", accounts)
                    .fact("failures", flagged.size())
                    .fact("first", examination.moment(flagged.getFirst().at()));
            Attempts.cite(draft, flagged);
            draft.saying(
                "The address %s failed against %,d accounts from %s on."
                    .formatted(
                        address, accounts.size(), examination.moment(flagged.getFirst().at())));
          }
        });
  }
}
