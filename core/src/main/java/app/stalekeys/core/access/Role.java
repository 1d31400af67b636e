package app.stalekeys.core.access;

import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.source.Place;

/// Anything that bundles access and is assigned: role, group, template.
///
/// @param name what people call it; the id where the export has no other name
/// @param place its row in the roles file, or the first row elsewhere that names it
public record Role(
    String id,
    String kind,
    String name,
    String description,
    String owner,
    Answer privileged,
    Answer everything,
    String licence,
    Place place) {

  /// Whether the application itself marks the role as one for administrators.
  public boolean isFlagged() {
    return privileged == Answer.YES || everything == Answer.YES;
  }
}
