package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Set;

/// An active key, secret, token or certificate valid for more than `days`, or a secret without an end.
public final class LongLivedSecret implements Check {

  private static final CheckCard CARD =
      CheckCard.of("long-lived-secret", "Valid for too long")
          .why("What is valid for years is forgotten long before it ends.")
          .severity(Severity.MEDIUM)
          .tests("active keys, secrets, tokens and certificates whose length of life is known")
          .needsAll("accounts", "credentials")
          .references("IA-5")
          .remedy(
              "Shorten it", 30, "Make a new one with an end within a year.", "Revoke the old one.")
          .number("days", 365, "days from creation to expiry that are the most")
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
          LocalDate created = credential.created();
          LocalDate expires = credential.expires();
          boolean endless = expires == null && credential.type().equals("secret");
          if (!endless && (created == null || expires == null)) {
            return;
          }
          examination.tested();
          long days =
              created == null || expires == null ? 0 : ChronoUnit.DAYS.between(created, expires);
          if (endless || days > examination.number("days")) {
            subjects
                .flag(credential, Severity.MEDIUM)
                .fact("expires", expires)
                .fact("days", endless ? null : days)
                .saying(
                    "The %s %s of %s %s."
                        .formatted(
                            credential.type(),
                            credential.id(),
                            credential.account().key(),
                            endless
                                ? "never expires"
                                : "is valid for %,d days, until %s".formatted(days, expires)));
          }
        });
  }
}
