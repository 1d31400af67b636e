package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.Comparator;

/// An enabled account that is never locked, or only after more than `count` failures: by its own field, else
/// by the policy that applies to it.
public final class NoLockout implements Check {

  private static final CheckCard CARD =
      CheckCard.of("no-lockout", "Never locked out")
          .why("Whoever may try for ever will get in.")
          .severity(Severity.HIGH)
          .tests("enabled accounts for which a limit is known")
          .needsAll("accounts", "accounts.status")
          .needs("accounts.lockout-after", "policies")
          .references("AC-7", "PCI 8.3.4")
          .remedy(
              "Set a limit",
              15,
              "Set lock-out after ten failures or fewer, by policy.",
              "Take exemptions off.")
          .number("count", 10, "failures that are the most a limit may allow")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    // Never is worse than any number.
    SettingLookup lookup =
        new SettingLookup(
            examination,
            "lockout-after",
            Comparator.comparingLong((Long value) -> value == 0 ? Long.MAX_VALUE : value));
    examination
        .enabledAccounts()
        .forEach(account -> {
          SettingLookup.Found found = lookup.of(account, account.password().lockoutAfter());
          if (found == null) {
            return;
          }
          examination.tested();
          if (found.value() == 0 || found.value() > examination.number("count")) {
            examination
                .flag(account, Severity.HIGH)
                .fact("lockoutAfter", found.value())
                .fact("setBy", found.from())
                .evidence(found.place())
                .saying(
                    "The enabled account %s is %s."
                        .formatted(
                            account.key(),
                            found.value() == 0
                                ? "never locked, however often a password fails"
                                : "locked only after %,d failures".formatted(found.value())));
          }
        });
  }
}
