package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.util.Set;

/// An active certificate or secret that expires within `days` after the as-of date, or has expired.
public final class CredentialExpiring implements Check {

  private static final CheckCard CARD =
      CheckCard.of("credential-expiring", "About to expire")
          .why("What expires unnoticed stops the work, and is renewed in a hurry.")
          .severity(Severity.LOW)
          .tests("active certificates and secrets with an expiry day")
          .needsAll("accounts", "credentials")
          .references("SC-17")
          .remedy("Renew it", 30, "Make a new one and hand it to its users.", "Remove the old one.")
          .number("days", 30, "days after the as-of date within which it is flagged")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  private static final Set<String> TYPES = Set.of("certificate", "secret");

  @Override
  public void examine(Examination examination) {
    CredentialSubjects subjects = new CredentialSubjects(examination);
    subjects
        .of(TYPES)
        .forEach(credential -> {
          LocalDate expires = credential.expires();
          if (expires == null) {
            return;
          }
          examination.tested();
          long left = -examination.daysSince(expires);
          if (left <= examination.number("days")) {
            subjects
                .flag(credential, Severity.LOW)
                .fact("expires", expires)
                .fact("days", left)
                .saying(
                    "The %s %s of %s %s on %s."
                        .formatted(
                            credential.type(),
                            credential.id(),
                            credential.account().key(),
                            left < 0 ? "expired" : "expires",
                            expires));
          }
        });
  }
}
