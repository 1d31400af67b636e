package app.stalekeys.core.evidence;

/// Ends a walk over records when enough was seen. Carries nothing; caught by whoever began the walk.
final class Enough extends RuntimeException {
  private static final long serialVersionUID = 1;

  Enough() {
    super(null, null, false, false);
  }
}
