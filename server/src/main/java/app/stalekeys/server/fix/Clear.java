package app.stalekeys.server.fix;

import app.stalekeys.core.fix.Confirmation;

/// A finding that a fix is to clear.
public record Clear(String finding, String check, String application, String sentence) {

  Confirmation.Cleared cleared() {
    return new Confirmation.Cleared(finding, check, application);
  }
}
