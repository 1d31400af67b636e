package app.stalekeys.core.certify;

import java.time.Instant;

/// Something a reviewer did with an item. Deeds are never taken away: an undoing is a deed too.
///
/// @param item the item's key
/// @param by the id of the person who did it
/// @param what `keep`, `withdraw`, `reduce`, `undo` or `pass`
/// @param reason may be empty
/// @param to the scope or role it is reduced to, or the person it was passed to
public record Deed(String item, Instant at, String by, String what, String reason, String to) {

  public static final String UNDO = "undo";

  /// Not mine: somebody else's to decide.
  public static final String PASS = "pass";

  /// Whether it settled the item.
  public boolean isChoice() {
    return Choice.of(what).isPresent();
  }
}
