package app.stalekeys.core.evidence;

/// Ends a walk over records because a late one showed that those before it were understood wrongly; what came of
/// them is to be forgotten. The next walk understands all of them rightly. Thrown only by records that were opened
/// for somebody who can begin anew.
public final class BeginAnewException extends RuntimeException {
  private static final long serialVersionUID = 1;

  public BeginAnewException() {
    super(null, null, false, false);
  }
}
