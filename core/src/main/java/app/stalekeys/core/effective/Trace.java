package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.source.Place;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// Why an account can, or cannot, do a thing.
///
/// @param line where it holds; null when the account cannot
/// @param usable whether the account itself is enabled; what another holds is `held`
/// @param paths shortest first, at most [Tracer#LISTED]
/// @param all how many paths there are; with `counted` false there are more than that
/// @param reason the outcome in one sentence
public record Trace(
    Account account,
    Permission permission,
    EffectiveAccess.@Nullable Line line,
    boolean usable,
    List<Path> paths,
    long all,
    boolean counted,
    String reason) {

  public Trace {
    paths = List.copyOf(paths);
  }

  /// What one step of a path is.
  public enum StepKind {
    /// The account holds a role.
    ASSIGNMENT,
    /// A role includes another.
    NESTING,
    /// A role or the account gets, loses or is limited to a permission or a pattern.
    GRANT,
    /// A role is flagged as allowing everything.
    EVERYTHING
  }

  /// @param to the role reached, or the pattern granted
  /// @param scope the row's own scope
  /// @param window the days of the row's window where it has one, in words; empty otherwise
  public record Step(StepKind kind, String to, Scope scope, String window, Place place) {}

  /// What became of a path.
  public enum Fate {
    /// It allows, and this remains.
    ALLOWS,
    /// It would allow, and a deny takes it.
    DENIED,
    /// It would allow, and no ceiling covers it.
    ABOVE_CEILING,
    /// It takes away.
    DENIES,
    /// It limits.
    LIMITS,
    /// A row of it is out of its window.
    LAPSED,
    /// Scopes along it do not meet.
    APART
  }

  /// @param scope where it leads; null when its scopes do not meet
  public record Path(Grant.Effect effect, List<Step> steps, @Nullable Scope scope, Fate fate) {
    public Path {
      steps = List.copyOf(steps);
    }
  }
}
