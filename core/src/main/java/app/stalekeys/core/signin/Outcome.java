package app.stalekeys.core.signin;

/// How an attempt to enter ended.
public enum Outcome {
  SUCCESS("success"),
  FAILURE("failure"),
  LOCKOUT("lockout"),
  SIGN_OUT("sign-out");

  private static final Outcome[] ALL = values();

  private final String word;

  Outcome(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  /// By [#ordinal()].
  static Outcome at(int ordinal) {
    return ALL[ordinal];
  }

  public static Outcome of(String word) {
    for (Outcome outcome : ALL) {
      if (outcome.word.equals(word)) {
        return outcome;
      }
    }
    throw new IllegalArgumentException("no outcome is called " + word);
  }
}
