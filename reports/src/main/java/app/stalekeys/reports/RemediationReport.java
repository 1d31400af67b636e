package app.stalekeys.reports;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.fix.FixState;
import java.time.LocalDate;
import java.util.List;

/// What the remediation report tells: every fix, and what a later snapshot says of it.
///
/// @param filter which fixes, in words
public record RemediationReport(String audit, LocalDate asOf, String filter, List<Line> lines) {

  /// One fix.
  ///
  /// @param why the findings it is to clear, or where else it comes from
  /// @param last what was said or seen last
  /// @param evidence the row it rests on; of a confirmed one, or one that came back, the row of the later snapshot
  public record Line(
      String application,
      String what,
      String who,
      Severity severity,
      String actor,
      LocalDate due,
      boolean overdue,
      FixState state,
      String why,
      String last,
      String evidence) {}

  public RemediationReport {
    lines = List.copyOf(lines);
  }

  /// The fixes in one state.
  List<Line> in(FixState state) {
    return lines.stream().filter(line -> line.state() == state).toList();
  }
}
