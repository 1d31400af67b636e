package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.people.Person;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A person with two or more enabled personal accounts in one application.
public final class DuplicateAccount implements Check {

  private static final CheckCard CARD =
      CheckCard.of("duplicate-account", "Two accounts, one person")
          .why("A second account escapes limits, reviews and the last day of its person.")
          .severity(Severity.MEDIUM)
          .tests("people with an enabled personal account")
          .needsAll("people", "accounts", "accounts.status", "accounts.type")
          .needs("accounts.person", "accounts.email")
          .references("AC-2")
          .remedy(
              "Merge them",
              30,
              "Ask which one is used.",
              "Move what is needed to it and disable the other.")
          .remedy(
              "Declare the second one",
              15,
              "If it is for administration, set its type and name it so.")
          .in("Accounts");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    Map<Person, List<Account>> byPerson = new LinkedHashMap<>();
    examination
        .enabledAccounts()
        .filter(account -> account.type() == Account.Type.PERSONAL)
        .forEach(account -> {
          Person person = examination.person(account);
          if (person != null) {
            byPerson.computeIfAbsent(person, key -> new ArrayList<>()).add(account);
          }
        });
    byPerson.forEach((person, accounts) -> {
      examination.tested();
      if (accounts.size() > 1) {
        Examination.Draft draft =
            examination
                .flag(Subject.person(person.id()), Severity.MEDIUM)
                .fact("person", person.id())
                .fact("personName", person.name())
                .fact("department", person.department())
                .fact("accounts", accounts.stream().map(Account::key).toList())
                .evidence(person.place());
        accounts.forEach(account -> draft.evidence(account.place()));
        draft.saying(
            "%s has %d enabled personal accounts: %s."
                .formatted(
                    person.name(),
                    accounts.size(),
                    String.join(", ", accounts.stream().map(Account::key).toList())));
      }
    });
  }
}
