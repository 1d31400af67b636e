package app.stalekeys.core.check.accounts;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Parameter;
import app.stalekeys.core.check.Remedy;
import app.stalekeys.core.check.Severity;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;

/// An enabled account whose last sign-in lies `days` or more before the as-of date. An account that
/// never signed in is not dormant but never used, which is another check.
public final class Dormant implements Check {

  @Override
  public String id() {
    return "dormant";
  }

  @Override
  public String title() {
    return "Dormant";
  }

  @Override
  public String why() {
    return "Nobody misses an unused account when somebody else starts to use it.";
  }

  @Override
  public String severityRule() {
    return "medium; high if privileged";
  }

  @Override
  public Severity severity() {
    return Severity.MEDIUM;
  }

  @Override
  public String population() {
    return "enabled accounts that have signed in at least once";
  }

  @Override
  public List<List<String>> needs() {
    return List.of(
        List.of("accounts"),
        List.of("accounts.status"),
        List.of("sign-ins", "accounts.last-sign-in"));
  }

  @Override
  public List<String> references() {
    return List.of("AC-2(3)", "PCI 8.2.6", "A.5.18");
  }

  @Override
  public List<Remedy> remedies() {
    return List.of(
        Remedy.of(
            "Disable it and keep its history",
            5,
            "Ask the owner or manager whether it is still needed, with a date to answer by.",
            "Disable the account; do not delete it while the audit runs.",
            "Note the request number, so that the next export proves it."),
        Remedy.of(
            "Let unused accounts lapse by rule",
            60,
            "Agree a limit with the application's owner.",
            "Set the application or the directory to disable accounts that pass it.",
            "List accounts that are left out of the rule and why."));
  }

  @Override
  public List<Parameter> parameters() {
    return List.of(new Parameter("days", 90, "days without a sign-in from which it is flagged"));
  }

  @Override
  public void examine(Examination examination) {
    examination.enabledAccounts().forEach(account -> examine(examination, account));
  }

  private void examine(Examination examination, Account account) {
    LastSignIn last = LastSignIn.of(account, examination);
    if (last == null) {
      return;
    }
    examination.tested();
    LocalDate day = last.day();
    long days = ChronoUnit.DAYS.between(day, examination.asOf());
    int limit = examination.number("days");
    if (days < limit) {
      return;
    }
    Examination.Draft draft =
        examination
            .flag(account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
            .fact("lastSignIn", day)
            .fact("lastSignInFrom", last.origin())
            .fact("days", days)
            .fact("limit", (long) limit)
            .fact("created", account.created());
    last.cite(draft);
    draft.saying(
        "The account %s last signed in %,d days ago, on %s; the limit is %d."
            .formatted(account.key(), days, day, limit));
  }
}
