package app.stalekeys.core.certify;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// Who decides on an item.
public enum ReviewerRule {
  MANAGER("the person's manager; for accounts without a person their owner"),
  APPLICATION_OWNER("the owner of the application"),
  ROLE_OWNER("the owner of the role; where it has none, of the application"),
  NAMED("one named person");

  private final String words;

  ReviewerRule(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<ReviewerRule> of(String word) {
    return Arrays.stream(values()).filter(rule -> rule.word().equals(word)).findFirst();
  }
}
