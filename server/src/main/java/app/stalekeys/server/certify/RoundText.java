package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Level;
import app.stalekeys.core.certify.ReviewerRule;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.server.platform.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// A round as the page sets it up. What is missing is "any" or "none".
record RoundText(
    @Nullable String name,
    @Nullable String level,
    @Nullable List<String> applications,
    @Nullable List<String> departments,
    boolean privileged,
    boolean sensitive,
    boolean withFindings,
    boolean changed,
    int sample,
    long seed,
    @Nullable String rule,
    @Nullable String named,
    @Nullable String standIn,
    @Nullable LocalDate due,
    @Nullable List<String> hidden) {

  private static final int LONGEST_NAME = 200;

  /// @param asOf the round cannot be due before the day it is about
  /// @throws Refusal with every fault at once
  RoundPlan plan(LocalDate asOf) {
    List<String> faults = new ArrayList<>();
    Level wanted = Level.of(text(level)).orElse(null);
    ReviewerRule by = ReviewerRule.of(text(rule)).orElse(null);
    if (text(name).isEmpty() || text(name).length() > LONGEST_NAME) {
      faults.add("Give the round a name of at most %d letters.".formatted(LONGEST_NAME));
    }
    if (wanted == null) {
      faults.add("\"%s\" is no level; expected assignment, role or permission.".formatted(level));
    }
    if (by == null) {
      faults.add(
          "\"%s\" is no rule for reviewers; expected manager, application-owner, role-owner or named."
              .formatted(rule));
    }
    if (by == ReviewerRule.NAMED && text(named).isEmpty()) {
      faults.add("Say who the named reviewer is.");
    }
    if (due == null) {
      faults.add("Say by which day the round is due.");
    } else if (due.isBefore(asOf)) {
      faults.add("The round is due on %s, before the as-of date %s.".formatted(due, asOf));
    }
    if (sample < 0) {
      faults.add("The sample has %d items, expected 0 for all or more.".formatted(sample));
    }
    if (!faults.isEmpty() || wanted == null || by == null || due == null) {
      throw Refusal.unusable(faults);
    }
    return new RoundPlan(
        text(name),
        wanted,
        set(applications),
        set(departments),
        privileged,
        sensitive,
        withFindings,
        changed,
        sample,
        seed,
        by,
        text(named),
        text(standIn),
        due,
        sights());
  }

  private Set<RoundPlan.Sight> sights() {
    Set<RoundPlan.Sight> sights = new HashSet<>();
    for (String word : set(hidden)) {
      sights.add(RoundPlan.Sight.valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_')));
    }
    return sights;
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }

  private static Set<String> set(@Nullable List<String> given) {
    return given == null ? Set.of() : Set.copyOf(given);
  }
}
