package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Holdings;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.Grant;
import java.util.List;

/// An account that has itself been granted something on the as-of date, while its application has roles. One
/// finding an account.
public final class DirectGrant implements Check {

  private static final CheckCard CARD =
      CheckCard.of("direct-grant", "Given to a person, not a role")
          .why("What is given one by one is found by nobody when the post changes.")
          .severity(Severity.LOW)
          .tests("accounts")
          .needsAll("accounts", "grants")
          .needs("roles", "assignments")
          .references("AC-6")
          .remedy(
              "Give it by a role",
              20,
              "Find the role that should carry it, or make one.",
              "Remove the grant to the account.")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    if (examination.access().roles().roles().isEmpty()) {
      return;
    }
    Holdings holdings = Holdings.current(examination);
    for (Account account : examination.access().accounts()) {
      examination.tested();
      List<Grant> grants =
          holdings.grants(account).stream()
              .filter(grant -> grant.effect() == Grant.Effect.ALLOW)
              .toList();
      if (!grants.isEmpty()) {
        List<String> words =
            grants.stream().map(grant -> grant.permission().words()).distinct().toList();
        Examination.Draft draft =
            examination
                .flag(account, Severity.LOW)
                .fact("count", grants.size())
                .fact("permissions", words);
        grants.forEach(grant -> draft.evidence(grant.place()));
        draft.saying(
            "The account %s was granted %d permissions itself, not by a role: %s."
                .formatted(account.key(), grants.size(), Enumeration.of(words)));
      }
    }
  }
}
