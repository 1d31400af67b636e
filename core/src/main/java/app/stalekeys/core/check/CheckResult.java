package app.stalekeys.core.check;

import java.util.List;

/// How one check fared in one application.
///
/// @param tested subjects looked at; 0 unless tested
/// @param missing kinds and fields that would have been needed; empty when tested or switched off
public record CheckResult(
    String check, String application, State state, int tested, int flagged, List<String> missing) {

  /// NOT_TESTED is never clean: it says that nothing can be said.
  public enum State {
    TESTED("tested"),
    NOT_TESTED("not-tested"),
    /// By the auditor's own setting; reported as not tested too.
    SWITCHED_OFF("not-tested");

    private final String word;

    State(String word) {
      this.word = word;
    }

    /// As written in `findings.json`.
    public String word() {
      return word;
    }
  }

  public CheckResult {
    missing = List.copyOf(missing);
  }
}
