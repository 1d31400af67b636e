package app.stalekeys.core.check.excess;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.snapshot.Licences;

/// An enabled account whose licence ranks above the highest that its usable permissions require; a permission
/// without a licence needs none, which is rank 0.
public final class LicenceAboveNeed implements Check {

  private static final CheckCard CARD =
      CheckCard.of("licence-above-need", "Licence above need")
          .why("A licence that nobody needs is paid for every month.")
          .severity(Severity.LOW)
          .tests("enabled accounts with a known licence")
          .needsAll("accounts", "accounts.status", "accounts.licence", "licences", "grants")
          .needs("permissions", "licence-rules")
          .references()
          .remedy("Give a smaller one", 10, "Change to the licence that covers what is used.")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Licences licences = examination.access().records().licences();
    examination
        .enabledAccounts()
        .forEach(account -> {
          Long rank = licences.rank(account.licence());
          if (rank == null) {
            return;
          }
          examination.tested();
          long needed =
              examination.access().effective().permissions(account).stream()
                  .mapToLong(licences::needed)
                  .max()
                  .orElse(0);
          if (rank > needed) {
            examination
                .flag(account, Severity.LOW)
                .fact("licence", account.licence())
                .fact("rank", rank)
                .fact("needed", needed)
                .saying(
                    "The licence %s of the enabled account %s has rank %d; what it can do needs rank %d."
                        .formatted(account.licence(), account.key(), rank, needed));
          }
        });
  }
}
