package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/// What changed between the heads a column map was made for and those of the next period's file. A
/// map goes by names, so a column that moved is still read rightly; it is said all the same, because an
/// export whose columns move was made another way.
public final class MapDrift {

  private MapDrift() {}

  /// How much of the earlier heads is still there, from 0 to 1.
  public static double likeness(List<String> before, List<String> now) {
    if (before.isEmpty()) {
      return 0;
    }
    return (double) before.stream().filter(now::contains).count() / before.size();
  }

  /// @param columns our field to the head it was read from
  /// @return empty when the file has the shape of the earlier one
  public static List<Issue> compare(
      List<String> before, List<String> now, Map<String, String> columns, String file) {
    List<Issue> issues = new ArrayList<>();
    Place place = Place.ofFile(file);
    columns.forEach((field, head) -> {
      if (!now.contains(head)) {
        issues.add(
            Issue.question(
                "column-vanished",
                "the column %s, from which %s was read last time, is gone; which one has it now?"
                    .formatted(Quoted.text(head), field),
                place.inColumn(head)));
      } else if (before.indexOf(head) != now.indexOf(head)) {
        issues.add(
            Issue.question(
                "column-moved",
                "the column %s for %s was number %d last time and is number %d now; was the export made another way?"
                    .formatted(
                        Quoted.text(head), field, before.indexOf(head) + 1, now.indexOf(head) + 1),
                place.inColumn(head)));
      }
    });
    List<String> added = now.stream().filter(head -> !before.contains(head)).toList();
    if (!added.isEmpty()) {
      issues.add(
          Issue.question(
              "column-new",
              "the file has columns it did not have last time, %s; they are kept as they are"
                  .formatted(Quoted.names(added)),
              place));
    }
    return issues;
  }
}
