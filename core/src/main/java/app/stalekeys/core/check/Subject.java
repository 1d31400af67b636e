package app.stalekeys.core.check;

/// What a finding is about.
///
/// @param type `account`, `person`, `role`, `credential`, `address`, `system`, `pair` or
///     `application`
/// @param key the account's key, the person's id, and so on
public record Subject(String type, String key) {

  public static Subject account(String key) {
    return new Subject("account", key);
  }
}
