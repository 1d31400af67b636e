package app.stalekeys.core.source;

/// Ends the reading of a source at the point from which nothing behind it can be trusted, such as
/// bytes that are no letters or a quote that never closes. It carries the fault as a value; whoever
/// asked for the reading catches it and shows the issue. Faults of single rows never use it.
public final class UnusableSourceException extends Exception {

  private final transient Issue issue;

  public UnusableSourceException(Issue issue) {
    super(issue.line());
    this.issue = issue;
  }

  public Issue issue() {
    return issue;
  }
}
