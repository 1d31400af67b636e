package app.stalekeys.core.signin;

/// What a log may say of an attempt beside its account, time and outcome.
public enum Detail {
  REASON("reason"),
  ADDRESS("address"),
  CLIENT("client"),
  BROWSER("browser"),
  OS("os"),
  LOCATION("location"),
  ENVIRONMENT("environment"),
  ROLE("role"),
  METHOD("method"),
  CHALLENGE("challenge"),
  SESSION("session"),
  DURATION("duration");

  private final String word;

  Detail(String word) {
    this.word = word;
  }

  /// The field of the log.
  public String word() {
    return word;
  }
}
