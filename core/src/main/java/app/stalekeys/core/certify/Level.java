package app.stalekeys.core.certify;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// What one item of a round is.
public enum Level {
  /// A role of an account in one scope, or a permission granted to the account itself.
  ASSIGNMENT("each role in each scope, and each permission of an account's own"),
  /// A role of an account with all its scopes; an account's own permissions together.
  ROLE("each role, whatever its scopes; an account's own permissions as one item"),
  /// A sensitive permission that an account has in the end, by whichever way.
  PERMISSION("each sensitive permission that an account has in the end");

  private final String words;

  Level(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  public static Optional<Level> of(String word) {
    return Arrays.stream(values()).filter(level -> level.word().equals(word)).findFirst();
  }
}
