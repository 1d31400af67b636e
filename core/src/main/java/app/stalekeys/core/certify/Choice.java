package app.stalekeys.core.certify;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// What a reviewer decides on an item.
public enum Choice {
  KEEP("keep"),
  WITHDRAW("withdraw"),
  /// Keep less of it: another scope or another role.
  REDUCE("reduce");

  private final String words;

  Choice(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Choice> of(String word) {
    return Arrays.stream(values()).filter(one -> one.word().equals(word)).findFirst();
  }
}
