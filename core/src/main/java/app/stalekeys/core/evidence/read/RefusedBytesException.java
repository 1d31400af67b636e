package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Issue;
import java.io.IOException;
import org.jspecify.annotations.Nullable;

/// Bytes that cannot be gone on with, met below a library that knows only IOException. It carries the
/// fault as a value; the reading that asked for the bytes shows it.
final class RefusedBytesException extends IOException {

  private static final long serialVersionUID = 1;

  private final transient Issue issue;

  RefusedBytesException(Issue issue) {
    super(issue.sentence());
    this.issue = issue;
  }

  /// The fault among the causes of a failed reading; null when there is none.
  static @Nullable Issue in(Throwable failure) {
    for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
      if (cause instanceof RefusedBytesException refused) {
        return refused.issue;
      }
    }
    return null;
  }
}
