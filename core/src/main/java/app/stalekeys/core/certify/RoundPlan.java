package app.stalekeys.core.certify;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/// How a round is set up. Conditions compose: an item has to meet all of them.
///
/// @param applications ids; all when empty
/// @param departments of the account or its person; all when empty
/// @param privileged only what makes an account privileged
/// @param sensitive only what gives a permission of high or critical sensitivity
/// @param withFindings only of accounts and people with an open finding
/// @param changed only what was not held at the round before, or without one at the date before
/// @param sample how many items are drawn at random; 0 for all
/// @param seed of the drawing: the same seed draws the same items
/// @param named the id of the person who decides under [ReviewerRule#NAMED]; else empty
/// @param standIn the id of the person who decides where the rule leads to nobody fit; may be empty
/// @param hidden what reviewers do not see
public record RoundPlan(
    String name,
    Level level,
    Set<String> applications,
    Set<String> departments,
    boolean privileged,
    boolean sensitive,
    boolean withFindings,
    boolean changed,
    int sample,
    long seed,
    ReviewerRule rule,
    String named,
    String standIn,
    LocalDate due,
    Set<Sight> hidden) {

  /// What a reviewer may be spared, or kept from being led by.
  public enum Sight {
    FINDINGS,
    USE,
    TEAM,
    LAST_TIME
  }

  public RoundPlan {
    applications = Set.copyOf(new LinkedHashSet<>(applications));
    departments = Set.copyOf(new LinkedHashSet<>(departments));
    hidden = Set.copyOf(hidden);
  }

  /// What is in the round, in words.
  public String words() {
    List<String> words = new ArrayList<>();
    words.add(level.words());
    say(words, "of " + joined(applications), !applications.isEmpty());
    say(words, "in " + joined(departments), !departments.isEmpty());
    say(words, "privileged only", privileged);
    say(words, "sensitive only", sensitive);
    say(words, "with open findings only", withFindings);
    say(words, "new since the round before", changed);
    say(words, "a random sample of %,d, seed %d".formatted(sample, seed), sample > 0);
    return String.join("; ", words);
  }

  private static String joined(Set<String> ids) {
    return String.join(", ", ids.stream().sorted().toList());
  }

  private static void say(List<String> words, String word, boolean said) {
    if (said) {
      words.add(word);
    }
  }
}
