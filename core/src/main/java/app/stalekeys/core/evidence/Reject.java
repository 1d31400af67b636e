package app.stalekeys.core.evidence;

import app.stalekeys.core.source.Place;

/// A row that could not be read.
///
/// @param place its row and, where one cell is to blame, the column
/// @param value what stood there, cut after 200 characters
/// @param reason a plain sentence without a full stop
public record Reject(Place place, String value, String reason) {

  private static final int LONGEST = 200;

  public Reject {
    value = value.length() <= LONGEST ? value : value.substring(0, LONGEST) + "…";
  }
}
