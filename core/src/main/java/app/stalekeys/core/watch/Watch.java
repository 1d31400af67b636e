package app.stalekeys.core.watch;

import app.stalekeys.core.signin.AddressRange;
import java.util.List;

/// A sign-in check that goes on after the audit, with a quiet time after it fires.
///
/// @param count how many attempts, or accounts for spraying, make it fire
/// @param minutes within which they lie, from the first to the last
/// @param within minutes after a burst in which a success counts as guessed
/// @param quiet minutes for which the same subject fires no more
/// @param expected ranges from which sign-ins are expected; for unexpected addresses only
public record Watch(
    Rule rule, int count, int minutes, int within, int quiet, List<AddressRange> expected) {

  /// The checks that can be followed attempt by attempt.
  public enum Rule {
    /// Failures of one account in a row.
    GUESSING,
    /// A success soon after such a row.
    GUESSED,
    /// One address that fails against many accounts.
    SPRAYING,
    /// Lock-outs of one account.
    LOCKOUTS,
    /// A success from outside.
    UNEXPECTED_ADDRESS;

    /// The id of the check.
    public String id() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }
  }

  public Watch {
    expected = List.copyOf(expected);
  }
}
