package app.stalekeys.core.check.authentication;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// An active key or secret that was made, and last rotated, `days` or more before the as-of date.
public final class KeyNotRotated implements Check {

  private static final CheckCard CARD =
      CheckCard.of("key-not-rotated", "Key not rotated")
          .why("A key that never changes is known to everybody who ever saw it.")
          .severity(Severity.MEDIUM)
          .tests("active keys and secrets whose age is known")
          .needsAll("accounts", "credentials")
          .references("PCI 8.6.3")
          .remedy(
              "Rotate it",
              30,
              "Make a new one beside it.",
              "Move its users over, then revoke the old one.")
          .number("days", 90, "days since it was made or rotated from which it is flagged")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  private static final Set<String> TYPES = Set.of("key", "secret");

  @Override
  public void examine(Examination examination) {
    CredentialSubjects subjects = new CredentialSubjects(examination);
    subjects
        .of(TYPES)
        .forEach(credential -> {
          LocalDate last = later(credential.created(), credential.rotated());
          if (last == null) {
            return;
          }
          examination.tested();
          long days = examination.daysSince(last);
          if (days >= examination.number("days")) {
            subjects
                .flag(credential, Severity.MEDIUM)
                .fact("rotated", credential.rotated())
                .fact("days", days)
                .saying(
                    "The %s %s of %s was last changed %,d days ago, on %s."
                        .formatted(
                            credential.type(),
                            credential.id(),
                            credential.account().key(),
                            days,
                            last));
          }
        });
  }

  private static @Nullable LocalDate later(@Nullable LocalDate one, @Nullable LocalDate other) {
    return one == null || (other != null && other.isAfter(one)) ? other : one;
  }
}
