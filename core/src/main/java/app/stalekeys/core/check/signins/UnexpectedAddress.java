package app.stalekeys.core.check.signins;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.signin.Attempt;
import app.stalekeys.core.signin.Outcome;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// A success from an address outside the application's `addresses`. With none listed it is not tested; a success
/// without a readable address says nothing.
public final class UnexpectedAddress implements Check {

  private static final CheckCard CARD =
      CheckCard.of("unexpected-address", "From an unexpected address")
          .why(
              "A sign-in from where nobody works is somebody else, or a way in that nobody knows of.")
          .severity(Severity.MEDIUM, "high if privileged")
          .tests("accounts with a success from a known address")
          .needsAll("accounts", "sign-ins")
          .references("AC-17")
          .remedy(
              "Ask",
              15,
              "Ask the person where they were.",
              "Add the range if it is a place of work.",
              "Else treat the account as taken over.")
          .in("Sign-ins");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public List<String> missing(Examination examination) {
    return ranges(examination).isEmpty() ? List.of("addresses") : List.of();
  }

  private static List<AddressRange> ranges(Examination examination) {
    return examination.access().application().addresses().stream()
        .flatMap(text -> AddressRange.of(text).stream())
        .toList();
  }

  @Override
  public void examine(Examination examination) {
    List<AddressRange> ranges = ranges(examination);
    Map<String, Known> known = new HashMap<>();
    Attempts.byAccount(
            examination,
            Set.of(Outcome.SUCCESS),
            attempt -> known(known, ranges, attempt) != Known.UNREADABLE)
        .forEach((account, successes) -> {
          examination.tested();
          List<Attempt> outside =
              successes.stream().filter(one -> known(known, ranges, one) == Known.OUTSIDE).toList();
          if (!outside.isEmpty()) {
            Examination.Draft draft =
                examination
                    .flag(
                        account, examination.bySeverityOf(account, Severity.MEDIUM, Severity.HIGH))
                    .fact("signIns", outside.size())
                    .fact(
                        "addresses",
                        outside.stream().map(Attempt::address).distinct().limit(20).toList());
            Attempts.cite(draft, outside);
            draft.saying(
                "The account %s signed in %,d times from outside, first from %s on %s."
                    .formatted(
                        account.key(),
                        outside.size(),
                        outside.getFirst().address(),
                        examination.moment(outside.getFirst().at())));
          }
        });
  }

  private enum Known {
    INSIDE,
    OUTSIDE,
    UNREADABLE
  }

  /// Each distinct address is held against the ranges once.
  private static Known known(Map<String, Known> known, List<AddressRange> ranges, Attempt attempt) {
    return known.computeIfAbsent(
        attempt.address(),
        text ->
            AddressRange.bytes(text)
                .map(bytes ->
                    ranges.stream().anyMatch(range -> range.contains(bytes))
                        ? Known.INSIDE
                        : Known.OUTSIDE)
                .orElse(Known.UNREADABLE));
  }
}
