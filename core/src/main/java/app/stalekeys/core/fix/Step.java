package app.stalekeys.core.fix;

import app.stalekeys.core.check.Subject;
import app.stalekeys.core.evidence.read.Sha256;
import java.nio.charset.StandardCharsets;

/// One thing to be done on one object of one application.
///
/// @param application the application's id; `*` for what concerns several
/// @param what the role's id, the permission as `resource:action`, the credential's id, or the check's id; may be
///     empty
/// @param scope where it is held; empty for everywhere, and for what has no scope
/// @param to the scope, role, owner or value it becomes; may be empty
public record Step(
    FixAction action, String application, Subject subject, String what, String scope, String to) {

  private static final int KEY_LENGTH = 16;

  public static Step disable(String application, String account) {
    return new Step(FixAction.DISABLE, application, Subject.account(account), "", "", "");
  }

  /// The same for the same thing, whoever asks for it: the first 16 hexadecimal digits of SHA-256 over action,
  /// application, subject, what and scope, with a line feed between.
  public String key() {
    String text =
        String.join("\n", action.word(), application, subject.type(), subject.key(), what, scope);
    return Sha256.of(text.getBytes(StandardCharsets.UTF_8)).substring(0, KEY_LENGTH);
  }

  /// In words, without the application: `00344: take the role away: AP_PAY in Harbour`.
  public String words() {
    StringBuilder words = new StringBuilder(subject.key().replace("|", ", "));
    boolean all = action == FixAction.REMOVE_GRANT && what.isEmpty();
    words.append(": ").append(all ? "take its own permissions away" : action.words());
    if (!what.isEmpty()) {
      words.append(": ").append(what);
    }
    if (!scope.isEmpty()) {
      words.append(" in ").append(scope);
    }
    if (!to.isEmpty()) {
      words.append(", to become ").append(to);
    }
    return words.toString();
  }
}
