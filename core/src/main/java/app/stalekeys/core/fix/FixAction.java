package app.stalekeys.core.fix;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// What is done with an object of an application to put something right.
public enum FixAction {
  DISABLE("disable the account"),
  REMOVE_ASSIGNMENT("take the role away"),
  REMOVE_GRANT("take the permission away"),
  /// Whatever gives it: grants of the account's own, and roles.
  WITHDRAW_PERMISSION("take the permission away, in whatever way it is held"),
  REPLACE_GRANTS("give a role in the place of its own permissions"),
  REDUCE_SCOPE("narrow it"),
  SET_OWNER("name an owner"),
  SET_POLICY("set the rule"),
  REQUIRE_SECOND_FACTOR("require a second factor"),
  ROTATE_CREDENTIAL("renew the credential"),
  REVOKE_CREDENTIAL("revoke the credential"),
  RECORD_MITIGATION("record a mitigation"),
  /// As the finding's remedy says.
  OTHER("put it right as described");

  private final String words;

  FixAction(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /// As it is kept and sent, such as `remove-assignment`.
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public static Optional<FixAction> of(String word) {
    return Arrays.stream(values()).filter(one -> one.word().equals(word)).findFirst();
  }
}
