package app.stalekeys.core.signin;

/// How an attempt to enter ended.
public enum Outcome {
  SUCCESS("success"),
  FAILURE("failure"),
  LOCKOUT("lockout"),
  SIGN_OUT("sign-out");

  private final String word;

  Outcome(String word) {
    this.word = word;
  }

  static Outcome of(String word) {
    for (Outcome outcome : values()) {
      if (outcome.word.equals(word)) {
        return outcome;
      }
    }
    throw new IllegalArgumentException("no outcome is called " + word);
  }
}
