package app.stalekeys.core.check.authentication;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Credential;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// An account with `count` or more active secrets, keys and certificates.
public final class ManySecrets implements Check {

  private static final CheckCard CARD =
      CheckCard.of("many-secrets", "Many secrets, one account")
          .why("The more keys one account has, the less anybody knows who holds them.")
          .severity(Severity.MEDIUM)
          .tests("accounts with an active secret, key or certificate")
          .needsAll("accounts", "credentials")
          .references("IA-5")
          .remedy("Keep one or two", 30, "List who uses which.", "Revoke what nobody claims.")
          .number("count", 3, "active ones from which an account is flagged")
          .in("Authentication");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Account, List<Credential>> byAccount = new LinkedHashMap<>();
    new CredentialSubjects(examination)
        .of(Set.of("secret", "key", "certificate"))
        .forEach(credential ->
            byAccount
                .computeIfAbsent(credential.account(), key -> new ArrayList<>())
                .add(credential));
    byAccount.forEach((account, credentials) -> {
      examination.tested();
      if (credentials.size() >= examination.number("count")) {
        Examination.Draft draft =
            examination
                .flag(account, Severity.MEDIUM)
                .fact("count", credentials.size())
                .fact("credentials", credentials.stream().map(Credential::id).toList());
        credentials.forEach(credential -> draft.evidence(credential.place()));
        draft.saying(
            "The account %s has %d active secrets, keys and certificates."
                .formatted(account.key(), credentials.size()));
      }
    });
  }
}
