package app.stalekeys.core.check;

import app.stalekeys.core.source.CodePoints;
import java.util.Collection;

/// What a finding is about.
///
/// @param type `account`, `person`, `role`, `credential`, `address`, `system`, `pair` or
///     `application`
/// @param key the account's key, the person's id, and so on; of a group its members, sorted and joined
///     by `|`
public record Subject(String type, String key) {

  public static Subject account(String key) {
    return new Subject("account", key);
  }

  public static Subject person(String id) {
    return new Subject("person", id);
  }

  public static Subject role(String id) {
    return new Subject("role", id);
  }

  public static Subject roles(Collection<String> ids) {
    return new Subject("role", String.join("|", ids.stream().sorted(CodePoints.ORDER).toList()));
  }

  public static Subject application(String id) {
    return new Subject("application", id);
  }

  public static Subject credential(String id) {
    return new Subject("credential", id);
  }

  public static Subject system(String id) {
    return new Subject("system", id);
  }
}
