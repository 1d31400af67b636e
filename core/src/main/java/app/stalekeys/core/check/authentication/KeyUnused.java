package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.util.Set;

/// An active key, secret, token or certificate that was never used, or last used `days` or more before the
/// as-of date.
public final class KeyUnused implements Check {

  private static final CheckCard CARD =
      CheckCard.of("key-unused", "Key nobody uses")
          .why("A credential that nobody uses is not missed when it is stolen.")
          .severity(Severity.MEDIUM)
          .tests("active keys, secrets, tokens and certificates")
          .needsAll("accounts", "credentials")
          .references("AC-2(3)")
          .remedy("Revoke it", 15, "Ask its owner what it was for.", "Revoke it.")
          .number("days", 90, "days since its last use from which it is flagged")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  private static final Set<String> TYPES = Set.of("key", "secret", "token", "certificate");

  @Override
  public void examine(Examination examination) {
    CredentialSubjects subjects = new CredentialSubjects(examination);
    subjects
        .of(TYPES)
        .forEach(credential -> {
          examination.tested();
          LocalDate used = credential.lastUsed();
          if (used != null && examination.daysSince(used) < examination.number("days")) {
            return;
          }
          String since =
              used == null
                  ? "has never been used"
                  : "was last used %,d days ago, on %s"
                      .formatted(examination.daysSince(used), used);
          subjects
              .flag(credential, Severity.MEDIUM)
              .fact("lastUsed", used)
              .fact("days", used == null ? null : examination.daysSince(used))
              .saying(
                  "The %s %s of %s %s."
                      .formatted(
                          credential.type(), credential.id(), credential.account().key(), since));
        });
  }
}
