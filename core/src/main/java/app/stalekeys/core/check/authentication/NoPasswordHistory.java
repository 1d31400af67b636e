package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.Comparator;

/// An enabled account that may take one of its last `count` passwords again, or sooner: by its own field,
/// else by the policy that applies to it.
public final class NoPasswordHistory implements Check {

  private static final CheckCard CARD =
      CheckCard.of("no-password-history", "Old passwords come back")
          .why("A password that leaked years ago works again when it may be taken again.")
          .severity(Severity.MEDIUM)
          .tests("enabled accounts for which the number is known")
          .needsAll("accounts", "accounts.status")
          .needs("accounts.password-history", "policies")
          .references("PCI 8.3.7")
          .remedy(
              "Remember passwords",
              15,
              "Let the application refuse the last four passwords, by policy.")
          .number("count", 4, "passwords that must at least be remembered")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    SettingLookup lookup =
        new SettingLookup(examination, "password-history", Comparator.reverseOrder());
    examination
        .enabledAccounts()
        .forEach(account -> {
          SettingLookup.Found found = lookup.of(account, account.password().history());
          if (found == null) {
            return;
          }
          examination.tested();
          if (found.value() < examination.number("count")) {
            examination
                .flag(account, Severity.MEDIUM)
                .fact("passwordHistory", found.value())
                .fact("setBy", found.from())
                .evidence(found.place())
                .saying(
                    "The enabled account %s may take an old password again after %,d others."
                        .formatted(account.key(), found.value()));
          }
        });
  }
}
